import { Box, Stack, Text } from "@chakra-ui/react";
import { stateInWords } from "@map-step/core/sequence";
import type { FoundRoutines } from "../../workers/find-routines.ts";
import { MissingLinks } from "./missing-links.tsx";
import type { Builder } from "./use-builder.ts";

interface NoneProps {
  readonly found: FoundRoutines;
  readonly builder: Builder;
  /** Whether a length was asked for that may be too short. */
  readonly isShort: boolean;
  /** How long was searched. */
  readonly seconds: number;
}

/** Why there is no routine, and what would make one. */
export function NoRoutine({ found, builder, isShort, seconds }: NoneProps) {
  const { graph, dance } = builder.library;
  if (!found.impossible)
    return (
      <Text>
        None was found in {seconds} seconds, and it is not proven that there is none. Choose fewer figures, or
        another phrase.
      </Text>
    );
  if (found.links.length === 0)
    return (
      <Text>
        There is no such routine, proven.{" "}
        {isShort
          ? "It may be too short: try without a most of counts."
          : "Try another phrase, or let it end facing any way."}
      </Text>
    );
  return (
    <Stack gap="2">
      <Text fontWeight="700">There is no such routine, proven: these do not hang together.</Text>
      <Box as="ul" pl="5">
        {found.islands.map(({ states, nothingIn, nothingOut }) => {
          const state = graph.states[states[0] ?? -1];
          return (
            <li key={states.join()}>
              {state ? stateInWords(state) : ""}
              {nothingIn ? "; nothing leads into it" : ""}
              {nothingOut ? "; nothing leads out of it" : ""}
            </li>
          );
        })}
      </Box>
      <MissingLinks graph={graph} links={found.links} dance={dance} />
    </Stack>
  );
}
