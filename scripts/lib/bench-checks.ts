import {
  designCheck,
  type Evidence,
  fitMarks,
  MARKS,
  type MarkModel,
  mostTelling,
  type ReadinessRule,
  readiness,
  ruleOver,
} from "@map-step/core/check";
import { LAYERS } from "@map-step/core/figure";
import { USUAL_HOLDS } from "@map-step/core/hold";
import { transitionGraph } from "@map-step/core/sequence";
import loadHighs from "highs";
import { proveRoutine } from "../../web/src/workers/prove-routine.ts";
import { library } from "./bench-sequences.ts";
import { numbersFrom } from "./numbers.ts";
import { type SimulatedClasses, simulateClasses } from "./simulate-classes.ts";

const AT = "2027-03-01";
const LIBRARIES = 40;
/** From here on a teacher stops looking. */
const SETTLED = 0.05;

/** Marks of many dancers, figures and layers. */
function marksOf(students: number, figures: number, layers: number, each: number): Evidence[] {
  const next = numbersFrom(3);
  return Array.from({ length: students }, (_, s) => {
    const skill = next(5) - 2;
    return Array.from({ length: each }, (_, at): Evidence => {
      const figure = next(figures);
      const rank = Math.max(0, Math.min(3, 2 + skill - (figure % 4) + next(3)));
      return {
        id: `${s} ${at}`,
        studentId: `s${s}`,
        role: "leader",
        figureId: `f${figure}`,
        layer: LAYERS[next(layers)] ?? "partner",
        mark: MARKS[rank] ?? "alone",
        markerId: `m${s % 3}`,
        at: AT,
        where: "check",
        offset: null,
        corrects: null,
      };
    });
  }).flat();
}

const timed = <T>(work: () => T): { readonly value: T; readonly ms: number } => {
  const start = performance.now();
  const value = work();
  return { value, ms: performance.now() - start };
};
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

const ruleFor = (figures: SimulatedClasses["figures"]): ReadinessRule =>
  ruleOver(
    [
      { kind: "figures", of: "basic", atLeast: null, mark: "alone", layer: "partner" },
      { kind: "figures", of: "pattern", atLeast: 4, mark: "alone", layer: "partner" },
      { kind: "figures", of: "turn", atLeast: 2, mark: "alone", layer: "partner" },
    ],
    figures,
  );

interface Settled {
  readonly looks: number;
  readonly wrong: boolean;
  /** What was said before each look, and what came of it in the end. */
  readonly said: readonly (readonly [chance: number, ready: boolean])[];
}

/** Looks at one dancer, the most telling thing first, until it is settled; then against all that could be seen. */
function settle(rule: ReadinessRule, model: MarkModel, own: readonly Evidence[], studentId: string): Settled {
  const ready = readiness(rule, studentId, model, own, AT).probability === 1;
  const said: (readonly [number, boolean])[] = [];
  let seen: Evidence[] = [];
  for (;;) {
    const { probability } = readiness(rule, studentId, model, seen, AT);
    said.push([probability, ready]);
    const [next] =
      probability > SETTLED && probability < 1 - SETTLED ? mostTelling(rule, studentId, model, seen, AT) : [];
    const look = next && own.find(({ figureId }) => figureId === next.figureId);
    if (!look) return { looks: seen.length, wrong: probability >= 0.5 !== ready, said };
    seen = [...seen, look];
  }
}

const BINS = 10;

/** How far what was said lies from what came of it, in tenths of chance, each weighed by how often it was said. */
function calibration(said: readonly (readonly [chance: number, ready: boolean])[]) {
  const bins = Array.from({ length: BINS }, (_, bin) => {
    const own = said.filter(([chance]) => Math.min(BINS - 1, Math.floor(chance * BINS)) === bin);
    const mean = own.reduce((sum, [chance]) => sum + chance, 0) / Math.max(1, own.length);
    const came = own.filter(([, ready]) => ready).length / Math.max(1, own.length);
    return { bin, many: own.length, mean, came };
  });
  const error = bins.reduce(
    (sum, { many, mean, came }) => sum + (many / said.length) * Math.abs(mean - came),
    0,
  );
  return { bins, error };
}

