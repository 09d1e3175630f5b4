import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { stepsOf } from "./mirror.ts";
import type { Composition, Figure, Foot, Step } from "./types.ts";
import { isWeightAction, type Role } from "./words.ts";

/** The closest that counts can be written. */
const QUARTER: Ticks = TICKS_PER_BEAT / 4;

/**
 * A role whose steps can be edited one by one: not a follower by rule of a composed figure.
 * @example
 * canEdit(BASIC, "follower") // true
 */
export const canEdit = (figure: Figure, role: Role): boolean =>
  !(figure.composition && role === "follower" && figure.followerBy);

const sorted = (steps: readonly Step[]): Step[] => [...steps].sort((a, b) => a.onset - b.onset);

/** Puts steps into the place of others: those at `gone` go, `put` come. */
function inComposition(
  { changes, omitted, ...rest }: Composition,
  role: Role,
  gone: Ticks | null,
  put: Step | null,
): Composition {
  const own = (changes[role] ?? []).filter(({ onset }) => onset !== gone && onset !== put?.onset);
  const out = (omitted[role] ?? []).filter((onset) => onset !== put?.onset);
  const leftOut = gone === null || gone === put?.onset || out.includes(gone) ? out : [...out, gone];
  return {
    ...rest,
    changes: { ...changes, [role]: put ? sorted([...own, put]) : own },
    omitted: { ...omitted, [role]: leftOut.sort((a, b) => a - b) },
  };
}

/** An element whose steps are edited is one no longer: what is left of it are its steps. */
function withoutSaid(
  { said }: Figure,
  role: Role,
  onsets: readonly Ticks[],
  steps: readonly Step[],
): Figure["said"] {
  const own = said?.[role];
  if (!own) return said;
  const kept = own.filter(({ from, steps: count }) => {
    const at = steps.findIndex(({ onset }) => onset === from);
    const last = steps[at + count - 1]?.onset ?? from;
    return !onsets.some((onset) => onset >= from && onset <= last);
  });
  return kept.length > 0 ? { ...said, [role]: kept } : { ...said, [role]: undefined };
}

/** A follower by rule is written out as soon as one of their steps is edited. */
function edited(figure: Figure, role: Role, gone: Ticks | null, put: Step | null): Figure {
  const before = stepsOf(figure, role);
  const steps = before.filter(({ onset }) => onset !== gone);
  const next = put ? sorted([...steps, put]) : steps;
  const { followerBy, said: _said, ...rest } = figure;
  const said = withoutSaid(
    figure,
    role,
    [gone, put?.onset].filter((onset) => onset !== null && onset !== undefined),
    figure.composition ? (figure.composition.changes[role] ?? []) : before,
  );
  const stepsByRole = { ...figure.steps, [role]: next };
  const last = Math.max(0, ...next.map(({ onset }) => onset));
  const length = Math.max(figure.length, (Math.floor(last / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT);
  return {
    ...rest,
    steps: stepsByRole,
    length,
    ...(followerBy && role !== "follower" ? { followerBy } : {}),
    ...(said && Object.values(said).some((list) => list !== undefined) ? { said } : {}),
    ...(figure.composition ? { composition: inComposition(figure.composition, role, gone, put) } : {}),
  };
}

/**
 * Exchanges one step for another, which may lie at another count.
 * @returns null when another step stands at that count already, or the role cannot be edited
 * @example
 * stepsOf(replaceStep(BASIC, "leader", 0, { onset: 0, foot: "L", action: "forward" }), "leader")[0].action
 * // "forward"
 */
export function replaceStep(figure: Figure, role: Role, index: number, step: Step): Figure | null {
  const steps = stepsOf(figure, role);
  const old = steps[index];
  const taken = steps.some(({ onset }, at) => at !== index && onset === step.onset);
  return !old || taken || !canEdit(figure, role) ? null : edited(figure, role, old.onset, step);
}

/**
 * Takes a step out.
 * @param index which of the role's steps, from 0
 * @returns null for the last step of a role, and where the role cannot be edited
 * @example
 * stepsOf(removeStep(BASIC, "leader", 0), "leader").length // 7
 */
export function removeStep(figure: Figure, role: Role, index: number): Figure | null {
  const steps = stepsOf(figure, role);
  const old = steps[index];
  return !old || steps.length < 2 || !canEdit(figure, role) ? null : edited(figure, role, old.onset, null);
}

const otherFoot = (foot: Foot | null): Foot => (foot === "L" ? "R" : "L");

/**
 * Puts a step in place behind another, on the foot that is free then: on the next beat, or half-way to the next
 * step where that comes sooner. Behind the last step the figure grows by a beat.
 * @param after index of the step before; -1 for a first step
 * @returns null when no room is left between the two, or the role cannot be edited
 * @example
 * stepsOf(insertStep(BASIC, "leader", 7), "leader").length // 9
 */
export function insertStep(figure: Figure, role: Role, after: number): Figure | null {
  const steps = stepsOf(figure, role);
  const [before, next] = [steps[after], steps[after + 1]];
  const from = before?.onset ?? -TICKS_PER_BEAT;
  const gap = (next?.onset ?? from + 2 * TICKS_PER_BEAT) - from;
  const step = gap > TICKS_PER_BEAT ? TICKS_PER_BEAT : Math.floor(gap / 2 / QUARTER) * QUARTER;
  if (step < QUARTER || !canEdit(figure, role)) return null;
  const weighted = steps
    .slice(0, after + 1)
    .findLast(({ foot, action }) => foot !== null && isWeightAction(action));
  const put: Step = { onset: from + step, foot: otherFoot(weighted?.foot ?? "R"), action: "place" };
  return edited(figure, role, null, put);
}
