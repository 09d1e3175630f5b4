import { Box, Heading, Text } from "@chakra-ui/react";
import { type ComponentType, useEffect, useState } from "react";
import { doubt, isConnected, onConnection, useSilentSince } from "../kit/connection.ts";
import { Loading } from "../kit/states.tsx";

type Load = () => Promise<ComponentType>;

/** So long the page before stays in sight while the code of the next is on its way. Milliseconds. */
const PATIENCE_MS = 1_500;
/** So often code that could not be fetched is fetched once more. Milliseconds. */
const AGAIN_MS = 3_000;
/** The one page that was opened anew because its code is not the studio's any more. */
const OPENED_ANEW = "map-step:opened-anew";

/** A studio that was brought up to date has no code of before: the page is opened anew, once, where one was. */
function openAnew(): void {
  const here = window.location.href;
  if (sessionStorage.getItem(OPENED_ANEW) === here) return;
  sessionStorage.setItem(OPENED_ANEW, here);
  window.location.reload();
}

/** A page whose code is not here yet: says so where the studio does not answer, and opens as soon as it does. */
function WaitingPage({ load }: { readonly load: Load }) {
  const [Page, setPage] = useState<ComponentType | null>(null);
  const isSilent = useSilentSince() !== null;
  useEffect(() => {
    let isOpen = true;
    let failures = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const fetchIt = () => {
      clearTimeout(timer);
      load().then(
        (Loaded) => void (isOpen && setPage(() => Loaded)),
        () => {
          if (!isOpen) return;
          doubt();
          // Some browsers keep what failed for good, and an old build's code is gone: then only a new page helps.
          if (isConnected() && ++failures > 1) openAnew();
          timer = setTimeout(fetchIt, AGAIN_MS);
        },
      );
    };
    fetchIt();
    const stop = onConnection(() => void (isConnected() && fetchIt()));
    return () => {
      isOpen = false;
      clearTimeout(timer);
      stop();
    };
  }, [load]);
  if (Page) return <Page />;
  if (!isSilent) return <Loading />;
  return (
    <Box p="6" bg="apricotWash" borderRadius="lg" role="status">
      <Heading as="h2" size="md" mb="1">
        This page is not on this device yet
      </Heading>
      <Text>The studio does not answer. The page opens here by itself as soon as it does.</Text>
    </Box>
  );
}

/**
 * A page whose code is fetched when it is first opened. The page before stays in sight for a moment; then this one
 * waits in its place, so that a studio that does not answer never leaves an empty page.
 * @param load fetches the code
 */
export const later = (load: Load) => ({
  lazy: async (): Promise<{ Component: ComponentType }> => {
    const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE_MS));
    const Page = await Promise.race([load(), late]).catch(() => null);
    return { Component: Page ?? (() => <WaitingPage load={load} />) };
  },
});
