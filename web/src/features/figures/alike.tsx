import { Badge, Box, Flex, Stack, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { type Comparison, compareFigures, type RowComparison } from "@map-step/core/likeness";
import type { Figure } from "@map-step/core/notation";
import { useMemo } from "react";
import { Link } from "react-router";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useWithSteps } from "./really-new.tsx";
import { stretchesInWords } from "./stretches.ts";

/** How many of the nearest figures are shown. */
const SHOWN = 4;
const LEAST = 0.5;

interface Props {
  readonly record: FigureRecord;
  readonly figure: Figure;
  /** All figures of its dance. */
  readonly library: readonly FigureRecord[];
}

const rowInWords = ({ shared, partsAt }: RowComparison): string => {
  if (partsAt === null) return "dances the same";
  const both = shared.length === 0 ? "" : `shares ${stretchesInWords(shared.map(({ a }) => a))}, `;
  return `${both}parts at ${partsAt}`;
};

/** What two figures have in common and where they part, in words; each role by itself where they are not the same. */
export function comparisonInWords(comparison: Comparison): string {
  const roles = Object.entries(comparison.byRole).map(([role, row]) => ({ role, words: rowInWords(row) }));
  const [first] = roles;
  if (!first || roles.every(({ words }) => words === first.words)) return rowInWords(comparison);
  return roles.map(({ role, words }) => `the ${role} ${words}`).join("; ");
}

/** The figures most like this one: what they share is not new, and what looks alike is kept apart on purpose. */
export function Alike({ record, figure, library }: Props) {
  const withSteps = useWithSteps(library);
  const nearest = useMemo(() => {
    return withSteps
      .filter(({ id }) => id !== record.id)
      .map(({ id, figure: other }) => ({ id, ...compareFigures(figure, other) }))
      .filter(
        ({ likeness, byRole }) =>
          likeness >= LEAST && Object.values(byRole).some(({ shared }) => shared.length > 0),
      )
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, SHOWN);
  }, [figure, withSteps, record.id]);
  const nameOf = (id: string) => library.find((other) => other.id === id)?.name ?? "";
  return (
    <Panel>
      <PanelTitle>Resembles</PanelTitle>
      {nearest.length === 0 ? <Text color="soft">No other figure shares two steps with it.</Text> : null}
      <Stack gap="2.5">
        {nearest.map((comparison) => (
          <Box key={comparison.id}>
            <Flex gap="2" align="baseline" wrap="wrap">
              <Text fontWeight="700" color="pine" asChild>
                <Link to={`/figures/${record.id}/beside/${comparison.id}`}>{nameOf(comparison.id)}</Link>
              </Text>
              <Text color="soft" fontSize="sm" className="numbers">
                {Math.round(comparison.likeness * 100)} % alike
              </Text>
              {comparison.lookAlike ? <Badge colorPalette="orange">look-alikes</Badge> : null}
            </Flex>
            <Text fontSize="sm">{comparisonInWords(comparison)}</Text>
          </Box>
        ))}
      </Stack>
    </Panel>
  );
}
