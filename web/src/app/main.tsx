import "virtual:base.css";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import { ChakraProvider } from "@chakra-ui/react";
import { PROBLEM_TYPES } from "@map-step/contract/problem";
import { QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, type ReactNode, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { ErrorBoundary } from "react-error-boundary";
import { SESSION_KEY } from "../features/session/session.tsx";
import { readEarlySession, SignedIn, untilSession, wasSignedIn } from "../features/session/signed-in.tsx";
import { ApiError } from "../kit/api.ts";
import { isConnected, patiently, watchConnection } from "../kit/connection.ts";
import { keepLinkPage, keepPagesLater, workOffline } from "../kit/offline.ts";
import { Loading, PageFailed } from "../kit/states.tsx";
import { applyColourMode } from "./colour-mode.ts";
import { system } from "./theme.ts";

const Toasts = lazy(async () => ({ default: (await import("../kit/toaster.tsx")).Toasts }));

const signedOut = (error: unknown) =>
  error instanceof ApiError && error.problem.type === PROBLEM_TYPES.signedOut;

const client: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    onError: (error) => {
      if (signedOut(error)) void client.invalidateQueries({ queryKey: SESSION_KEY });
    },
  }),
  defaultOptions: {
    // Without a network the browser answers from what was kept for class, so nothing waits for one.
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      // What was shown meanwhile may be what was kept.
      refetchOnReconnect: "always",
      staleTime: () => patiently(10_000),
      // A refusal stays a refusal; only a server that does not answer is asked again.
      retry: (count, error) =>
        count < 2 && isConnected() && error instanceof ApiError && error.problem.status === 0,
    },
  },
});

const loadStudio = async () => {
  const { Studio, askForStudio } = await import("./routes.tsx");
  if (wasSignedIn()) askForStudio(client);
  return Studio;
};
const StudioLater = lazy(async () => ({ default: await loadStudio() }));

/** The address of a link, with whatever a letter's sentence left at its end. */
const LINK = /^\/([rsdp])\/([\w-]*)(?:[^\w-].*)?$/;
/** What the link of a recap, a routine, a plan or an invitation holds, for those who follow it without signing in. */
const [, shared, secret] = LINK.exec(window.location.pathname) ?? [];

/**
 * The first page, with what it needs fetched before: a lazy one always shows the waiting sign, which then stays for
 * 300 ms.
 */
async function firstPage(): Promise<ReactNode> {
  if (secret !== undefined && shared === "s") {
    const { PublicSequencePage } = await import("../features/sequences/public.tsx");
    return <PublicSequencePage secret={secret} />;
  }
  if (secret !== undefined && shared === "p") {
    const { PublicPlanPage } = await import("../features/plan-links/public.tsx");
    return <PublicPlanPage secret={secret} />;
  }
  if (secret !== undefined && shared === "d") {
    const { DoorPage } = await import("../features/letters/door-page.tsx");
    return <DoorPage token={secret} />;
  }
  if (secret !== undefined) {
    const { PublicRecapPage } = await import("../features/recaps/public.tsx");
    return <PublicRecapPage secret={secret} />;
  }
  // Who is signed in is asked at once, and once only: after a failure the page is drawn, and asks again.
  const asked = client.prefetchQuery({ queryKey: SESSION_KEY, queryFn: readEarlySession, retry: false });
  const [Studio] = await Promise.all([wasSignedIn() ? loadStudio() : StudioLater, untilSession(asked)]);
  return (
    <SignedIn>
      <Studio />
    </SignedIn>
  );
}

const root = document.getElementById("root");
if (!root) throw new Error("the page has no place for the application");
applyColourMode();
watchConnection();
workOffline();
if (secret === undefined) keepPagesLater();
else keepLinkPage();
const draw = (page: ReactNode) =>
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={client}>
          <ErrorBoundary fallback={<PageFailed />}>
            <Suspense fallback={<Loading />}>{page}</Suspense>
          </ErrorBoundary>
        </QueryClientProvider>
        <Suspense>
          <Toasts />
        </Suspense>
      </ChakraProvider>
    </StrictMode>,
  );
firstPage().then(draw, () => draw(<PageFailed />));