/** How fast marks are fitted, how early readiness is settled and how rightly, and checks as routines; beside the bars. */
export async function benchChecks(): Promise<void> {
  const section = marksOf(20, 30, 6, 180);
  fitMarks(section, { priors: "stated" });
  const fits = Array.from({ length: 5 }, () => timed(() => fitMarks(section, { priors: "stated" })).ms);
  const studio = timed(() => fitMarks(marksOf(3000, 60, 3, 7), { priors: "stated" }));
  console.log(
    `\nfit of the marks of a section (20 × 30 × 6 layers) ${median(fits).toFixed(0)} ms (bar 100); of a studio (3,000 students, 21,000 marks) ${(studio.ms / 1000).toFixed(1)} s (bar 3)`,
  );
  const before = simulateClasses(11, 400);
  const model = fitMarks(before.marks, { priors: "stated" });
  const now = simulateClasses(12, 400);
  const rule = ruleFor(now.figures);
  const ownOf = new Map(now.studentIds.map((id) => [id, [] as Evidence[]]));
  for (const mark of now.marks) ownOf.get(mark.studentId)?.push(mark);
  const { value: dancers, ms } = timed(() =>
    now.studentIds.map((id) => settle(rule, model, ownOf.get(id) ?? [], id)),
  );
  const looks = dancers.reduce((sum, one) => sum + one.looks, 0);
  const wrong = dancers.filter((one) => one.wrong).length;
  const ready = dancers.filter(({ said }) => said[0]?.[1]).length;
  const { bins, error } = calibration(dancers.flatMap(({ said }) => said));
  console.log(
    `400 simulated dancers, ${ready} of them ready: settled after ${(looks / dancers.length).toFixed(1)} marks of ${now.figures.length}, ${((100 * looks) / now.marks.length).toFixed(0)} % (bar 45 %); ${((100 * wrong) / dancers.length).toFixed(1)} % decided wrongly (bar 5 %); calibration error ${error.toFixed(3)} (bar 0.05); ${(ms / looks).toFixed(0)} ms a look`,
  );
  console.log("\nsaid      came true   times");
  for (const { bin, many, mean, came } of bins)
    if (many > 0)
      console.log(
        `${(bin / BINS).toFixed(1)} to ${((bin + 1) / BINS).toFixed(1)}  ${mean.toFixed(2)} → ${came.toFixed(2)}  ${many}`,
      );
  const highs = await loadHighs();
  const designs = Array.from({ length: LIBRARIES }, (_, at) => {
    const figures = library(at + 1, 40, at / (LIBRARIES - 1));
    const graph = transitionGraph(figures, { holds: USUAL_HOLDS, alone: false });
    const taught = figures.map(({ id }, place) => ({
      figureId: id,
      layer: "partner" as const,
      // Every third is shown by the one after it as well, as by one that is composed of it.
      shownBy: place % 3 === 0 && figures[place + 1] ? [id, figures[place + 1]?.id ?? id] : [id],
    }));
    return timed(() => {
      const { task } = designCheck(graph, taught, { loops: true, phraseBeats: 8 });
      return proveRoutine(highs, task, 8);
    });
  });
  const settled = designs.filter(({ value: { best, impossible } }) => best || impossible);
  console.log(
    `\n${LIBRARIES} checks that show 40 figures, as routines with covering rows: settled ${settled.length} (bar 38), ${designs.filter(({ value }) => value.impossible).length} of them have none; median ${median(designs.map(({ ms: own }) => own)).toFixed(0)} ms, longest ${Math.max(...designs.map(({ ms: own }) => own)).toFixed(0)} ms (bar 1000)`,
  );
}
