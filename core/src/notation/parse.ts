import { beatNumber, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { fullWord, isCount, MAX_BEATS, makeFault, type Report, readCount, readStep } from "./parse-step.ts";
import { type Statement, scan, type Token } from "./scan.ts";
import type { Fault, Figure, Step } from "./types.ts";
import { isRole, ROLES, type Role } from "./words.ts";

export interface Parsed {
  /** All that could be read, complete when there are no faults. */
  readonly figure: Figure;
  /** In the order of the text. */
  readonly faults: readonly Fault[];
  /** For each role, the line on which each of its steps stands. */
  readonly lines: Readonly<Partial<Record<Role, readonly number[]>>>;
}

interface RoleDraft {
  readonly header: Token;
  readonly steps: Step[];
  readonly lines: number[];
  readonly mirror: boolean;
  /** Whether a step stands in the text, even one that cannot be read. */
  tried: boolean;
  /** The last beat number read, 0 before the first. */
  beat: number;
}

interface Draft {
  readonly roles: Map<Role, RoleDraft>;
  current: Role | null;
  beats: { readonly value: number; readonly at: Token } | null;
}

const STARTS = [...ROLES, "beats"];
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
    draft.roles.set(role, { header, steps: [], lines: [], mirror: mirrored, tried: false, beat: 0 });
  }
}

function readBeats(draft: Draft, [word, value, ...rest]: Statement, report: Report): void {
  const beats = value && /^\d{1,3}$/.test(value.value) ? Number(value.value) : 0;
  if (!value || beats < 1 || beats > MAX_BEATS)
    report(value ?? word, `a whole number of beats from 1 to ${MAX_BEATS}`);
  else if (draft.beats) report(word, "beats only once in a figure");
  else draft.beats = { value: beats, at: value };
  if (rest[0]) report(rest[0], "the end of the line");
}

function addStep(draft: Draft, statement: Statement, report: Report): void {
  const [count] = statement;
  if (!draft.current) {
    report(count, "leader, follower or solo before the first step");
    openRole(draft, "leader", [{ ...count, value: "leader" }], () => undefined);
  }
  const role = draft.roles.get(draft.current ?? "leader");
  if (!role) return;
  role.tried = true;
  if (role.mirror) report(count, "no steps for a follower who mirrors the leader");
  const read = readCount(count, role.beat);
  if (!read) {
    report(count, `a count from 1 to ${MAX_BEATS}`);
    return;
  }
  role.beat = read.beat;
  const last = role.steps.at(-1)?.onset;
  if (last !== undefined && read.onset <= last) {
    report(count, "a count later than the one before");
    return;
  }
  const step = readStep(statement, read.onset, report);
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
  if (draft.roles.size === 0) report(here, "leader or solo, then one step a line", STARTS);
  if (solo && (leader || follower)) report(solo.header, "either solo or leader and follower");
  if (follower?.mirror && !leader) report(follower.header, "a leader for the follower to mirror");
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

/** Without a `beats` line a figure lasts to the end of its last counted beat. */
function lengthOf(draft: Draft): Ticks {
  const last = Math.max(
    0,
    ...[...draft.roles.values()].flatMap(({ steps }) => steps.map(({ onset }) => onset)),
  );
  return (draft.beats?.value ?? beatNumber(last)) * TICKS_PER_BEAT;
}

/**
 * Reads step notation (docs/notation.md). Never throws: every fault is reported with its place, what was
 * expected and, where a word was nearly right, a suggestion; reading goes on after it.
 */
export function parseFigure(text: string): Parsed {
  const faults: Fault[] = [];
  const report: Report = (at, expected, words) => void faults.push(makeFault(at, expected, words));
  const draft: Draft = { roles: new Map(), current: null, beats: null };
  for (const statement of scan(text)) {
    const [first] = statement;
    const word = first.kind === "word" ? fullWord(first) : "";
    if (isRole(word)) openRole(draft, word, statement, report);
    else if (word === "beats") readBeats(draft, statement, report);
    else if (isCount(first)) addStep(draft, statement, report);
    else report(first, "a count, a role (leader, follower, solo) or beats", STARTS);
  }
  const length = lengthOf(draft);
  checkWhole(draft, length, report);
  faults.sort((a, b) => a.line - b.line || a.column - b.column);

  const written = [...draft.roles].filter(([, role]) => !role.mirror);
  const figure: Figure = {
    length,
    parts: Object.fromEntries(written.map(([role, { steps }]) => [role, steps])),
    followerMirrors: draft.roles.get("follower")?.mirror === true && draft.roles.has("leader"),
  };
  return { figure, faults, lines: Object.fromEntries(written.map(([role, { lines }]) => [role, lines])) };
}
