import { beatNumber, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { counted } from "../words/index.ts";
import type { UseProblem } from "./compose.ts";
import type { TextDraft } from "./draft.ts";
import type { Report } from "./report.ts";
import type { WrittenRole } from "./resolve.ts";
import type { Token } from "./scan.ts";
import type { Figure } from "./types.ts";
import { MAX_BEATS, ROLES, type Role } from "./words.ts";

/** What is expected where a used figure does not fit. */
export const USE_PROBLEMS: Readonly<Record<UseProblem, string>> = {
  unknown: "a figure of this dance that is there, has steps without faults and does not use this one",
  "counts-outside": "counts that this figure has",
  "too-long": `a figure of at most ${MAX_BEATS} beats in all`,
  "solo-and-couple": "a figure for the same roles as the others: all solo, or all for leader and follower",
  "pick-up-collides": "a stretch that begins after the steps before it; leave the pick-up out with counts",
};

const STARTS = [...ROLES, "use", "free", "beats"];
const here: Token = { kind: "word", value: "", line: 1, column: 1, length: 1 };
const isOutside = (onset: Ticks, first: Ticks, length: Ticks): boolean =>
  onset >= length || onset - first >= length;

/** Steps that lie outside the length that is written: one of them is blamed itself, for several the length is. */
function checkWithin(
  draft: TextDraft,
  figure: Figure,
  written: ReadonlyMap<Role, WrittenRole>,
  report: Report,
): void {
  const beats = figure.length / TICKS_PER_BEAT;
  const outside = [...written].flatMap(([, { steps, lines }]) =>
    steps.flatMap(({ onset }, index) =>
      isOutside(onset, steps[0]?.onset ?? 0, figure.length) ? [{ onset, line: lines[index] ?? 1 }] : [],
    ),
  );
  const [first] = outside;
  if (!first) return;
  const needs = Math.max(...outside.map(({ onset }) => beatNumber(onset)));
  const places = new Set(outside.map(({ onset }) => onset));
  if (places.size > 1 && draft.beatsAt)
    report(draft.beatsAt, `at least ${needs} beats, since steps are written up to count ${needs}`);
  else {
    const count = String(beatNumber(first.onset));
    report(
      { ...here, line: first.line, value: count, length: count.length },
      `a count within the ${counted(beats, "beat")} of the figure`,
    );
  }
}

/** Faults that only the whole text shows: what is missing, and counts that lie outside the figure. */
export function checkWhole(
  draft: TextDraft,
  figure: Figure,
  written: ReadonlyMap<Role, WrittenRole>,
  report: Report,
): void {
  const leader = draft.roles.get("leader");
  const follower = draft.roles.get("follower");
  const solo = draft.roles.get("solo");
  const composed = draft.uses.length > 0;
  if (draft.roles.size === 0 && !composed) report(here, "leader or solo, then one step a line", STARTS);
  if (solo && (leader || follower)) report(solo.header, "either solo or leader and follower");
  if (follower?.by && !leader && !composed)
    report(follower.header, `a leader, whose ${follower.by} the follower dances`);
  for (const { row, by, header } of draft.roles.values())
    if (!row.tried && !by) report(header, "at least one step in each role");
  checkWithin(draft, figure, written, report);
}

/** A role in which nothing is danced, though every word of it can be read. */
export function checkDanced({ roles }: TextDraft, { steps }: Figure, report: Report): void {
  for (const [role, { by, header }] of roles)
    if (!by && (steps[role] ?? []).length === 0) report(header, "at least one step in each role");
}

/** Faults of what the stretches come to together: nobody left to step, or too short for its steps. */
export function checkComposed(
  { roles, uses, beatsAt }: TextDraft,
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

/**
 * A length that nobody wrote and the counts leave open: beats are skipped within the figure and the last count is odd,
 * so the last step may be a long one too.
 * @returns the count that may last a beat longer; null where the length is clear
 */
export function openEnd(draft: TextDraft, { length, free }: Figure, meter: number | undefined): Token | null {
  const beats = length / TICKS_PER_BEAT;
  if (draft.beats !== null || draft.uses.length > 0 || free || !meter) return null;
  if (beats % 2 === 0 || beats % meter === 0) return null;
  for (const { row, by } of draft.roles.values()) {
    const items = row.placed.filter(({ kind }) => kind === "item");
    const last = items.at(-1);
    if (by || row.byRhythm !== false || row.uncounted || !last || row.end !== length) continue;
    const skips = items.some(({ onset }, index) => {
      const next = items[index + 1]?.onset ?? onset;
      return next - onset >= 2 * TICKS_PER_BEAT;
    });
    if (skips) return last.at;
  }
  return null;
}
