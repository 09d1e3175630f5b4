import { Box, Text } from "@chakra-ui/react";
import { callLines } from "@map-step/core/sequence";
import type { ScoreView } from "./use-builder.ts";

/** A round as a caller reads it: each figure with its counts, and where it is said a phrase ahead. */
export function CallSheet({ view }: { view: ScoreView }) {
  const { content, library, picks } = view;
  const lines = callLines(content, library.figureOf, library.nameOf, picks);
  return (
    <Box as="ol" pl="6" aria-label="Call sheet">
      {lines.map(({ phrase, count, name, times, counts, sayInPhrase, sayOnCount, note }, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a figure may come twice; its place tells it apart
        <Box as="li" key={at} mb="1">
          <b>
            {name}
            {times > 1 ? ` ×${times}` : ""}
          </b>{" "}
          <Text as="span" className="numbers">
            {counts}
          </Text>
          <Text color="soft" fontSize="sm" className="numbers">
            phrase {phrase}, count {count}; said{" "}
            {sayInPhrase < 1 ? "before it begins" : `in phrase ${sayInPhrase} on ${sayOnCount}`}
            {note === "" ? "" : `; ${note}`}
          </Text>
        </Box>
      ))}
    </Box>
  );
}
