import { type PointerEvent, useRef } from "react";

/** Pixels a pointer travels before it is a drag and not a click. */
const SLACK = 5;

export interface DragHandlers {
  /** How far, in pixels to the right, a strand has been pulled. */
  readonly onPull: (figureId: string, by: number) => void;
  readonly onDrop: (figureId: string, by: number) => void;
  readonly onCancel: () => void;
}

/**
 * Pointer handlers that pull a strand sideways. The pointer is captured, so the strand may jump from week to
 * week under it.
 */
export function useStrandDrag(figureId: string, locked: boolean, { onPull, onDrop, onCancel }: DragHandlers) {
  const start = useRef<{ readonly x: number; moving: boolean } | null>(null);
  const end = (event: PointerEvent<HTMLElement>, dropped: boolean) => {
    const from = start.current;
    start.current = null;
    if (!from?.moving) return;
    if (dropped) onDrop(figureId, event.clientX - from.x);
    else onCancel();
  };
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (locked || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      start.current = { x: event.clientX, moving: false };
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const from = start.current;
      if (!from) return;
      const by = event.clientX - from.x;
      if (!from.moving && Math.abs(by) < SLACK) return;
      from.moving = true;
      onPull(figureId, by);
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => end(event, true),
    onPointerCancel: (event: PointerEvent<HTMLElement>) => end(event, false),
  };
}
