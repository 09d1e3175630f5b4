import fc from "fast-check";
import { USUAL_HOLDS } from "../src/hold/index.ts";
import {
  canBeBoth,
  DIRECTIONS,
  type Figure,
  FREE_ACTIONS,
  needsNoFoot,
  type Step,
  takesDirection,
  WEIGHT_ACTIONS,
} from "../src/notation/index.ts";
import { type Dance, TICKS_PER_BEAT } from "../src/time/index.ts";

/** A dance in four with phrases of eight beats. */
export const IN_FOUR: Dance = {
  name: "Test dance",
  meter: 4,
  phraseBeats: 8,
  slowBeats: 2,
  quickBeats: 1,
  slowestBpm: 96,
  fastestBpm: 124,
  freeTimed: false,
  countFrom: 1,
  swung: false,
  alone: false,
  holds: USUAL_HOLDS,
  ownElements: [],
};

const phrase = fc.stringMatching(/^[a-z0-9éß' -]{1,16}$/).filter((text) => text.trim() !== "");
const maybe = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: undefined, freq: 3 });
const given = <T extends object>(fields: T): T =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;

const anyStep: fc.Arbitrary<Omit<Step, "onset">> = fc
  .record({
    foot: fc.constantFrom("L", "R", "both", null),
    action: fc.constantFrom(...WEIGHT_ACTIONS, ...FREE_ACTIONS),
    direction: maybe(fc.constantFrom(...DIRECTIONS)),
    turn: maybe(fc.record({ sense: fc.constantFrom("L", "R"), degrees: fc.integer({ min: 9, max: 2880 }) })),
    size: maybe(fc.constantFrom("small", "long")),
    hold: maybe(phrase),
    lead: maybe(phrase),
    cue: maybe(phrase),
  })
  .map(
    (step) => given({ ...step, direction: takesDirection(step.action) ? step.direction : undefined }) as Step,
  )
  .filter(({ foot, action }) => (foot === null ? needsNoFoot(action) : foot !== "both" || canBeBoth(action)));

const QUARTER = TICKS_PER_BEAT / 4;

/** Steps on quarter beats of a figure of so many beats, one of them before count 1 now and then. */
function stepsIn(beats: number): fc.Arbitrary<Step[]> {
  const slots = fc.uniqueArray(fc.integer({ min: 0, max: beats * 4 - 1 }), { minLength: 1, maxLength: 12 });
  return fc
    .tuple(slots, fc.array(anyStep, { minLength: 12, maxLength: 12 }), fc.boolean())
    .map(([at, steps, early]) => {
      const onsets = at.map((slot) => slot * QUARTER).sort((a, b) => a - b);
      const last = onsets.at(-1) ?? 0;
      const pickUp = early && onsets.length > 1 && last < (beats - 1) * TICKS_PER_BEAT + QUARTER * 2;
      const shifted = pickUp ? [-QUARTER * 2, ...onsets.slice(1)] : onsets;
      return shifted.map((onset, index) => ({ onset, ...(steps[index] as Omit<Step, "onset">) }));
    });
}

/** Figures of all sorts: couples with a written follower or one by rule, and solo. */
export const anyFigure: fc.Arbitrary<Figure> = fc.integer({ min: 1, max: 16 }).chain((beats) => {
  const length = beats * TICKS_PER_BEAT;
  const couple = fc
    .record({ leader: stepsIn(beats), follower: stepsIn(beats) })
    .map((steps) => ({ length, steps }));
  const byRule = fc
    .tuple(stepsIn(beats), fc.constantFrom("opposite", "image"))
    .map(([leader, followerBy]) => ({ length, steps: { leader }, followerBy }));
  const solo = stepsIn(beats).map((steps) => ({ length, steps: { solo: steps } }));
  return fc.oneof(couple, byRule, solo);
});
