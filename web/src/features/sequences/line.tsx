import { Badge, Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type Level, type SequenceSummary } from "@map-step/contract";
import { figureItemsOf, roundFacts, roundOf, sequenceFacts } from "@map-step/core/sequence";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { Link } from "react-router";
import { momentOf } from "../../kit/dates.ts";
import { useRemoval } from "../../kit/removal.ts";
import { useDances, useFigures } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";
import { TrackDrawing } from "./floor-track.tsx";
import { SmallScore } from "./small-score.tsx";
import { lastsInWords, lengthInWords, unwrittenInWords } from "./words.ts";

interface Props {
  readonly sequence: SequenceSummary;
  readonly dance: DanceRecord;
  readonly level: Level | undefined;
  readonly mayWrite: boolean;
}

/** All that follows from a sequence as it stands; nothing until its dance's figures are here. */
function useRead(sequence: SequenceSummary, dance: DanceRecord) {
  const { data: figures } = useFigures(dance.id);
  const { data: dances } = useDances();
  return useMemo(() => {
    if (!figures || !dances) return null;
    const wanted = new Set(figureItemsOf(sequence.items).map(({ figureId }) => figureId));
    const own = figures.filter(({ id }) => wanted.has(id));
    const steps = new Map(own.map((record) => [record.id, stepsIn(figures, dances, record)]));
    const names = new Map(own.map(({ id, name }) => [id, name]));
    const figureOf = (id: string) => steps.get(id) ?? null;
    return {
      nameOf: (id: string) => names.get(id) ?? "A removed figure",
      facts: sequenceFacts(sequence, figureOf, dance),
      round: roundFacts(roundOf(sequence.items, figureOf, {}), sequence, dance),
    };
  }, [sequence, dance, figures, dances]);
}

/** A sequence with its score and its way over the floor, and whether it fits. */
export function SequenceLine({ sequence, dance, level, mayWrite }: Props) {
  const { id, name, figures, loops, isShared, changedAt, changedBy, phraseBeats } = sequence;
  const { remove, busy } = useRemoval(api.sequences.remove, api.sequences.restore);
  const read = useRead(sequence, dance);
  const open = read?.facts.joins.filter(({ fits }) => !fits).length ?? 0;
  const toOpen = open > 0 ? "Mend it" : "Open";
  const gone = read?.facts.missing.length ?? 0;
  const lasts = read ? lastsInWords(read.facts.least, read.facts.most) : "";
  const about = [
    counted(figures, "figure"),
    ...(read ? [lengthInWords(read.facts.least, read.facts.most)] : []),
    ...(lasts === "" || sequence.bpm === null ? [] : [`${lasts} at ${sequence.bpm} beats a minute`]),
    loops ? "goes round" : "danced once through",
    ...(level ? [level.name] : []),
  ];
  const unwritten = read ? unwrittenInWords(read.facts) : "";
  const fault =
    gone > 0
      ? `${counted(gone, "figure")} without steps`
      : open > 0
        ? `${counted(open, "join")} to mend`
        : unwritten.replace(/\.$/, "").toLowerCase();
  return (
    <Box py="3" borderTopWidth="1px" borderColor="rule" css={{ breakInside: "avoid" }}>
      <Flex gap="5" align="flex-start" wrap={{ base: "wrap", md: "nowrap" }}>
        <Box flex="1" minW="0">
          <Flex gap="3" align="center" wrap="wrap">
            <Text asChild fontWeight="700" fontSize="lg" fontFamily="heading" overflowWrap="anywhere">
              <Link to={`/sequences/${id}`}>{name}</Link>
            </Text>
            {read === null || figures === 0 ? null : (
              <Badge colorPalette={fault === "" ? "pine" : "orange"} size="lg">
                {fault === "" ? "every join fits" : fault}
              </Badge>
            )}
            {isShared ? (
              <Badge colorPalette="pine" size="lg">
                shared
              </Badge>
            ) : null}
          </Flex>
          <Text color="soft" fontSize="sm" mb="2" className="numbers">
            {about.join("; ")}
          </Text>
          {read ? (
            <SmallScore
              round={read.round}
              nameOf={read.nameOf}
              phraseBeats={phraseBeats}
              joins={read.facts.joins}
              loops={loops}
            />
          ) : (
            <Box h="60px" />
          )}
          <Flex gap="3" mt="2" align="center" wrap="wrap" className="no-print">
            <Button asChild size="xs" variant="outline">
              <Link to={`/sequences/${id}`} aria-label={`${toOpen}: ${name}`}>
                {toOpen}
              </Link>
            </Button>
            <Button asChild size="xs" variant="outline">
              <Link to={`/practice/sequences/${id}`} aria-label={`Practise: ${name}`}>
                Practise
              </Link>
            </Button>
            {mayWrite ? (
              <Button
                size="xs"
                variant="ghost"
                disabled={busy}
                aria-label={`Remove: ${name}`}
                onClick={() => remove(id, `${name} is taken away`)}
              >
                Remove
              </Button>
            ) : null}
            <Text color="soft" fontSize="xs">
              {changedBy === "" ? "" : `${changedBy}, `}
              {momentOf(changedAt)}
            </Text>
          </Flex>
        </Box>
        {read?.round.whole ? (
          <Box w={{ base: "12rem", md: "13rem" }} flexShrink="0">
            <TrackDrawing round={read.round} dance={dance} />
          </Box>
        ) : null}
      </Flex>
    </Box>
  );
}
