import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import type { RoundFacts } from "@map-step/core/sequence";
import { counted, inWords } from "@map-step/core/words";
import { FloorTrack } from "./floor-track.tsx";
import type { Builder } from "./use-builder.ts";
import {
  floorInWords,
  lastsInWords,
  lengthInWords,
  meetingInWords,
  rolesInWords,
  unwrittenInWords,
} from "./words.ts";

/** What follows from the whole sequence. */
export function FactsPanel({ builder }: { builder: Builder }) {
  const { facts, round, content, library } = builder;
  const { least, most, joins, missing } = facts;
  const open = joins.filter(({ fits }) => !fits).length;
  const lasts = lastsInWords(least, most);
  const unwritten = unwrittenInWords(facts);
  const times = [
    lasts === "" ? "" : `${lasts} at ${content.bpm} beats a minute`,
    least.beats === most.beats ? meetingInWords(least) : "",
  ].filter(Boolean);
  const floorOf = (one: RoundFacts): string[] => {
    const floor = floorInWords(one);
    return [
      ...rolesInWords(one),
      ...(floor === "" ? [] : [`Needs ${floor} a couple with elbow room, an estimate.`]),
    ];
  };
  const [shortest, longest] = [floorOf(least), floorOf(most)];
  const ways =
    shortest.join() === longest.join()
      ? [{ title: "", sentences: shortest }]
      : [
          { title: "The shortest way", sentences: shortest },
          { title: "The longest way", sentences: longest },
        ];
  if (round.danced.length === 0 && facts.figures === 0)
    return <Text color="soft">Figures that you put in are counted here.</Text>;
  return (
    <Stack gap="3">
      <Box>
        <Heading as="h2" size="lg" className="numbers">
          {lengthInWords(least, most)}
        </Heading>
        {times.length > 0 ? <Text color="soft">{times.join("; ")}.</Text> : null}
        {least.beats === most.beats ? null : (
          <Text color="soft">
            The shortest way {meetingInWords(least)}, the longest {meetingInWords(most)}.
          </Text>
        )}
      </Box>
      {missing.length > 0 ? (
        <Text fontWeight="700" color="brick">
          {counted(missing.length, "figure")} {missing.length === 1 ? "has" : "have"} no steps any more:{" "}
          {inWords(missing.map(library.nameOf))}.
        </Text>
      ) : null}
      {unwritten === "" ? null : (
        <Text fontWeight="700" color="brick">
          {unwritten} Nothing can be said of the couple there.
        </Text>
      )}
      <Text fontWeight="700" color={open > 0 ? "brick" : undefined}>
        {open === 0
          ? unwritten === ""
            ? "Every join fits."
            : "Every join fits for those whose steps are written."
          : `${counted(open, "join")} ${open === 1 ? "does" : "do"} not fit: see the “!” in the routine.`}
      </Text>
      <Box>
        <Heading as="h3" size="sm" mb="1.5">
          Over the floor
        </Heading>
        <FloorTrack round={round} dance={library.dance} loops={content.loops} />
        <Stack gap="0.5" mt="1.5" fontSize="sm">
          {ways.map(({ title, sentences }) => (
            <Box key={title}>
              {title === "" ? null : <Text fontWeight="700">{title}</Text>}
              {sentences.map((sentence) => (
                <Text key={sentence}>{sentence}</Text>
              ))}
            </Box>
          ))}
        </Stack>
      </Box>
    </Stack>
  );
}
