import { Badge, Box, Button, Flex, SimpleGrid, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { type LikePair, percentAlike } from "@map-step/core/likeness";
import { useState } from "react";
import { Link } from "react-router";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { useDances, useFigures } from "./library.ts";
import { LikenessWait } from "./likeness-wait.tsx";
import { useLikeness } from "./use-likeness.ts";

interface Told extends LikePair {
  readonly one: FigureRecord;
  readonly two: FigureRecord;
}

/** The pairs of a dance whose figures are there, look-alikes before the rest. */
function pairsOf(pairs: readonly LikePair[], figures: readonly FigureRecord[], dance: DanceRecord): Told[] {
  const own = new Map(figures.filter(({ danceId }) => danceId === dance.id).map((one) => [one.id, one]));
  const told = pairs.flatMap((pair): Told[] => {
    const [one, two] = [own.get(pair.a), own.get(pair.b)];
    return one && two ? [{ ...pair, one, two }] : [];
  });
  return [
    ...told.filter(({ decides }) => decides !== null),
    ...told.filter(({ decides }) => decides === null),
  ];
}

const SHOWN = 40;

const PairCard = ({ one, two, likeness, decides }: Told) => (
  <Panel borderColor={decides === null ? undefined : "apricot"}>
    <Flex justify="space-between" gap="3" align="flex-start">
      <Box>
        <Text fontWeight="700">
          {one.name} and {two.name}
        </Text>
        <Text fontSize="sm" color="soft" className="numbers">
          {percentAlike(likeness)} % alike
        </Text>
        {decides === null ? null : (
          <Flex gap="2" align="center" mt="1">
            <Badge colorPalette="orange">look-alikes</Badge>
            <Text fontSize="sm">
              they differ only in <b className="numbers">{decides}</b>
            </Text>
          </Flex>
        )}
      </Box>
      <Button asChild size="sm" variant="outline" flexShrink="0">
        <Link to={`/figures/${one.id}/beside/${two.id}`} aria-label={`${one.name} beside ${two.name}`}>
          Side by side
        </Link>
      </Button>
    </Flex>
  </Panel>
);

/** Every two figures of a dance that have something in common, those easily taken for each other first. */
export function LookAlikesPage() {
  const dances = useDances();
  const { dance, choose } = useDanceChoice(dances.data);
  const library = useFigures(dance?.id);
  const [progress, setProgress] = useState(0);
  const { pairs, failed } = useLikeness(dance?.id, setProgress);
  return (
    <Loaded all={[library, dances]}>
      {(figures, allDances) => {
        const told = dance && pairs ? pairsOf(pairs, figures, dance) : [];
        const lookAlikes = told.filter(({ decides }) => decides !== null).length;
        return (
          <>
            <PageHead
              title="Look-alikes"
              about={pairs ? `${told.length} pairs that share half or more, ${lookAlikes} look-alikes` : ""}
            >
              {dance ? <DanceSelect dance={dance} dances={allDances} onChoose={choose} /> : null}
              <Button asChild variant="outline" bg="panel">
                <Link to="/figures">Back to the figures</Link>
              </Button>
            </PageHead>
            {pairs === undefined ? <LikenessWait progress={progress} failed={failed} /> : null}
            {pairs && told.length === 0 ? (
              <Empty title="No look-alikes yet">
                Two figures are told here as soon as half of what they hold is danced alike.
              </Empty>
            ) : null}
            <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="3">
              {told.slice(0, SHOWN).map((pair) => (
                <PairCard key={`${pair.a}${pair.b}`} {...pair} />
              ))}
            </SimpleGrid>
            {told.length > SHOWN ? (
              <Text color="soft" mt="3">
                And {told.length - SHOWN} more pairs, less alike than these.
              </Text>
            ) : null}
          </>
        );
      }}
    </Loaded>
  );
}
