import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { teachingMinutes } from "@map-step/core/plan";
import { ChevronDown, ChevronRight } from "lucide-react";
import { type ReactNode, useState } from "react";
import { KindGlyph } from "../../../kit/kind-glyph.tsx";
import { usePrinting } from "../../../kit/printing.ts";
import { useStableCallbacks } from "../../../kit/stable-callbacks.ts";
import { columnWidth, LABEL_WIDTH, ROW_HEIGHT } from "../../../kit/strand-look.ts";
import { useWidth } from "../../../kit/use-width.ts";
import type { PlanView } from "../plan-view.ts";
import type { PlannerInput } from "../planner-input.ts";
import { type Drag, figuresIn, type Selection, weekPulledTo } from "../planner-state.ts";
import type { Chosen } from "../use-plan.ts";
import type { PlannerActions } from "../use-planner.ts";
import { WeekHeads } from "./heads.tsx";
import { Legend } from "./legend.tsx";
import { NeedsLines } from "./needs-lines.tsx";
import { GridRow } from "./row.tsx";
import type { DragHandlers } from "./use-strand-drag.ts";

interface Props {
  readonly input: PlannerInput;
  readonly view: PlanView;
  readonly chosen: Chosen;
  /** The plan that a proposal stands beside; its strands are drawn faintly where they differ. */
  readonly before: Chosen | null;
  readonly mayEdit: boolean;
  readonly selection: Selection;
  readonly drag: Drag | null;
  readonly actions: PlannerActions;
}

const GROUP_HEIGHT = 34;
/** The skyline, the heads of the weeks and the legend. */
const HEADS_HEIGHT = 230;
/** What the smaller of A4 and Letter leaves beside its margins and the title when it lies on its side, in pixels. */
const PAPER = { width: 960, height: 550 } as const;

interface Group {
  readonly key: string;
  readonly title: string;
  readonly glyph: ReactNode;
  readonly rows: readonly FigureRecord[];
}

/** How high the middle of each shown row lies, under the heads. */
function middlesOf(groups: readonly Group[], closed: ReadonlySet<string>): Map<string, number> {
  const middles = new Map<string, number>();
  let top = 0;
  for (const { key, rows } of groups) {
    top += GROUP_HEIGHT;
    if (closed.has(key)) continue;
    for (const { id } of rows) {
      middles.set(id, top + ROW_HEIGHT / 2);
      top += ROW_HEIGHT;
    }
  }
  return middles;
}

/** Figures by kind, and those that wait for a week. */
const groupsOf = (figures: readonly FigureRecord[], weekOf: (id: string) => number): readonly Group[] =>
  [
    ...FIGURE_KINDS.map((kind) => ({
      key: kind,
      title: KIND_NAMES[kind].many,
      glyph: <KindGlyph kind={kind} size={14} adorns />,
      rows: figures.filter((figure) => figure.kind === kind && weekOf(figure.id) > 0),
    })),
    {
      key: "waiting",
      title: "Waiting for a week",
      glyph: null,
      rows: figures.filter(({ id }) => weekOf(id) === 0),
    },
  ].filter(({ rows }) => rows.length > 0);

interface GroupHeadProps {
  readonly group: Group;
  readonly closed: boolean;
  readonly onToggle: () => void;
}

const GroupHead = ({ group: { title, glyph, rows }, closed, onToggle }: GroupHeadProps) => (
  <Flex style={{ height: GROUP_HEIGHT }} align="flex-end" pl="1">
    <Flex
      asChild
      align="center"
      gap="1.5"
      color="soft"
      borderBottomWidth="1px"
      borderColor="rule"
      w="full"
      minH="6"
      pb="1"
    >
      <button type="button" aria-expanded={!closed} onClick={onToggle}>
        {closed ? <ChevronRight size={14} aria-hidden /> : <ChevronDown size={14} aria-hidden />}
        {glyph}
        <Heading as="h3" size="xs" fontFamily="body">
          {title}
          {closed ? ` (${rows.length})` : ""}
        </Heading>
      </button>
    </Flex>
  </Flex>
);

interface ColumnsProps extends Pick<PlanView, "capacities"> {
  readonly taught: number;
  readonly column: number;
}

/** The weeks behind the strands, darker where nothing is to be moved any more. */
const Columns = ({ capacities, taught, column }: ColumnsProps) => (
  <Flex position="absolute" inset="0" pl={`${LABEL_WIDTH}px`} aria-hidden>
    {capacities.map(({ week, held }) => (
      <Box
        key={week}
        style={{ width: column }}
        flexShrink="0"
        borderLeftWidth="1px"
        borderColor="rule"
        bg={week <= taught || !held ? "sunk" : "transparent"}
        opacity="0.75"
      />
    ))}
  </Flex>
);

