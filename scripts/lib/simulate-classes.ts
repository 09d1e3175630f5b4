import { type Evidence, MARKS } from "@map-step/core/check";
import { numbersFrom } from "./numbers.ts";

/**
 * Made-up classes to hold the judgement of checks against. On purpose not the model that judges: skills are of two
 * sorts, chance is triangular instead of logistic, marks are cut where teachers cut them, and a marker slips now and then.
 */
export interface SimulatedClasses {
  /** Every mark of a full check, dancer by dancer. */
  readonly marks: readonly Evidence[];
  readonly studentIds: readonly string[];
  readonly figures: readonly { readonly id: string; readonly kind: "basic" | "pattern" | "turn" }[];
}

const FIGURES = [
  ...Array.from({ length: 3 }, (_, at) => ({
    id: `basic ${at}`,
    kind: "basic" as const,
    hard: -1.3 + at * 0.25,
  })),
  ...Array.from({ length: 5 }, (_, at) => ({
    id: `pattern ${at}`,
    kind: "pattern" as const,
    hard: -0.6 + at * 0.3,
  })),
  ...Array.from({ length: 4 }, (_, at) => ({
    id: `turn ${at}`,
    kind: "turn" as const,
    hard: -0.3 + at * 0.35,
  })),
];
/** What it takes beyond a figure's hardness for each mark above the least: not evenly apart. */
const CUTS = [-1.1, -0.15, 1.4] as const;
const MARKERS = [
  { id: "mild", shift: -0.25 },
  { id: "usual", shift: 0 },
  { id: "strict", shift: 0.3 },
] as const;
const CLASS_SIZE = 20;
const SLIPS_IN_100 = 4;

/** Classes of twenty, the same for the same seed. Each class has one marker. */
export function simulateClasses(seed: number, dancers: number): SimulatedClasses {
  const next = numbersFrom(seed);
  const uniform = () => next(1_000_000) / 1_000_000;
  /** Sum of uniforms: a bell with short tails, of mean 0 and deviation 1. */
  const bell = () => (uniform() + uniform() + uniform() - 1.5) * 2;
  /** Triangular, of deviation about 0.6. */
  const chance = () => (uniform() - uniform()) * 1.5;
  const studentIds = Array.from({ length: dancers }, (_, at) => `dancer ${at}`);
  const marks = studentIds.flatMap((studentId, at) => {
    const skill = bell();
    const turning = skill * 0.8 + bell() * 0.6;
    const marker = MARKERS[Math.floor(at / CLASS_SIZE) % MARKERS.length] ?? MARKERS[1];
    return FIGURES.map(({ id: figureId, kind, hard }): Evidence => {
      const shown = (kind === "turn" ? turning : skill) - hard + chance() - marker.shift;
      const rank = CUTS.filter((cut) => shown >= cut).length;
      const slip = next(100) < SLIPS_IN_100 ? (next(2) === 0 ? 1 : -1) : 0;
      const mark = MARKS[Math.max(0, Math.min(3, rank + slip))] ?? "not-yet";
      return {
        id: `${studentId} ${figureId}`,
        studentId,
        role: "leader",
        figureId,
        layer: "partner",
        mark,
        markerId: marker.id,
        at: "2027-03-01",
        where: "check",
        offset: null,
        corrects: null,
      };
    });
  });
  return { marks, studentIds, figures: FIGURES.map(({ id, kind }) => ({ id, kind })) };
}
