import {
  BEAT_PARTS,
  type BeatPart,
  beatNumber,
  gcd,
  TICKS_PER_BEAT,
  type Ticks,
  withinBeat,
} from "../time/index.ts";
import type { Figure, Step, Turn } from "./types.ts";
import { ROLES } from "./words.ts";

const partName = (ticks: Ticks): BeatPart | undefined =>
  (Object.keys(BEAT_PARTS) as BeatPart[]).find((name) => BEAT_PARTS[name] === ticks);

function formatCount(onset: Ticks, before: Ticks | undefined): string {
  const part = partName(withinBeat(onset)) ?? "";
  if (onset < 0) return part;
  const bare = part !== "" && before !== undefined && beatNumber(before) === beatNumber(onset);
  return bare ? part : `${beatNumber(onset)}${part}`;
}

/** Eighths of a turn are written as fractions of a turn, anything else in degrees. */
function formatTurn({ sense, degrees }: Turn): string {
  if (degrees % 45 !== 0) return `turn ${sense} ${degrees}`;
  const whole = Math.floor(degrees / 360);
  const rest = degrees % 360;
  const divisor = gcd(rest, 360);
  const fraction = rest === 0 ? "" : `${rest / divisor}/${360 / divisor}`;
  return `turn ${sense} ${[whole === 0 ? "" : String(whole), fraction].filter(Boolean).join(" ")}`;
}

function formatStep(step: Step, before: Ticks | undefined): string {
  const words = [
    formatCount(step.onset, before).padEnd(3),
    step.foot ?? "",
    step.action,
    step.direction ?? "",
    step.turn ? formatTurn(step.turn) : "",
    step.size ?? "",
    step.hold === undefined ? "" : `hold "${step.hold}"`,
    step.lead === undefined ? "" : `lead "${step.lead}"`,
    step.cue === undefined ? "" : `cue "${step.cue}"`,
  ];
  return words.filter((word) => word !== "").join(" ");
}

/**
 * A figure as canonical text. `parseFigure` of the result gives the same figure again.
 * @returns lines ending in a line break, roles in the order leader, follower, solo
 */
export function formatFigure(figure: Figure): string {
  const lines: string[] = [];
  for (const role of ROLES) {
    const steps = figure.parts[role];
    if (role === "follower" && figure.followerMirrors) lines.push("follower mirror");
    else if (steps) {
      lines.push(role);
      steps.forEach((step, index) => {
        lines.push(formatStep(step, steps[index - 1]?.onset));
      });
    }
  }
  return `${[...lines, `beats ${figure.length / TICKS_PER_BEAT}`].join("\n")}\n`;
}