/** The week grid: the skyline of minutes, and under it one strand for each figure. */
export function WeekGrid({ input, view, chosen, before, mayEdit, selection, drag, actions }: Props) {
  const { figures, levelPlan, sharesAt, loads, capacities, findings } = view;
  const { level, section, taught } = input;
  const [ref, measured] = useWidth<HTMLDivElement>();
  const onPaper = usePrinting();
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const weeks = loads.length;
  const entries = new Map(chosen.map((entry) => [entry.figureId, entry]));
  const weekOf = (id: string): number => entries.get(id)?.week ?? 0;
  const groups = groupsOf(figures, weekOf);
  const rowCount = groups.reduce((sum, { key, rows }) => sum + (closed.has(key) ? 0 : rows.length), 0);
  const height = HEADS_HEIGHT + groups.length * GROUP_HEIGHT + rowCount * ROW_HEIGHT;
  // However long the list and the term are, the grid is printed on one page, and as wide as that.
  const low = Math.min(1, PAPER.height / height);
  const width = onPaper ? PAPER.width / low : measured;
  const column = columnWidth(width, weeks);
  const zoom = Math.min(low, PAPER.width / (LABEL_WIDTH + weeks * column));
  const beforeOf = new Map(before?.map(({ figureId, week }) => [figureId, week ?? 0]));
  const longest = Math.max(0, ...figures.map(({ minutes }) => minutes));
  const found = new Set(findings.map(({ figureId }) => figureId));
  const selected = figuresIn(selection);
  const target = (figureId: string, by: number): number =>
    weekPulledTo(weekOf(figureId), by, column, { weeks, taught });
  const handlers = useStableCallbacks<DragHandlers>({
    onPull: (figureId, by) => {
      const to = target(figureId, by);
      if (!selected.includes(figureId)) actions.selectFigure(figureId, false);
      if (to !== drag?.get(figureId)) actions.drag(figureId, to);
    },
    onDrop: (figureId, by) => {
      const to = target(figureId, by);
      actions.endDrag();
      if (to !== weekOf(figureId)) actions.move(figureId, to);
    },
    onCancel: actions.endDrag,
  });
  const toggle = (key: string) => {
    const next = new Set(closed);
    if (!next.delete(key)) next.add(key);
    setClosed(next);
  };
  const [one] = selected;
  return (
    <Box
      ref={ref}
      overflowX="auto"
      overflowY="hidden"
      pb="2"
      css={{ printColorAdjust: "exact", "@media print": { zoom, overflow: "visible" } }}
    >
      <style>{"@page { size: landscape; margin: 10mm }"}</style>
      <Box style={{ width: width === 0 ? "100%" : LABEL_WIDTH + weeks * column }} position="relative">
        <WeekHeads
          {...{ loads, capacities, findings, taught, column }}
          room={teachingMinutes(level)}
          dates={section?.dates ?? []}
          week={selection && "week" in selection ? selection.week : null}
          onSelect={(week) => actions.select({ week })}
        />
        <Box position="relative">
          <Columns capacities={capacities} taught={taught} column={column} />
          {groups.map((group) => (
            <Box key={group.key} position="relative">
              <GroupHead group={group} closed={closed.has(group.key)} onToggle={() => toggle(group.key)} />
              {closed.has(group.key) ? null : (
                <Box as="ul" aria-label={group.title}>
                  {group.rows.map((figure) => {
                    const { id } = figure;
                    const stood = weekOf(id);
                    const week = drag?.get(id) ?? stood;
                    const was = drag?.has(id) ? stood : (beforeOf.get(id) ?? week);
                    return (
                      <GridRow
                        key={id}
                        figure={figure}
                        shares={sharesAt(id, week)}
                        week={week}
                        ghost={was !== week && was > 0 ? sharesAt(id, was) : null}
                        selected={selected.includes(id)}
                        locked={stood > 0 && stood <= taught}
                        still={!mayEdit}
                        pinned={entries.get(id)?.pinned ?? false}
                        found={found.has(id)}
                        onSelect={actions.selectFigure}
                        onMove={actions.move}
                        drag={handlers}
                        {...{ weeks, column, longest }}
                      />
                    );
                  })}
                </Box>
              )}
            </Box>
          ))}
          {one !== undefined && selected.length === 1 && !drag ? (
            <NeedsLines
              level={levelPlan}
              figureId={one}
              column={column}
              middles={middlesOf(groups, closed)}
            />
          ) : null}
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
