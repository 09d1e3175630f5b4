import type { Role } from "@map-step/core/notation";
import { tone } from "../../app/theme.ts";
import { Arrow } from "./arrows.tsx";
import type { StepMark } from "./layout.ts";
import { Letters } from "./letters.tsx";

/** What a ribbon shows: the words of the feet, slow and quick, the numbers, what the pieces are called. */
export interface Layers {
  readonly feet: boolean;
  readonly rhythm: boolean;
  readonly counts: boolean;
  readonly call?: boolean;
}

export const ROLE_LOOK: Readonly<
  Record<Role, { name: string; solid: string; text: string; corner: number }>
> = {
  leader: { name: "Leader", solid: "pineSolid", text: "pine", corner: 100 },
  follower: { name: "Follower", solid: "plumSolid", text: "plum", corner: 4 },
  solo: { name: "Solo", solid: "pineSolid", text: "pine", corner: 10 },
};

interface MarkProps {
  readonly mark: StepMark;
  readonly role: Role;
  readonly y: number;
  readonly height: number;
  readonly layers: Layers;
  readonly picked: boolean;
  readonly onPick: ((role: Role, index: number) => void) | undefined;
}

/** How a step is told: with the words of the feet, as slow and quick, or both. */
function Inside({ mark, role, y, height, layers }: MarkProps) {
  const { step, x, width, weight, rhythm } = mark;
  const colour = tone(weight ? "onSolid" : ROLE_LOOK[role].text);
  const middle = y + height / 2;
  if (!layers.feet)
    return layers.rhythm && rhythm !== "" ? (
      <Letters x={x + width / 2} y={middle + 6} size={17} colour={colour} strong middle>
        {rhythm}
      </Letters>
    ) : null;
  const beside = layers.rhythm && rhythm !== "" && width >= 62 ? 18 : 0;
  const word = step.direction && !weight ? `${step.action} ${step.direction}` : step.action;
  const roomForWord = width - beside >= 62 + word.length * 6.4;
  const centre = x + (width - beside) / 2;
  const left = roomForWord ? x + 13 : width >= 44 ? centre - 17 : centre - 4.5;
  const foot = step.foot === "both" ? "LR" : (step.foot ?? "·");
  return (
    <>
      <Letters x={left} y={middle + 5} size={14} colour={colour} strong>
        {foot}
      </Letters>
      {width >= 44 ? <Arrow step={step} x={left + 19} y={middle - 7} colour={colour} /> : null}
      {roomForWord ? (
        <Letters x={left + 40} y={middle + 4.5} size={13} colour={colour}>
          {word}
        </Letters>
      ) : null}
      {beside > 0 ? (
        <Letters x={x + width - 15} y={middle + 5} size={14} colour={colour} strong middle>
          {rhythm}
        </Letters>
      ) : null}
    </>
  );
}

export function Mark(props: MarkProps) {
  const { mark, role, y, height, picked, onPick } = props;
  const { solid, text, corner } = ROLE_LOOK[role];
  const box = {
    x: mark.x + 1.5,
    y,
    width: Math.max(6, mark.width - 3),
    height,
    rx: Math.min(corner, height / 2),
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what chooses by pointing has buttons beside it that do the same
    <g
      onClick={onPick ? () => onPick(role, mark.index) : undefined}
      style={onPick ? { cursor: "pointer" } : undefined}
    >
      {mark.weight ? (
        <rect {...box} fill={tone(solid)} />
      ) : (
        <rect {...box} fill={tone("panel")} stroke={tone(text)} strokeWidth="1.5" strokeDasharray="4 3" />
      )}
      <Inside {...props} />
      {picked ? (
        <rect
          x={box.x - 3}
          y={box.y - 3}
          width={box.width + 6}
          height={height + 6}
          rx="8"
          fill="none"
          stroke={tone("apricot")}
          strokeWidth="3"
        />
      ) : null}
    </g>
  );
}
