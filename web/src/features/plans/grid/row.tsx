import type { FigureRecord } from "@map-step/contract";
import type { PlacedShare } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { Lock, Pin, TriangleAlert } from "lucide-react";
import { type KeyboardEvent, type MouseEvent, memo } from "react";
import { LABEL_WIDTH, minuteWidth } from "../../../kit/strand-look.ts";
import look from "./grid.module.css";
import { StrandView } from "./strand.tsx";
import { type DragHandlers, useStrandDrag } from "./use-strand-drag.ts";

export interface RowProps {
  readonly figure: FigureRecord;
  /** What it has in the weeks; nothing while it waits. */
  readonly shares: readonly PlacedShare[];
  /** 0 while it waits for a week. */
  readonly week: number;
  /** What it had before the drag that is under way, or has in the plan beside a proposal. */
  readonly ghost: readonly PlacedShare[] | null;
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
  const { figure, shares, week, ghost, weeks, column, longest, selected, locked, still, pinned, found } =
    props;
  const { onSelect, onMove } = props;
  const held = locked || still || pinned;
  const pull = useStrandDrag(figure.id, held, props.drag);
  const onKeyDown = (event: KeyboardEvent) => {
    const to = held ? null : movedBy(event, week, weeks);
    if (to === null) return;
    event.preventDefault();
    if (!selected) onSelect(figure.id, false);
    if (to !== week) onMove(figure.id, to);
  };
  const handleWidth = Math.max(24, Math.min(column, figure.minutes * minuteWidth(column, longest)));
  const standing = [
    ...(locked ? ["taught already"] : []),
    ...(pinned ? ["pinned"] : []),
    ...(found ? ["has something to solve"] : []),
  ];
  const where = week === 0 ? "waiting for a week" : `new in week ${week}`;
  const grip = ghost === null ? "" : look.pulled;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the button in it takes the keys
    <li
      className={`${look.row} ${selected ? look.selected : ""}`}
      onClick={(event: MouseEvent) => onSelect(figure.id, event.shiftKey || event.ctrlKey || event.metaKey)}
    >
      {/* All of it is in the name of the button. */}
      <div className={look.label} style={{ width: LABEL_WIDTH }} aria-hidden>
        <span className={look.name}>{figure.name}</span>
        {locked ? <Lock size={12} /> : null}
        {pinned ? <Pin size={12} /> : null}
        {found ? (
          <span className={look.found}>
            <TriangleAlert size={15} />
          </span>
        ) : null}
      </div>
      <div className={look.strands}>
        {ghost ? (
          <div className={look.ghost}>
            <StrandView {...{ column, longest }} shares={ghost} minutesShown={false} />
          </div>
        ) : null}
        <StrandView {...{ shares, column, longest }} minutesShown={selected} />
        <button
          {...pull}
          onKeyDown={onKeyDown}
          type="button"
          aria-pressed={selected}
          aria-label={`${[figure.name, where, counted(figure.minutes, "minute"), ...standing].join(", ")}${held ? "" : "; arrow keys move it"}`}
          className={`${look.handle} ${week === 0 ? look.waiting : ""} ${held ? look.held : grip}`}
          style={{
            width: handleWidth,
            left: week === 0 ? 4 : (week - 0.5) * column - handleWidth / 2,
          }}
        />
      </div>
    </li>
  );
});
