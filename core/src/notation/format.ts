import {
  BEAT_PARTS,
  type BeatPart,
  beatNumber,
  gcd,
  TICKS_PER_BEAT,
  type Ticks,
  withinBeat,
} from "../time/index.ts";
import type { Figure, Step, Turn, Use } from "./types.ts";
import { ROLES } from "./words.ts";

const partName = (ticks: Ticks): BeatPart | undefined =>
  (Object.keys(BEAT_PARTS) as BeatPart[]).find((name) => BEAT_PARTS[name] === ticks);

function formatCount(onset: Ticks, before: Ticks | undefined): string {
  const part = partName(withinBeat(onset)) ?? "";
  if (onset < 0) return part;
  const bare = part !== "" && before !== undefined && beatNumber(before) === beatNumber(onset);
  return bare ? part : `${beatNumber(onset)}${part}`;
}

/** Eighths of a turn are written as fractions of a turn; anything else, and more than four whole ones, in degrees. */
function formatTurn({ sense, degrees }: Turn): string {
  if (degrees % 45 !== 0 || (degrees % 360 === 0 && degrees > 4 * 360)) return `turn ${sense} ${degrees}`;
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

const formatUse = ({ name, counts, role }: Use): string =>
  [
    `use "${name}"`,
    counts ? `counts ${counts[0] === counts[1] ? counts[0] : counts.join("-")}` : "",
    role ?? "",
  ]
    .filter(Boolean)
    .join(" ");

/** Steps, and counts left out, in their order. */
function formatLines(steps: readonly Step[], omitted: readonly Ticks[]): string[] {
  const lines = [
    ...steps.map((step) => ({ onset: step.onset, step })),
    ...omitted.map((onset) => ({ onset, step: null })),
  ].sort((a, b) => a.onset - b.onset);
  return lines.map(({ onset, step }, index) => {
    const before = lines[index - 1]?.onset;
    return step ? formatStep(step, before) : `${formatCount(onset, before).padEnd(3)} omit`;
  });
}

/**
 * A figure as canonical text. `parseFigure` of the result gives the same figure again.
 * @returns lines ending in a line break: what it uses, roles in the order leader, follower, solo, then the length
 * @example
 * formatFigure(BASIC).split("\n")[1] // "1   L side hold \"open\""
 */
export function formatFigure(figure: Figure): string {
  const { composition } = figure;
  const lines = composition?.uses.map(formatUse) ?? [];
  const written = composition?.changes ?? figure.steps;
  for (const role of ROLES) {
    const steps = written[role];
    const omitted = composition?.omitted[role] ?? [];
    if (steps || omitted.length > 0) lines.push(role, ...formatLines(steps ?? [], omitted));
    if (role === "follower" && figure.followerMirrors) lines.push("follower mirror");
  }
  if (composition ? composition.free : figure.free) lines.push("free");
  const length = composition ? composition.length : figure.length;
  if (length !== undefined) lines.push(`beats ${length / TICKS_PER_BEAT}`);
  return `${lines.join("\n")}\n`;
}
