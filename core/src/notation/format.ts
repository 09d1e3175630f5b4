import {
  BEAT_PARTS,
  type BeatPart,
  beatNumber,
  gcd,
  TICKS_PER_BEAT,
  type Ticks,
  withinBeat,
} from "../time/index.ts";
import { offbeatTicks } from "./read-count.ts";
import type { Comment, Figure, SaidElement, Step, Turn, Use } from "./types.ts";
import { ROLES, type Role } from "./words.ts";

/** What writing takes of the dance: whether its `&` and `a` are swung. */
export interface Writing {
  readonly swung?: boolean;
}

/** The letter that stands for a moment of the beat; a swung `a` is the same as the `&`. */
const partName = (ticks: Ticks, swung: boolean): BeatPart | undefined =>
  (Object.keys(BEAT_PARTS) as BeatPart[]).find((name) => offbeatTicks(name, swung) === ticks);

/**
 * A count as it is written: the beat with its letter, or the moment that no letter says.
 * @param before the onset before it; a letter stands alone where that lies in the same beat
 * @example
 * formatCount(36, undefined, false) // "2&"
 */
export function formatCount(onset: Ticks, before: Ticks | undefined, swung: boolean): string {
  const within = withinBeat(onset);
  const divisor = gcd(within, TICKS_PER_BEAT);
  const part = within === 0 ? "" : partName(within, swung);
  if (part === undefined)
    return `${onset < 0 ? "" : beatNumber(onset)}+${within / divisor}/${TICKS_PER_BEAT / divisor}`;
  if (onset < 0) return part;
  const bare = part !== "" && before !== undefined && beatNumber(before) === beatNumber(onset);
  return bare ? part : `${beatNumber(onset)}${part}`;
}

/** Eighths of a turn are written as fractions of a turn; anything else, and more than four whole ones, in degrees. */
function formatTurn({ sense, degrees, first }: Turn): string {
  const order = first ? " first" : "";
  if (degrees % 45 !== 0 || (degrees % 360 === 0 && degrees > 4 * 360))
    return `turn ${sense} ${degrees}${order}`;
  const whole = Math.floor(degrees / 360);
  const rest = degrees % 360;
  const divisor = gcd(rest, 360);
  const fraction = rest === 0 ? "" : `${rest / divisor}/${360 / divisor}`;
  return `turn ${sense} ${[whole === 0 ? "" : String(whole), fraction].filter(Boolean).join(" ")}${order}`;
}

const formatExtras = ({ turn, size, hold, lead, cue }: Omit<Step, "onset" | "foot" | "action">): string[] => [
  turn ? formatTurn(turn) : "",
  size ?? "",
  hold === undefined ? "" : `hold "${hold}"`,
  lead === undefined ? "" : `lead "${lead}"`,
  cue === undefined ? "" : `cue "${cue}"`,
];

const formatStep = (step: Step): string[] => [
  step.foot ?? "",
  step.action,
  step.direction ?? "",
  ...formatExtras(step),
];

const formatSaid = (
  { name, foot, direction, turn, size }: SaidElement,
  { hold, lead, cue }: Step,
): string[] => [
  name,
  foot,
  direction ?? "",
  ...formatExtras({
    ...(turn ? { turn } : {}),
    ...(size ? { size } : {}),
    ...(hold === undefined ? {} : { hold }),
    ...(lead === undefined ? {} : { lead }),
    ...(cue === undefined ? {} : { cue }),
  }),
];

const formatUse = ({ name, counts, role, otherSide, times }: Use): string =>
  [
    `use "${name}"`,
    counts ? `counts ${counts[0] === counts[1] ? counts[0] : counts.join("-")}` : "",
    role ?? "",
    otherSide ? "other side" : "",
    times === undefined ? "" : `x${times}`,
  ]
    .filter(Boolean)
    .join(" ");

interface Line {
  /** Where it stands among the others. */
  readonly onset: Ticks;
  /** The onset that its count says, and the last that a bare `&` behind it would belong to. */
  readonly count: Ticks;
  readonly last: Ticks;
  readonly words: readonly string[];
}

/** Steps, those of elements as one line, and counts left out. */
function linesOf(steps: readonly Step[], said: readonly SaidElement[], omitted: readonly Ticks[]): Line[] {
  const saidAt = new Map(said.map((one) => [one.from, one]));
  const lines: Line[] = omitted.map((onset) => ({ onset, count: onset, last: onset, words: ["omit"] }));
  for (let index = 0; index < steps.length; index++) {
    const step = steps[index] as Step;
    const one = saidAt.get(step.onset);
    if (one) {
      lines.push({ onset: step.onset, count: one.onset, last: one.onset, words: formatSaid(one, step) });
      index += one.steps - 1;
    } else lines.push({ onset: step.onset, count: step.onset, last: step.onset, words: formatStep(step) });
  }
  return lines.sort((a, b) => a.onset - b.onset);
}

function formatRole(figure: Figure, role: Role, { swung = false }: Writing): string[] {
  const { composition, said, comments = [] } = figure;
  const steps = (composition?.changes ?? figure.steps)[role] ?? [];
  const notes = (before: Ticks | null): string[] =>
    comments.filter((one) => one.role === role && one.before === before).map(({ text }) => `# ${text}`);
  const lines = linesOf(steps, said?.[role] ?? [], composition?.omitted[role] ?? []);
  return [
    ...lines.flatMap(({ onset, count, words }, index) => [
      ...notes(onset),
      [formatCount(count, lines[index - 1]?.last, swung).padEnd(3), ...words]
        .filter((word) => word !== "")
        .join(" "),
    ]),
    ...notes(null),
  ];
}

const headOf = (comments: readonly Comment[] = []): string[] =>
  comments.filter(({ role }) => role === null).map(({ text }) => `# ${text}`);

/**
 * A figure as canonical text. `parseFigure` of the result gives the same figure again, when both know whether the dance
 * swings its `&`.
 * @returns lines ending in a line break: what it uses, roles in the order leader, follower, solo, then the length
 * @example
 * formatFigure(BASIC).split("\n")[1] // "1   L side hold \"open\""
 */
export function formatFigure(figure: Figure, writing: Writing = {}): string {
  const { composition, followerBy } = figure;
  const lines = [...headOf(figure.comments), ...(composition?.uses.map(formatUse) ?? [])];
  const written = composition?.changes ?? figure.steps;
  for (const role of ROLES) {
    const omitted = composition?.omitted[role] ?? [];
    if (written[role] || omitted.length > 0) lines.push(role, ...formatRole(figure, role, writing));
    if (role === "follower" && followerBy) lines.push(`follower ${followerBy}`);
  }
  if (composition ? composition.free : figure.free) lines.push("free");
  const length = composition ? composition.length : figure.length;
  if (length !== undefined) lines.push(`beats ${length / TICKS_PER_BEAT}`);
  return `${lines.join("\n")}\n`;
}
