import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { type Finding, type Strand, type WeekLoad, WORK } from "@map-step/core/plan";
import { useRef, useState } from "react";
import { KindGlyph } from "../../../kit/kind-glyph.tsx";
import { useWidth } from "../../../kit/use-width.ts";
import type { Chosen } from "../use-plan.ts";
import { WeekHeads } from "./heads.tsx";
import { columnWidth, LABEL_WIDTH, WORK_FILL, WORK_NAMES } from "./look.ts";
import { GridRow } from "./row.tsx";
import type { DragHandlers } from "./use-strand-drag.ts";

/** A strand on its way to another week, not let go yet; week 0 takes it off the weeks. */
export interface Drag {
  readonly figureId: string;
  readonly from: number;
  readonly to: number;
}

export type Selection = { readonly figureId: string } | { readonly week: number } | null;

interface Props {
  readonly figures: readonly FigureRecord[];
  readonly chosen: Chosen;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly loads: readonly WeekLoad[];
  readonly findings: readonly Finding[];
  readonly room: number;
  readonly dates: readonly string[];
  readonly taught: number;
  readonly mayEdit: boolean;
  readonly selection: Selection;
  readonly drag: Drag | null;
  readonly onSelect: (selection: Selection) => void;
  readonly onSelectFigure: (figureId: string) => void;
  readonly onMove: (figureId: string, week: number) => void;
  readonly onDrag: (drag: Drag | null) => void;
}

function Legend() {
  return (
    <Flex gap="4" wrap="wrap" mt="3" pl="2" fontSize="sm" color="soft">
      {WORK.map((work) => (
        <Flex key={work} align="center" gap="1.5">
          <Box
            w={work === "return" ? "12px" : "22px"}
            h="12px"
            borderRadius="full"
            borderWidth={work === "return" ? "2.5px" : "1px"}
            borderColor="pine"
            style={{ background: WORK_FILL[work] }}
          />
          {WORK_NAMES[work]}
        </Flex>
      ))}
    </Flex>
  );
}

/** The week grid: the skyline of minutes, and under it one strand for each figure. */
export function WeekGrid(props: Props) {
  const { figures, chosen, strands, loads, findings, room, dates, taught, mayEdit, selection, drag } = props;
  const [ref, width] = useWidth<HTMLDivElement>();
  const weeks = loads.length;
  const column = columnWidth(width, weeks);
  const weekOf = new Map(chosen.map(({ figureId, week }) => [figureId, week ?? 0]));
  const longest = Math.max(0, ...figures.map(({ minutes }) => minutes));
  const found = new Set(findings.map(({ figureId }) => figureId));
  const moved = (figureId: string, by: number): Drag => {
    const from = weekOf.get(figureId) ?? 0;
    // A waiting figure stands half a column before week 1.
    const columns = (by + (from === 0 ? column / 2 : 0)) / column;
    const to = Math.min(weeks, Math.max(0, from + Math.round(columns)));
    return { figureId, from, to: to > 0 && to <= taught ? taught + 1 : to };
  };
  const latest = useRef({ moved, props });
  latest.current = { moved, props };
  const [handlers] = useState<DragHandlers>(() => ({
    onPull: (figureId, by) => {
      const { moved: now, props: current } = latest.current;
      const next = now(figureId, by);
      if (current.drag === null) current.onSelectFigure(figureId);
      if (next.to !== current.drag?.to || next.figureId !== current.drag.figureId) current.onDrag(next);
    },
    onDrop: (figureId, by) => {
      const { moved: now, props: current } = latest.current;
      const { from, to } = now(figureId, by);
      current.onDrag(null);
      if (to !== from) current.onMove(figureId, to);
    },
    onCancel: () => latest.current.props.onDrag(null),
  }));
  const groups = [
    ...FIGURE_KINDS.map((kind) => ({
      key: kind,
      title: KIND_NAMES[kind].many,
      glyph: <KindGlyph kind={kind} size={14} />,
      rows: figures.filter((figure) => figure.kind === kind && (weekOf.get(figure.id) ?? 0) > 0),
    })),
    {
      key: "waiting",
      title: "Waiting for a week",
      glyph: null,
      rows: figures.filter(({ id }) => weekOf.get(id) === 0),
    },
  ].filter(({ rows }) => rows.length > 0);
  return (
    <Box ref={ref} overflowX="auto" overflowY="hidden" pb="2">
      <Box w={width === 0 ? "full" : `${LABEL_WIDTH + weeks * column}px`} position="relative">
        <WeekHeads
          {...{ loads, findings, room, dates, taught, column }}
          week={selection && "week" in selection ? selection.week : null}
          onSelect={(week) => props.onSelect({ week })}
        />
        <Box position="relative">
          <Flex position="absolute" inset="0" pl={`${LABEL_WIDTH}px`} aria-hidden>
            {loads.map(({ week }) => (
              <Box
                key={week}
                w={`${column}px`}
                flexShrink="0"
                borderLeftWidth="1px"
                borderColor="rule"
                bg={week <= taught ? "sunk" : "transparent"}
                opacity="0.75"
              />
            ))}
          </Flex>
          {groups.map(({ key, title, glyph, rows }) => (
            <Box key={key} position="relative" pt="2">
              <Flex
                align="center"
                gap="1.5"
                color="soft"
                borderBottomWidth="1px"
                borderColor="rule"
                pb="0.5"
                mb="0.5"
                pl="1"
              >
                {glyph}
                <Heading as="h3" size="xs" fontFamily="body">
                  {title}
                </Heading>
              </Flex>
              <Box role="list" aria-label={title}>
                {rows.map((figure) => {
                  const week = weekOf.get(figure.id) ?? 0;
                  const dragged = drag?.figureId === figure.id;
                  return (
                    <GridRow
                      key={figure.id}
                      figure={figure}
                      strand={strands.get(figure.id) ?? []}
                      week={dragged ? drag.to : week}
                      ghost={dragged && drag.to !== drag.from ? drag.from : null}
                      selected={
                        selection !== null && "figureId" in selection && selection.figureId === figure.id
                      }
                      locked={!mayEdit || (week > 0 && week <= taught)}
                      found={found.has(figure.id)}
                      onSelect={props.onSelectFigure}
                      onMove={props.onMove}
                      drag={handlers}
                      {...{ weeks, column, longest }}
                    />
                  );
                })}
              </Box>
            </Box>
          ))}
        </Box>
        {figures.length === 0 ? (
          <Text color="soft" p="6">
            No figures are chosen for this level yet.
          </Text>
        ) : (
          <Legend />
        )}
      </Box>
    </Box>
  );
}
