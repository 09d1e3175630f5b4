import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { useLocation, useNavigate } from "react-router";
import { useApi } from "../../kit/api.ts";
import { useSession } from "../session/session.tsx";
import { stopsOf } from "./stops.ts";

/** The walk goes on over pages, and ends with the browser's tab. */
const KEY = "map-step:walk";
const listeners = new Set<() => void>();

const stopNow = (): number | null => {
  const kept = sessionStorage.getItem(KEY);
  return kept === null ? null : Number(kept);
};

function setStop(stop: number | null): void {
  if (stop === null) sessionStorage.removeItem(KEY);
  else sessionStorage.setItem(KEY, String(stop));
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Begins the walk through the term. */
export const beginWalk = (): void => setStop(0);

/** At which stop of the walk this browser is; nothing outside it. */
export const useWalk = (): number | null => useSyncExternalStore(subscribe, stopNow);

/** The walk through a term: says at each stop what to look at, and leads to the next one. */
export function Walk() {
  const at = useWalk();
  return at === null ? null : <WalkAt at={at} />;
}

function WalkAt({ at }: { at: number }) {
  const { today } = useSession();
  const { data: sections } = useApi(api.sections.list, {});
  const { data: courses } = useApi(api.courses.list, {});
  const navigate = useNavigate();
  const { pathname } = useLocation();
  // The stops of a walk stay as they were when it was begun, whatever is changed on the way.
  const ready = sections !== undefined && courses !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once
  const stops = useMemo(() => (sections && courses ? stopsOf(sections, courses, today) : []), [ready]);
  const stop = stops[at];
  useEffect(() => {
    if (ready && !stop) setStop(null);
  }, [ready, stop]);
  if (!stop) return null;
  const go = (to: number) => {
    const next = stops[to];
    setStop(next ? to : null);
    if (next) void navigate(next.to);
  };
  const isLast = at === stops.length - 1;
  return (
    <Box
      as="section"
      aria-label="A walk through the term"
      className="no-print"
      position="sticky"
      bottom={{ base: "16", md: "0" }}
      zIndex="docked"
      bg="pineWash"
      borderTopWidth="2px"
      borderColor="pine"
      px={{ base: "4", md: "6" }}
      py="3"
    >
      <Flex gap="4" align="center" wrap={{ base: "wrap", md: "nowrap" }}>
        <Text aria-live="polite" flex="1" minW="14rem">
          <strong>
            {at + 1} of {stops.length}: {stop.name}.
          </strong>{" "}
          {stop.look}
        </Text>
        <Flex gap="2" flexShrink="0">
          {pathname === stop.to ? null : (
            <Button size="sm" variant="outline" onClick={() => go(at)}>
              Back to it
            </Button>
          )}
          {at > 0 ? (
            <Button size="sm" variant="outline" onClick={() => go(at - 1)}>
              Back
            </Button>
          ) : null}
          <Button size="sm" variant={isLast ? "solid" : "ghost"} onClick={() => setStop(null)}>
            {isLast ? "Done" : "End"}
          </Button>
          {isLast ? null : (
            <Button size="sm" onClick={() => go(at + 1)}>
              Next
            </Button>
          )}
        </Flex>
      </Flex>
    </Box>
  );
}
