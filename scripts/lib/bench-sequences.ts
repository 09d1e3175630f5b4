import { USUAL_HOLDS } from "@map-step/core/hold";
import { parseFigure } from "@map-step/core/notation";
import {
  countSequences,
  dealSequence,
  routineModel,
  routineOrder,
  transitionGraph,
} from "@map-step/core/sequence";
import loadHighs from "highs";
import { proveRoutine } from "../../web/src/workers/prove-routine.ts";
import { numbersFrom } from "./numbers.ts";

const LIBRARIES = 40;
const SECONDS = 8;
const READING = { slowBeats: 2, quickBeats: 1, elements: [], holds: USUAL_HOLDS };
const DANCE = { holds: USUAL_HOLDS, alone: false };
const HOLDS = [
  "closed",
  "open two-hand",
  "open one-hand",
  "crossed hands",
  "side-by-side",
  "promenade",
] as const;

/**
 * A library of so many figures, the same for the same seed. The harder, the more holds it has and the fewer figures lead
 * from one to another.
 */
export function library(seed: number, count: number, hardness: number) {
  const next = numbersFrom(seed);
  const holds = HOLDS.slice(0, 2 + Math.round(hardness * 4));
  return Array.from({ length: count }, (_, at) => {
    const beats = [2, 3, 4, 6, 8][next(5)] ?? 4;
    const first = holds[next(holds.length)] ?? "closed";
    const last = next(100) < 60 - 40 * hardness ? holds[next(holds.length)] : first;
    // Some end on the other foot; half of them begin on it, so that the routine comes round.
    const alternates = next(100) < 30 - 12 * hardness;
    const [one, other] = alternates && at % 2 === 0 ? ["R", "L"] : ["L", "R"];
    const touches = (beats % 2 === 1) !== alternates;
    const rows = Array.from({ length: beats }, (_, beat) => {
      const foot = beat % 2 === 0 ? one : other;
      const action = touches && beat === beats - 1 ? "touch" : ["forward", "back", "side", "close"][next(4)];
      const turn = next(6) === 0 ? ` turn R 1/${[2, 4][next(2)]}` : "";
      const hold =
        beat === 0 ? ` hold "${first}"` : beat === beats - 1 && last !== first ? ` hold "${last}"` : "";
      return `${beat + 1} ${foot} ${action}${turn}${hold}`;
    });
    const text = ["leader", ...rows, "follower opposite", `beats ${beats}`].join("\n");
    return { id: `f${at}`, figure: parseFigure(text, READING).figure };
  });
}

/** Routines through generated libraries, proven shortest, and the counting of sequences; printed beside the bars. */
export async function benchSequences(): Promise<void> {
  const highs = await loadHighs();
  const ask = (figures: ReturnType<typeof library>) => {
    const start = performance.now();
    const graph = transitionGraph(figures, DANCE);
    const wanted = figures.map(({ id }) => id);
    const task = routineModel(graph, wanted, { loops: true, phraseBeats: 8 });
    const proof = proveRoutine(highs, task, SECONDS);
    const walk = proof.times ? routineOrder(graph, proof.times) : null;
    const beats = walk?.reduce((sum, at) => sum + (graph.arcs[at]?.beats ?? 0), 0) ?? null;
    return { ...proof, graph, beats, ms: performance.now() - start };
  };
  console.log(
    `\n${LIBRARIES} generated libraries of 40 figures: the shortest looping routine on the phrase\n`,
  );
  const answers = Array.from({ length: LIBRARIES }, (_, at) =>
    ask(library(at + 1, 40, at / (LIBRARIES - 1))),
  );
  const settled = answers.filter(({ best, impossible }) => best || impossible);
  const ms = settled.map((one) => one.ms).sort((a, b) => a - b);
  console.log(
    `settled ${settled.length} (bar 38), ${answers.filter(({ impossible }) => impossible).length} of them have none; median ${ms[Math.floor(ms.length / 2)]?.toFixed(0)} ms, longest ${ms.at(-1)?.toFixed(0)} ms (bar 1000)`,
  );
  const large = ask(library(7, 350, 0.7));
  console.log(
    `350 figures over ${large.graph.states.length} states: ${large.best ? `proven, ${large.beats} beats` : large.impossible ? "none" : "not settled"}, ${large.ms.toFixed(0)} ms (bar 3000)`,
  );
  const { graph } = ask(library(3, 60, 0.2));
  let start = performance.now();
  const count = countSequences(graph, 256);
  console.log(
    `sequences of 256 beats from 60 figures: a number of ${String(count).length} digits, ${(performance.now() - start).toFixed(0)} ms (bar 200)`,
  );
  const next = numbersFrom(5);
  start = performance.now();
  for (let deal = 0; deal < 1000; deal++) dealSequence(graph, 256, {}, () => next(1_000_000) / 1_000_000);
  console.log(`1,000 of them dealt: ${(performance.now() - start).toFixed(0)} ms (bar 200)`);
}
