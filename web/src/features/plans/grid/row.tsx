import { Box, Flex, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import type { PlacedPart } from "@map-step/core/plan";
import { Lock, Pin, TriangleAlert } from "lucide-react";
import { type KeyboardEvent, type MouseEvent, memo } from "react";
import { LABEL_WIDTH, minuteWidth, ROW_HEIGHT } from "../../../kit/strand-look.ts";
import { StrandView } from "./strand.tsx";
import { type DragHandlers, useStrandDrag } from "./use-strand-drag.ts";

export interface RowProps {
  readonly figure: FigureRecord;
  /** What it has in the weeks; nothing while it waits. */
  readonly parts: readonly PlacedPart[];
  /** 0 while it waits for a week. */
  readonly week: number;
  /** What it had before the drag that is under way, or has in the plan beside a proposal. */
  readonly ghost: readonly PlacedPart[] | null;
  readonly weeks: number;
  readonly column: number;
  readonly longest: number;
  readonly selected: boolean;
  /** Taught already. */
  readonly locked: boolean;
  /** Not to be moved by this person, or not now. */
  readonly still: boolean;
  readonly pinned: boolean;
  readonly found: boolean;
  /** With `more` it is chosen beside what is chosen already. */
  readonly onSelect: (figureId: string, more: boolean) => void;
  readonly onMove: (figureId: string, week: number) => void;
  readonly drag: DragHandlers;
}

function movedBy({ key }: KeyboardEvent, week: number, weeks: number): number | null {
  if (key === "ArrowRight") return Math.min(weeks, week + 1);
  if (key === "ArrowLeft") return Math.max(0, week - 1);
  if (key === "Delete" || key === "Backspace") return 0;
  if (key === "Home") return 1;
  return null;
}

/** One figure of the plan: its name and its strand, which moves by dragging or with the arrow keys. */
export const GridRow = memo(function GridRow(props: RowProps) {
  const { figure, parts, week, ghost, weeks, column, longest, selected, locked, still, pinned, found } =
    props;
  const { onSelect, onMove } = props;
  const held = locked || still || pinned;
  const pull = useStrandDrag(figure.id, held, props.drag);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Enter" || event.key === " ") onSelect(figure.id, event.shiftKey || event.ctrlKey);
    const to = held ? null : movedBy(event, week, weeks);
    if (to === null) return;
    event.preventDefault();
    if (!selected) onSelect(figure.id, false);
    if (to !== week) onMove(figure.id, to);
  };
  const handleWidth = Math.max(24, Math.min(column, figure.minutes * minuteWidth(column, longest)));
  const where = week === 0 ? "waiting for a week" : `new in week ${week}`;
  return (
    <Flex
      role="listitem"
      h={`${ROW_HEIGHT}px`}
      position="relative"
      bg={selected ? "pineWash" : "transparent"}
      borderRadius="md"
      onClick={(event: MouseEvent) => onSelect(figure.id, event.shiftKey || event.ctrlKey || event.metaKey)}
    >
      <Flex
        w={`${LABEL_WIDTH}px`}
        flexShrink="0"
        align="center"
        gap="1.5"
        pl="2"
        pr="1"
        position="sticky"
        left="0"
        zIndex="1"
        bg={selected ? "pineWash" : "ground"}
        _print={{ bg: "white" }}
        borderRadius="md"
        cursor="pointer"
      >
        <Text truncate fontWeight={selected ? "700" : "400"} fontSize="15px">
          {figure.name}
        </Text>
        {locked ? <Lock size={12} aria-label="taught already" role="img" style={{ flexShrink: 0 }} /> : null}
        {pinned ? <Pin size={12} aria-label="pinned" role="img" style={{ flexShrink: 0 }} /> : null}
        {found ? (
          <Box as="span" color="apricot" flexShrink="0" ml="auto">
            <TriangleAlert size={15} aria-label="has something to solve" role="img" />
          </Box>
        ) : null}
      </Flex>
      <Box position="relative" flex="1">
        {ghost ? (
          <Box opacity="0.25">
            <StrandView {...{ column, longest }} parts={ghost} minutesShown={false} />
          </Box>
        ) : null}
        <StrandView {...{ parts, column, longest }} minutesShown={selected} />
        <Box
          {...pull}
          onKeyDown={onKeyDown}
          role="button"
          tabIndex={0}
          aria-pressed={selected}
          aria-label={`${figure.name}, ${where}, ${figure.minutes} minutes${locked ? ", taught already" : pinned ? ", pinned" : still ? "" : "; arrow keys move it"}`}
          position="absolute"
          top="2px"
          h={`${ROW_HEIGHT - 4}px`}
          w={`${handleWidth}px`}
          left={`${week === 0 ? 4 : (week - 0.5) * column - handleWidth / 2}px`}
          borderRadius="full"
          borderWidth={week === 0 ? "1.5px" : selected ? "2px" : "0"}
          borderStyle={week === 0 ? "dashed" : "solid"}
          borderColor="pine"
          cursor={held ? "default" : ghost === null ? "grab" : "grabbing"}
          touchAction="none"
        />
      </Box>
    </Flex>
  );
});
