import { Box, Button, Flex, SimpleGrid, Text } from "@chakra-ui/react";
import type { ChosenFigure, FigureRecord } from "@map-step/contract";
import { APPROACH_IDS, APPROACHES, WISHES, type Wish } from "@map-step/core/plan";
import { SmallSelect } from "../../../kit/select.tsx";
import { withEntry } from "../use-plan.ts";
import { WISH_NAMES } from "../words.ts";
import type { InspectorProps } from "./props.ts";

const numbered = (most: number) =>
  Array.from({ length: most }, (_, index) => [String(index + 1), String(index + 1)] as const);

interface Props extends InspectorProps {
  readonly figure: FigureRecord;
  readonly entry: ChosenFigure;
}

/** What the plan wants of a figure: whether it must come, what it is worth, how it is taught, when it comes back. */
export function Wishes({ figure, entry, edit, input, view: { capacities } }: Props) {
  const set = (change: Partial<ChosenFigure>) =>
    edit.edit({ chosen: withEntry(edit.chosen, [figure.id], () => change) });
  const approaches = [
    ["", "as the level"] as const,
    ...input.approaches.map(({ id, name }) => [id, name] as const),
    ...APPROACH_IDS.map((id) => [id, APPROACHES[id].name] as const),
  ];
  const back = new Set(entry.extraReturns);
  return (
    <Box mb="5">
      <SimpleGrid templateColumns="1.7fr 1fr" gap="2">
        <SmallSelect
          label="In this level"
          value={entry.wish}
          choices={WISHES.map((wish) => [wish, WISH_NAMES[wish]] as const)}
          onChange={(wish) => set({ wish: wish as Wish })}
        />
        <SmallSelect
          label="Priority (1 to 9)"
          value={String(entry.worth)}
          choices={numbered(9)}
          onChange={(worth) => set({ worth: Number(worth) })}
        />
        <SmallSelect
          label="Approach"
          value={entry.approachId ?? ""}
          choices={approaches}
          onChange={(id) => set({ approachId: id === "" ? null : id })}
        />
        <SmallSelect
          label="Taught in pieces"
          value={String(entry.pieces)}
          choices={numbered(6)}
          onChange={(pieces) => set({ pieces: Number(pieces) })}
        />
      </SimpleGrid>
      {entry.week !== null ? (
        <>
          <Text color="soft" fontSize="xs" mt="3" mb="1">
            Brought back in week
          </Text>
          <Flex gap="1" wrap="wrap">
            {capacities
              .filter(({ week, held }) => held && week > (entry.week ?? 0))
              .map(({ week }) => (
                <Button
                  key={week}
                  size="2xs"
                  variant={back.has(week) ? "solid" : "outline"}
                  aria-pressed={back.has(week)}
                  aria-label={`Brought back in week ${week}`}
                  onClick={() =>
                    set({
                      extraReturns: back.has(week)
                        ? entry.extraReturns.filter((one) => one !== week)
                        : [...entry.extraReturns, week].sort((a, b) => a - b),
                    })
                  }
                >
                  {week}
                </Button>
              ))}
          </Flex>
        </>
      ) : null}
    </Box>
  );
}
