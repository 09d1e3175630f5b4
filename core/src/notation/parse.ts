import { beatNumber, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { compose, type Lookup, type UseProblem } from "./compose.ts";
import {
  fullWord,
  isCount,
  isRhythmWord,
  makeFault,
  type Report,
  type RhythmBeats,
  readCount,
  readRhythm,
  readStep,
} from "./parse-step.ts";
import { type PlacedUse, readUse } from "./parse-use.ts";
import { type Statement, scan, type Token } from "./scan.ts";
import type { Composition, Fault, Figure, Step } from "./types.ts";
import { isRole, MAX_BEATS, ROLES, type Role } from "./words.ts";

/** What was read of a text. The figure holds all that could be read, also where there are faults. */
export interface Parsed {
  /** All that could be read, complete when there are no faults. */
  readonly figure: Figure;
  /** In the order of the text. */
  readonly faults: readonly Fault[];
  /** For each role, the line on which each of its own steps stands. */
  readonly lines: Readonly<Partial<Record<Role, readonly number[]>>>;
}

interface RoleDraft {
  readonly header: Token;
  readonly steps: Step[];
  readonly lines: number[];
  readonly omitted: { readonly onset: Ticks; readonly at: Token }[];
  readonly mirror: boolean;
  /** Whether a step stands in the text, even one that cannot be read. */
  tried: boolean;
  /** Whether its steps are placed by S and Q or by numbers; null before the first. */
  byRhythm: boolean | null;
  /** The last beat number read, 0 before the first. */
  beat: number;
  /** Where the last S or Q ends. */
  end: Ticks;
  /** The onset of the last line read. */
  last: Ticks | null;
}

interface Draft {
  readonly roles: Map<Role, RoleDraft>;
  readonly uses: PlacedUse[];
  current: Role | null;
  beats: number | null;
  /** Where the length stands. */
  beatsAt: Token | null;
  free: boolean;
}

/** What reads a text beside the text itself. */
interface Context {
  readonly rhythm: RhythmBeats;
  readonly report: Report;
}

/** Slow and quick where no dance says otherwise. */
const COMMON_RHYTHM: RhythmBeats = { slowBeats: 2, quickBeats: 1 };

const STARTS = [...ROLES, "use", "free", "beats"];
const here: Token = { kind: "word", value: "", line: 1, column: 1, length: 1 };

function openRole(draft: Draft, role: Role, [header, next, ...rest]: Statement, report: Report): void {
  const mirror = next?.kind === "word" && fullWord(next) === "mirror";
  if (mirror && role !== "follower") report(next, "mirror only after follower");
  else if (next && !mirror)
    report(next, role === "follower" ? "mirror or the end of the line" : "the end of the line", ["mirror"]);
  else if (rest[0]) report(rest[0], "the end of the line");
  draft.current = role;
  if (draft.roles.has(role)) report(header, `${role} only once in a figure`);
  else {
    const mirrored = mirror && role === "follower";
    const nothing = { steps: [], lines: [], omitted: [], tried: false, byRhythm: null, beat: 0, end: 0 };
    draft.roles.set(role, { header, ...nothing, mirror: mirrored, last: null });
  }
}

function readBeats(draft: Draft, [word, value, ...rest]: Statement, report: Report): void {
  const beats = value && /^\d{1,3}$/.test(value.value) ? Number(value.value) : 0;
  if (!value || beats < 1 || beats > MAX_BEATS)
    report(value ?? word, `a whole number of beats from 1 to ${MAX_BEATS}`);
  else if (draft.beats !== null) report(word, "beats only once in a figure");
  else [draft.beats, draft.beatsAt] = [beats, value];
  if (rest[0]) report(rest[0], "the end of the line");
}

/** The onset of a step line, whichever way its role counts. */
function readOnset(role: RoleDraft, count: Token, { rhythm, report }: Context): Ticks | null {
  const word = isRhythmWord(count);
  const bare = /^[e&a]$/i.test(count.value);
  if (role.byRhythm === null && !bare) role.byRhythm = word;
  if (!bare && role.byRhythm !== word) {
    report(
      count,
      role.byRhythm ? "S, Q, & or a, as in the lines before" : "a number, as in the lines before",
    );
    return null;
  }
  const read = role.byRhythm ? readRhythm(count, role.end, rhythm) : readCount(count, role.beat);
  if (!read) {
    report(count, role.byRhythm ? "S, Q, & or a" : `a count from 1 to ${MAX_BEATS}`);
    return null;
  }
  if ("beat" in read) role.beat = read.beat;
  else role.end = read.end;
  if (role.last !== null && read.onset <= role.last) {
    report(count, "a count later than the one before");
    return null;
  }
  role.last = read.onset;
  return read.onset;
}

function addStep(draft: Draft, statement: Statement, context: Context): void {
  const { report } = context;
  const [count, next, ...rest] = statement;
  if (!draft.current) {
    report(count, "leader, follower or solo before the first step");
    openRole(draft, "leader", [{ ...count, value: "leader" }], () => undefined);
  }
  const role = draft.roles.get(draft.current ?? "leader");
  if (!role) return;
  role.tried = true;
  if (role.mirror) report(count, "no steps for a follower who mirrors the leader");
  const onset = readOnset(role, count, context);
  if (onset === null) return;
  if (next?.kind === "word" && fullWord(next) === "omit") {
    if (draft.uses.length === 0) report(next, "omit only in a figure that uses another");
    if (rest[0]) report(rest[0], "the end of the line");
    role.omitted.push({ onset, at: count });
    return;
  }
  const step = readStep(statement, onset, report);
  if (step && !role.mirror) {
    role.steps.push(step);
    role.lines.push(count.line);
  }
}

/** Faults that only the whole text shows: what is missing, and counts that lie outside the figure. */
function checkWhole(draft: Draft, length: Ticks, report: Report): void {
  const leader = draft.roles.get("leader");
  const follower = draft.roles.get("follower");
  const solo = draft.roles.get("solo");
  const composed = draft.uses.length > 0;
  if (draft.roles.size === 0 && !composed) report(here, "leader or solo, then one step a line", STARTS);
  if (solo && (leader || follower)) report(solo.header, "either solo or leader and follower");
  if (follower?.mirror && !leader && !composed)
    report(follower.header, "a leader for the follower to mirror");
  for (const role of draft.roles.values()) {
    const first = role.steps[0];
    if (!role.tried && !role.mirror) report(role.header, "at least one step in each role");
    role.steps.forEach((step, index) => {
      const outside = step.onset >= length || step.onset - (first?.onset ?? 0) >= length;
      const line = role.lines[index] ?? 1;
      const count = String(beatNumber(step.onset));
      if (outside)
        report(
          { ...here, line, value: count, length: count.length },
          `a count within the ${length / TICKS_PER_BEAT} beats of the figure`,
        );
    });
  }
}

const USE_PROBLEMS: Readonly<Record<UseProblem, string>> = {
  unknown: "a figure of this dance that is there, has steps without faults and does not use this one",
  "counts-outside": "counts that this figure has",
  "too-long": `a figure of at most ${MAX_BEATS} beats in all`,
  "solo-and-couple": "a figure for the same roles as the others: all solo, or all for leader and follower",
  "pick-up-collides": "a stretch that begins after the steps before it; leave the pick-up out with counts",
};

/** Without a `beats` line a figure lasts to the end of its last counted beat, or of its last S or Q. */
function lengthOf(draft: Draft): Ticks {
  if (draft.beats !== null) return draft.beats * TICKS_PER_BEAT;
  const ends = [...draft.roles.values()].map(({ steps, end }) =>
    Math.max(beatNumber(steps.at(-1)?.onset ?? 0) * TICKS_PER_BEAT, end),
  );
  return Math.max(TICKS_PER_BEAT, ...ends);
}

function compositionOf(draft: Draft): Composition {
  const written = [...draft.roles].filter(([, { mirror }]) => !mirror);
  const some = <T>(list: readonly (readonly [Role, readonly T[]])[]) =>
    Object.fromEntries(list.filter(([, items]) => items.length > 0));
  return {
    uses: draft.uses.map(({ use }) => use),
    changes: some(written.map(([role, { steps }]) => [role, steps] as const)),
    omitted: some(written.map(([role, { omitted }]) => [role, omitted.map(({ onset }) => onset)] as const)),
    ...(draft.beats === null ? {} : { length: draft.beats * TICKS_PER_BEAT }),
    ...(draft.free ? { free: true as const } : {}),
  };
}

/** Faults of what the stretches come to together: nobody left to step, or too short for its steps. */
function checkComposed(
  { roles, uses, beatsAt }: Draft,
  { steps: stepsByRole, length }: Figure,
  report: Report,
): void {
  const [first] = uses;
  for (const role of ROLES) {
    const steps = stepsByRole[role];
    if (!steps) continue;
    const from = steps[0]?.onset ?? 0;
    const needs = Math.max(0, ...steps.map(({ onset }) => Math.max(onset, onset - from) + 1));
    if (steps.length === 0)
      report(roles.get(role)?.header ?? first?.at ?? here, "at least one step in each role");
    else if (needs > length && beatsAt)
      report(beatsAt, `at least ${Math.ceil(needs / TICKS_PER_BEAT)} beats, as long as what is used here`);
  }
  if (Object.keys(stepsByRole).length === 0 && first) report(first.at, "a stretch in which somebody steps");
}

function figureOf(draft: Draft, lookup: Lookup, report: Report): Figure {
  const free = draft.free ? { free: true as const } : {};
  const mirrors = draft.roles.get("follower")?.mirror === true;
  if (draft.uses.length === 0) {
    const written = [...draft.roles].filter(([, { mirror }]) => !mirror);
    const stepsByRole = Object.fromEntries(written.map(([role, { steps }]) => [role, steps]));
    return {
      length: lengthOf(draft),
      steps: stepsByRole,
      followerMirrors: mirrors && draft.roles.has("leader"),
      ...free,
    };
  }
  const composition = compositionOf(draft);
  const { length, steps, problems, idle, free: usesFree } = compose(composition, lookup, mirrors);
  for (const { use, problem } of problems) {
    const placed = draft.uses[use];
    if (placed) report(placed.at, USE_PROBLEMS[problem]);
  }
  for (const { role, onset } of idle) {
    const at = draft.roles.get(role)?.omitted.find((one) => one.onset === onset)?.at;
    if (at) report(at, "a count at which there is a step to leave out");
  }
  const figure: Figure = {
    length,
    steps,
    followerMirrors: mirrors && steps.leader !== undefined,
    ...(usesFree ? { free: true as const } : free),
    composition,
  };
  // What is wrong with a stretch is said where it stands; only a sound whole is looked at further.
  if (problems.length === 0) checkComposed(draft, figure, report);
  return figure;
}

/**
 * Reads step notation (docs/notation.md). Never throws: every fault is reported with its place, what was
 * expected and, where a word was nearly right, a suggestion; reading goes on after it.
 * @param dance how many beats its S and Q last; without it, two and one
 * @param lookup finds the figures that `use` lines name; without it, none is found
 * @example
 * parseFigure("solo\n1 L sied").faults[0].suggestion // "side"
 */
export function parseFigure(
  text: string,
  dance: RhythmBeats = COMMON_RHYTHM,
  lookup: Lookup = () => null,
): Parsed {
  const faults: Fault[] = [];
  const report: Report = (at, expected, words) => void faults.push(makeFault(at, expected, words));
  const draft: Draft = { roles: new Map(), uses: [], current: null, beats: null, beatsAt: null, free: false };
  for (const statement of scan(text)) {
    const [first] = statement;
    const word = first.kind === "word" ? fullWord(first) : "";
    if (isRole(word)) openRole(draft, word, statement, report);
    else if (word === "beats") readBeats(draft, statement, report);
    else if (word === "use") {
      const use = readUse(statement, report);
      if (use) draft.uses.push(use);
    } else if (word === "free") {
      draft.free = true;
      if (statement[1]) report(statement[1], "the end of the line");
    } else if (isCount(first)) addStep(draft, statement, { rhythm: dance, report });
    else report(first, "a count, a role (leader, follower, solo), use, free or beats", STARTS);
  }
  const figure = figureOf(draft, lookup, report);
  checkWhole(draft, figure.length, report);
  faults.sort((a, b) => a.line - b.line || a.column - b.column);
  const written = [...draft.roles].filter(([, { mirror }]) => !mirror);
  return { figure, faults, lines: Object.fromEntries(written.map(([role, { lines }]) => [role, lines])) };
}
