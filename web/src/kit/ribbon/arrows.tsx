import type { Step } from "@map-step/core/notation";

/** Strokes in a box of 14 by 14, the dancer looking up the page. */
const STROKES: Readonly<Record<string, string>> = {
  forward: "M7 12V2M3 6l4-4 4 4",
  back: "M7 2v10M3 8l4 4 4-4",
  left: "M12 7H2M6 3L2 7l4 4",
  right: "M2 7h10M8 3l4 4-4 4",
  closeLeft: "M12 7H4M7.5 3.5L4 7l3.5 3.5M1.5 2v10",
  closeRight: "M2 7h8M6.5 3.5L10 7l-3.5 3.5M12.5 2v10",
  place: "M7 3.5a3.5 3.5 0 1 0 0 7a3.5 3.5 0 1 0 0-7",
  replace: "M11 4.5A5 5 0 1 0 12 8M11 1v4H7",
  "cross-front": "M2 12L12 2M12 12L8.5 8.5M2 2l3.5 3.5",
  "cross-behind": "M2 2l10 10M2 12l3.5-3.5M12 2L8.5 5.5",
  lock: "M4 2v10M10 2v10M4 7h6",
  forwardLeft: "M12 12L3 3M3 9V3h6",
  forwardRight: "M2 12l9-9M5 3h6v6",
  backLeft: "M12 2L3 11M3 5v6h6",
  backRight: "M2 2l9 9M11 5v6H5",
  none: "M3 7h8",
};

/** Which stroke shows where a step goes. */
function strokeOf({ action, direction, foot }: Step): string {
  const way = direction ?? action;
  const side = foot === "R" ? "Right" : "Left";
  if (way === "side") return side.toLowerCase();
  if (way === "close") return `close${foot === "R" ? "Left" : "Right"}`;
  if (way === "diagonal-forward") return `forward${side}`;
  if (way === "diagonal-back") return `back${side}`;
  return way in STROKES ? way : "none";
}

/** An arrow, cross or ring for the direction of a step, its upper left corner at `x`, `y`. */
export const Arrow = ({ step, x, y, colour }: { step: Step; x: number; y: number; colour: string }) => (
  <path
    d={STROKES[strokeOf(step)]}
    transform={`translate(${x} ${y})`}
    fill="none"
    stroke={colour}
    strokeWidth="1.8"
    strokeLinecap="round"
    strokeLinejoin="round"
  />
);
