import { Box, Button, Flex, Stack, Table, Text } from "@chakra-ui/react";
import { formatFigure } from "@map-step/core/notation";
import { cutsOfFigure, figureItemsOf, type Half, halves } from "@map-step/core/sequence";
import { ticksToBeats } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { Modal } from "../../kit/dialog.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { timingOf } from "../figures/library.ts";
import { useMay } from "../session/session.tsx";
import { FigureSet } from "./figure-set.tsx";
import { type Builder, newFromLibrary } from "./use-builder.ts";
import type { NameOf } from "./words.ts";

/** More than this no table is read of. */
const MOST_FIGURES = 8;
/** A place to cut is marked on the ribbon so many beats wide on each side. */
const CUT = 0.06;

/** A half by where it is from: `Side pass 1–4`. */
const originOf = ({ figureId, counts }: Half, nameOf: NameOf): string =>
  `${nameOf(figureId)} ${counts[0] === counts[1] ? counts[0] : `${counts[0]}–${counts[1]}`}`;

interface Props {
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

interface TableProps {
  readonly table: ReturnType<typeof halves>;
  readonly nameOf: NameOf;
  readonly onPick: (pair: readonly [Half, Half]) => void;
}

/** Which first half goes on with which second one. */
function HalvesTable({ table, nameOf, onPick }: TableProps) {
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="First halves by second halves">
      <Table.Root size="sm" className="numbers">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader whiteSpace="nowrap" verticalAlign="bottom">
              first half, then
            </Table.ColumnHeader>
            {table.seconds.map((half) => (
              <Table.ColumnHeader
                key={originOf(half, nameOf)}
                fontWeight="600"
                minW="4.5rem"
                whiteSpace="normal"
                verticalAlign="bottom"
              >
                {originOf(half, nameOf)}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {table.firsts.map((one, row) => (
            <Table.Row key={originOf(one, nameOf)}>
              <Table.Cell fontWeight="600" position="sticky" left="0" bg="panel" whiteSpace="nowrap">
                {originOf(one, nameOf)}
              </Table.Cell>
              {table.seconds.map((other, column) => {
                const fits = table.dances[row]?.[column];
                const name = `${originOf(one, nameOf)}, then ${originOf(other, nameOf)}`;
                return (
                  <Table.Cell key={originOf(other, nameOf)} textAlign="center" p="1">
                    {fits === true ? (
                      <Button
                        size="xs"
                        variant="outline"
                        aria-label={name}
                        onClick={() => onPick([one, other])}
                      >
                        ✓
                      </Button>
                    ) : (
                      <Text color="soft" as="span">
                        {fits === null ? "itself" : "–"}
                      </Text>
                    )}
                  </Table.Cell>
                );
              })}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

/** First halves by second halves of some figures, and which of them can be danced one after the other. */
export function HalvesDialog({ builder, mayEdit, onClose }: Props) {
  const navigate = useNavigate();
  const mayWriteFigures = useMay("figures.write");
  const { library, content, actions } = builder;
  const { dance, figures, nameOf } = library;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set([...new Set(figureItemsOf(content.items).map(({ figureId }) => figureId))].slice(0, 3)),
  );
  const [picked, setPicked] = useState<readonly [Half, Half] | null>(null);
  const shown = useMemo(
    () => figures.filter(({ id }) => chosen.has(id)).slice(0, MOST_FIGURES),
    [figures, chosen],
  );
  const table = useMemo(() => halves(shown, dance), [shown, dance]);
  const dances = table.dances.flat().filter((one) => one === true).length;
  const items = (pair: readonly [Half, Half]) =>
    pair.map(({ figureId, counts }) => ({ ...newFromLibrary(figureId), counts }));
  const keep = ([one, other]: readonly [Half, Half]) => {
    const steps = {
      length: one.figure.length + other.figure.length,
      steps: {},
      composition: {
        uses: [one, other].map(({ figureId, counts }) => ({ name: nameOf(figureId), counts })),
        changes: {},
        omitted: {},
      },
    };
    const address = new URLSearchParams({
      dance: dance.id,
      name: `${nameOf(one.figureId)} into ${nameOf(other.figureId)}`.slice(0, 80),
      steps: formatFigure(steps, dance),
    });
    void navigate(`/figures/new?${address}`);
  };
  return (
    <Modal open size="xl" title="Halves" onClose={onClose}>
      <Stack gap="3">
        <Text color="soft">
          A figure can be cut where every dancer begins a step and it is known how they stand. A half goes on
          with the half of another where the feet, the hold and the facing agree.
        </Text>
        <FigureSet builder={builder} levels={[]} chosen={chosen} onChange={setChosen} />
        {chosen.size > MOST_FIGURES ? (
          <Text color="brick" fontSize="sm">
            The first {MOST_FIGURES} of them are shown.
          </Text>
        ) : null}
        {shown.map(({ id, figure }) => (
          <Box key={id}>
            <Text fontSize="sm" fontWeight="600">
              {nameOf(id)}
            </Text>
            <CountRibbon
              figure={figure}
              name={nameOf(id)}
              timing={timingOf(dance)}
              small
              marked={cutsOfFigure(figure, dance).map((count) => ({
                from: count - 1 - CUT,
                to: count - 1 + CUT,
              }))}
            />
          </Box>
        ))}
        {table.firsts.length === 0 ? (
          <Text>None of these can be cut.</Text>
        ) : (
          <Text fontWeight="700">{counted(dances, "new pair")} can be danced.</Text>
        )}
        {picked ? (
          <Flex gap="2" align="center" wrap="wrap" role="group" aria-label="The picked pair">
            <Text fontWeight="700">{picked.map((half) => originOf(half, nameOf)).join(", then ")}</Text>
            <Text color="soft" className="numbers">
              {counted(ticksToBeats(picked[0].figure.length + picked[1].figure.length), "count")}
            </Text>
            {mayEdit ? (
              <Button
                size="sm"
                onClick={() => {
                  actions.insert(null, items(picked));
                  onClose();
                }}
              >
                Put into the sequence
              </Button>
            ) : null}
            {mayWriteFigures ? (
              <Button size="sm" variant="outline" onClick={() => keep(picked)}>
                Keep as a figure
              </Button>
            ) : null}
          </Flex>
        ) : null}
        {table.firsts.length === 0 ? null : (
          <HalvesTable table={table} nameOf={nameOf} onPick={(pair) => setPicked(pair)} />
        )}
      </Stack>
    </Modal>
  );
}
