import { tone } from "../../app/theme.ts";
import type { StepMark } from "./layout.ts";
import { Letters } from "./letters.tsx";

interface TurnProps {
  readonly mark: StepMark;
  readonly y: number;
  readonly colour: string;
}

/** A turn on a large ribbon: an arc with its arrowhead on the side it goes to, and how much of a turn. */
export function TurnBadge({ mark, y, colour }: TurnProps) {
  const x = mark.x + mark.width - 15;
  const tip = turnsRight(mark) ? "M6 -13l6 2.5-4.5 4.5" : "M-6 -13l-6 2.5 4.5 4.5";
  return (
    <g transform={`translate(${x} ${y - 1})`}>
      <circle r={mark.turn.length > 1 ? 14.5 : 11.5} fill={tone("panel")} stroke={colour} strokeWidth="1.6" />
      <path
        d={tip}
        fill="none"
        stroke={colour}
        strokeWidth="1.8"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
      <Letters x={0} y={4} size={12} colour={tone("ink")} strong middle>
        {mark.turn}
      </Letters>
    </g>
  );
}

/** A turn on a small ribbon: above the step, so that nothing of it is covered. */
export function TurnLabel({ mark, y, colour }: TurnProps) {
  const arc = turnsRight(mark)
    ? "M-5 0a5 5 0 0 1 10 0m-3 -2.5l3 3 2.5 -3"
    : "M5 0a5 5 0 0 0 -10 0m3 -2.5l-3 3 -2.5 -3";
  return (
    <g transform={`translate(${mark.x + mark.width / 2} ${y - 4})`}>
      <path
        d={arc}
        transform="translate(-7 -1)"
        fill="none"
        stroke={colour}
        strokeWidth="1.6"
        strokeLinecap="round"
      />
      <Letters x={2} y={0} size={12} colour={colour} strong>
        {mark.turn}
      </Letters>
    </g>
  );
}

const turnsRight = (mark: StepMark): boolean => mark.step.turn?.sense === "R";
