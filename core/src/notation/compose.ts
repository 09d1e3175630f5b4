import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { holdsSaid, imageSteps, inForce, stepsOf } from "./mirror.ts";
import type { Composition, Figure, Step, Use } from "./types.ts";
import { MAX_BEATS, ROLES, type Role } from "./words.ts";

/** Finds a figure of the library by its name; `null` when there is none that can be used. */
export type Lookup = (name: string) => Figure | null;

/** Why a used figure does not fit where it stands. */
export type UseProblem = "unknown" | "counts-outside" | "pick-up-collides" | "too-long" | "solo-and-couple";

/** A figure put together from others, and what is wrong with it. */
export interface Composed {
  readonly length: Ticks;
  readonly steps: Figure["steps"];
  /** One of the figures used is danced in one's own time, so all of this is. */
  readonly free: boolean;
  /** Counts to leave out at which nobody steps. */
  readonly idle: readonly { readonly role: Role; readonly onset: Ticks }[];
  /** What is wrong with a use, by its place in the list. */
  readonly problems: readonly { readonly use: number; readonly problem: UseProblem }[];
}

type StepsByRole = Map<Role, Step[]>;
type Problem = Composed["problems"][number];

/** The steps of one role within a stretch, moved so that the stretch begins at `offset`. */
function stretchOf(figure: Figure, role: Role, { counts, otherSide }: Use, offset: Ticks): Step[] {
  const [from, to] = counts ?? [1, figure.length / TICKS_PER_BEAT];
  const start = (from - 1) * TICKS_PER_BEAT;
  const all = stepsOf(figure, role);
  const kept = all.filter(
    ({ onset }) => (onset >= start || (from === 1 && onset < 0)) && onset < to * TICKS_PER_BEAT,
  );
  const begins = from === 1 ? Number.NEGATIVE_INFINITY : start;
  const danced = inForce(kept, holdsSaid(figure), begins).map((step) => ({
    ...step,
    onset: step.onset - start + offset,
  }));
  return otherSide ? imageSteps(danced) : danced;
}

/** Adds one use to what is there, and says how far each role has come. */
function addUse(
  stepsByRole: StepsByRole,
  ends: Map<Role, Ticks>,
  figure: Figure,
  use: Use,
  byRule: boolean,
): UseProblem | null {
  const beats = figure.length / TICKS_PER_BEAT;
  const [from, to] = use.counts ?? [1, beats];
  if (to > beats) return "counts-outside";
  const solo = figure.steps.solo !== undefined;
  const others = [...stepsByRole.keys()].some((role) => (role === "solo") !== solo);
  if (others || (solo && (use.role || byRule))) return "solo-and-couple";
  const roles: Role[] = use.role
    ? [use.role]
    : solo
      ? ["solo"]
      : byRule
        ? ["leader"]
        : ["leader", "follower"];
  const offset = Math.max(0, ...roles.map((role) => ends.get(role) ?? 0));
  if (offset / TICKS_PER_BEAT + to - from + 1 > MAX_BEATS) return "too-long";
  let collides = false;
  for (const role of roles) {
    const steps = stepsByRole.get(role) ?? [];
    const added = stretchOf(figure, role, use, offset);
    const last = steps.at(-1)?.onset;
    if (last !== undefined && added[0] && added[0].onset <= last) collides = true;
    stepsByRole.set(role, [...steps, ...added.filter(({ onset }) => last === undefined || onset > last)]);
    ends.set(role, offset + (to - from + 1) * TICKS_PER_BEAT);
  }
  return collides ? "pick-up-collides" : null;
}

/** Replaces, inserts and leaves out. */
function change(steps: readonly Step[], changes: readonly Step[], omitted: readonly Ticks[]): Step[] {
  const gone = new Set([...omitted, ...changes.map(({ onset }) => onset)]);
  return [...steps.filter(({ onset }) => !gone.has(onset)), ...changes].sort((a, b) => a.onset - b.onset);
}

/**
 * Puts a composed figure together from the figures that it uses, so that it follows them when they change.
 * @param byRule the follower follows from the leader, so only the leader's steps are taken from the stretches
 */
export function compose(composition: Composition, lookup: Lookup, byRule: boolean): Composed {
  const stepsByRole: StepsByRole = new Map();
  const ends = new Map<Role, Ticks>();
  const problems: Problem[] = [];
  composition.uses.forEach((use, index) => {
    const figure = lookup(use.name);
    let problem: UseProblem | null = figure ? null : "unknown";
    for (let time = 0; figure && !problem && time < (use.times ?? 1); time++)
      problem = addUse(stepsByRole, ends, figure, use, byRule);
    if (problem) problems.push({ use: index, problem });
  });
  const idle: Composed["idle"][number][] = [];
  for (const role of ROLES) {
    const { [role]: changes = [] } = composition.changes;
    const { [role]: omitted = [] } = composition.omitted;
    const there = new Set(stepsByRole.get(role)?.map(({ onset }) => onset));
    for (const onset of omitted) if (!there.has(onset)) idle.push({ role, onset });
    if (changes.length + omitted.length > 0)
      stepsByRole.set(role, change(stepsByRole.get(role) ?? [], changes, omitted));
  }
  const free = composition.uses.some(({ name }) => lookup(name)?.free === true);
  const last = Math.max(0, ...[...stepsByRole.values()].map((steps) => steps.at(-1)?.onset ?? 0));
  const natural = Math.max(...ends.values(), Math.floor(last / TICKS_PER_BEAT + 1) * TICKS_PER_BEAT);
  return {
    length: composition.length ?? natural,
    steps: Object.fromEntries(stepsByRole),
    free,
    idle,
    problems,
  };
}
