import { Badge, Box, Flex, Stack, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { type Call, callOf, elementSet } from "@map-step/core/element";
import { type Comparison, compareFigures, partingsInWords, percentAlike } from "@map-step/core/likeness";
import type { Figure } from "@map-step/core/notation";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useDances } from "./library.ts";
import { LikenessWait } from "./likeness-wait.tsx";
import { stepsIn } from "./steps.ts";
import { elementsInWords, stretchesInWords } from "./stretches.ts";
import { useLikeness } from "./use-likeness.ts";

/** How many of the nearest figures are shown. */
const SHOWN = 4;

interface Props {
  readonly record: FigureRecord;
  readonly figure: Figure;
  /** All figures of its dance. */
  readonly library: readonly FigureRecord[];
}

/** What two figures have in common and all in which they differ, in words. */
export function comparisonInWords(comparison: Comparison, call: Call): string {
  if (comparison.partings.length === 0) return "dances the same";
  const own = comparison.shared.map(({ a }) => a);
  const [pieces = []] = Object.values(call);
  const [named, counts] = [elementsInWords(pieces, own), stretchesInWords(own)];
  const both = own.length === 0 ? "" : `shares ${named === "" ? counts : `${named} (${counts})`}, `;
  return `${both}differs in ${partingsInWords(comparison)}`;
}

/** The figures most like this one: what they share is not new, and what looks alike is kept apart on purpose. */
export function Alike({ record, figure, library }: Props) {
  const [progress, setProgress] = useState(0);
  const { pairs, failed } = useLikeness(record.danceId, setProgress);
  const { data: dances } = useDances();
  const nearest = useMemo(
    () =>
      (pairs ?? [])
        .filter(({ a, b }) => a === record.id || b === record.id)
        .flatMap(({ a, b }) => {
          const other = library.find(({ id }) => id === (a === record.id ? b : a));
          const steps = other && stepsIn(library, dances ?? [], other);
          return other && steps ? [{ id: other.id, ...compareFigures(figure, steps) }] : [];
        })
        .filter(({ byRole }) => Object.values(byRole).some(({ shared }) => shared.length > 0))
        .slice(0, SHOWN),
    [pairs, figure, library, dances, record.id],
  );
  const call = useMemo(() => {
    const dance = dances?.find(({ id }) => id === record.danceId);
    return dance ? callOf(figure, elementSet(dance)) : {};
  }, [figure, dances, record.danceId]);
  const nameOf = (id: string) => library.find((other) => other.id === id)?.name ?? "";
  return (
    <Panel>
      <PanelTitle>Resembles</PanelTitle>
      {pairs === undefined ? <LikenessWait progress={progress} failed={failed} /> : null}
      {pairs && nearest.length === 0 ? (
        <Text color="soft">No other figure shares two steps with it.</Text>
      ) : null}
      <Stack gap="2.5">
        {nearest.map((comparison) => (
          <Box key={comparison.id}>
            <Flex gap="2" align="baseline" wrap="wrap">
              <Text fontWeight="700" color="pine" asChild>
                <Link
                  to={`/figures/${record.id}/beside/${comparison.id}`}
                  aria-label={`${nameOf(comparison.id)}, beside ${record.name}`}
                >
                  {nameOf(comparison.id)}
                </Link>
              </Text>
              <Text color="soft" fontSize="sm" className="numbers">
                {percentAlike(comparison.likeness)} % alike
              </Text>
              {comparison.lookAlike ? <Badge colorPalette="orange">look-alikes</Badge> : null}
            </Flex>
            <Text fontSize="sm">{comparisonInWords(comparison, call)}</Text>
          </Box>
        ))}
      </Stack>
    </Panel>
  );
}
