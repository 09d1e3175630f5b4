import { Box, Flex, Text } from "@chakra-ui/react";
import type { CalledFigure } from "@map-step/core/sequence";
import type { Dance } from "@map-step/core/time";
import { beatsToTicks } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useEffect } from "react";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import type { Called } from "./use-called.ts";

interface Props {
  readonly called: Called;
  readonly dance: Dance;
  readonly nameOf: (figureId: string) => string;
  readonly say: ((text: string) => void) | null;
  readonly isPlaying: boolean;
}

const titleOf = ({ figureId, side, times }: CalledFigure, nameOf: Props["nameOf"]): string =>
  `${nameOf(figureId)}${side === "other" ? ", other side" : ""}${times > 1 ? ` ×${times}` : ""}`;

/** What is danced, and what was said of what comes. */
export function CallerNow({
  called: { now, said, in: left, danced, gone },
  dance,
  nameOf,
  say,
  isPlaying,
}: Props) {
  const call = said ? titleOf(said, nameOf) : null;
  const place = said ? `${said.itemId} ${said.from}` : "";
  useEffect(() => {
    // The same figure called again is said again.
    if (call && place && isPlaying) say?.(call.replace("×", "times "));
  }, [call, place, isPlaying, say]);
  return (
    <Box minH="13rem">
      <Flex gap="5" align="baseline" wrap="wrap" minH="4.5rem">
        <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1.1">
          {now ? titleOf(now, nameOf) : isPlaying ? "Get ready" : "Press Start"}
        </Text>
        <Text fontSize="2xl" color={call ? "pine" : "soft"} fontWeight="600" aria-live="assertive">
          {call ? `next: ${call}, in ${counted(Math.max(1, left), "count")}` : ""}
        </Text>
      </Flex>
      {danced?.figure ? (
        <CountRibbon
          figure={danced.figure}
          name={nameOf(danced.item.figureId)}
          timing={dance}
          at={beatsToTicks(gone)}
        />
      ) : null}
    </Box>
  );
}
