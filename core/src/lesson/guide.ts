import { countCall, figureFacts } from "../figure/index.ts";
import { type Figure, type Role, writtenRoles } from "../notation/index.ts";
import { shareOut, type Work } from "../plan/index.ts";
import type { Dance } from "../time/index.ts";
import { type Rung, SLOW_SHARE, tempoLadder } from "./ladder.ts";
import type { Segment } from "./segment.ts";

/** One thing to do within a part of a lesson. */
export interface Stage {
  readonly text: string;
  /** Whose work it is; both roles together where nobody is named. */
  readonly role: Role | null;
  readonly layer: Work | null;
  /** Half minutes, as seconds. */
  readonly seconds: number;
  /** The tempo of its music in beats per minute; null without music. */
  readonly bpm: number | null;
}

/** A part of a lesson and what is danced in it. */
export interface GuideInput {
  readonly segment: Pick<Segment, "kind" | "layers" | "minutes">;
  /** The steps of its figure; null for a part without steps. */
  readonly steps: Figure | null;
  readonly dance: Dance;
  /** The tempo to reach; null where the level has none. */
  readonly bpm: number | null;
}

interface Weighted extends Omit<Stage, "seconds"> {
  readonly weight: number;
}

const HALF_MINUTE = 30;
const ROLE_WORDS: Readonly<Record<Role, string>> = {
  leader: "Leaders' part",
  follower: "Followers' part",
  solo: "Everybody",
};

const stage = (
  text: string,
  weight: number,
  about: Partial<Pick<Stage, "role" | "layer" | "bpm">> = {},
): Weighted => ({ text, weight, role: null, layer: null, bpm: null, ...about });

/** The feet, role by role; the other role looks on and then takes its own. */
function feet({ steps }: GuideInput, weight: number): Weighted[] {
  const roles: readonly Role[] = steps ? writtenRoles(steps) : [];
  const all: readonly Role[] = roles.includes("leader") ? ["leader", "follower"] : roles;
  if (all.length === 0)
    return [stage("Show it, then everybody together, no music", weight, { layer: "steps" })];
  return all.map((role) =>
    stage(`${ROLE_WORDS[role]}: walk the steps alone, no music`, weight / all.length, {
      role,
      layer: "steps",
    }),
  );
}

/** What is done for one layer of a figure. */
function layerStages(input: GuideInput, layer: Work, weight: number): Weighted[] {
  const { steps, dance } = input;
  const counts = steps ? countCall(steps) : "";
  const solo = steps !== null && writtenRoles(steps).includes("solo");
  const rhythm = steps ? (figureFacts(steps, dance).roles[0]?.rhythm ?? "") : "";
  const about = { layer };
  switch (layer) {
    case "steps":
      return feet(input, weight);
    case "rhythm":
      return [stage(`Walk it and say slow and quick${rhythm ? `: ${rhythm}` : ""}`, weight, about)];
    case "count":
      return [stage(`Walk it and count aloud${counts ? `: ${counts}` : ""}`, weight, about)];
    case "partner":
      return solo
        ? [stage("All together in lines, no music", weight, about)]
        : [stage("With a partner, no music: the lead, then the answer; change partners", weight, about)];
    case "technique":
      return [stage("One quality only, from the feet up; name it and drop the rest", weight, about)];
    case "style":
      return [stage("To music, each in their own way", weight, about)];
    case "return":
      return [stage("Once through from memory, then once with the cue", weight, about)];
  }
}

/** Some rungs of the ladder: as many as there is time for, the last one always. */
function music(rungs: readonly Rung[], most: number, weight: number): Weighted[] {
  const count = Math.min(most, rungs.length);
  const chosen = Array.from({ length: count }, (_, at) =>
    count === 1 ? rungs.at(-1) : rungs[Math.round((at * (rungs.length - 1)) / (count - 1))],
  );
  return chosen.flatMap((rung) =>
    rung
      ? [
          stage(rung === rungs.at(-1) ? "To music at speed" : "To slow music", weight / count, {
            bpm: rung.bpm,
          }),
        ]
      : [],
  );
}

function wanted(input: GuideInput): Weighted[] {
  const { segment, steps, dance, bpm } = input;
  const rungs = steps && bpm ? tempoLadder(steps, dance, bpm) : [];
  const layers = segment.layers.flatMap(({ layer, minutes }) => layerStages(input, layer, minutes));
  switch (segment.kind) {
    case "new":
    case "carry-over": {
      const whole = steps
        ? [stage("Show it whole, once from behind each role", segment.kind === "new" ? 1 : 0.5)]
        : [];
      return [...whole, ...layers, ...music(rungs, segment.minutes >= 10 ? 3 : 2, 2)];
    }
    case "deepen":
      return [...layers, ...music(rungs, 1, 1)];
    case "return":
      return layers.length > 0
        ? layers
        : [
            stage("Dance what they remember, one figure after the other, and say nothing", 2),
            stage("Name what is missing and show it once", 1),
          ];
    case "contrast":
      return [
        stage("Dance one, then the other, slowly", 1),
        stage("Say the count at which they part", 0.5),
        stage("Call one of the two without warning", 1),
      ];
    case "practice":
      return [
        stage("The chain, counted, no music", 1),
        ...(bpm ? [stage("The chain to slow music", 1, { bpm: Math.round(bpm * SLOW_SHARE) })] : []),
        stage("The chain at speed, changing partners", 2, { bpm }),
      ];
    case "warm-up":
      return [
        stage("Greet, and say in one sentence what tonight brings", 1),
        stage("Warm the body from the feet to the shoulders; anybody may leave a movement out", 2),
        stage("Walk to the music together and find its 1", 1),
      ];
    case "wrap":
      return [
        stage("Once more, the chain of tonight", 2),
        stage("One sentence each: what was new, and what to practise at home", 1),
        stage("Say what next week goes on with", 1),
      ];
    case "own":
      return [];
  }
}

/**
 * What to do in a part of a lesson, in order: see it whole, each role by itself, both together without music, slow
 * music, music at speed, with the layers in the order of the level's approach. Half minutes that sum exactly to the
 * part; what weighs least falls out when there is too little time.
 * @example
 * guideOf({ segment: segment("wrap", "End", 2), steps: null, dance: DANCE, bpm: null }).map(({ seconds }) => seconds)
 * // [60, 30, 30]
 */
export function guideOf(input: GuideInput): Stage[] {
  const halves = input.segment.minutes * 2;
  const all = wanted(input);
  const byWeight = [...all.keys()].sort(
    (a, b) => (all[b] as Weighted).weight - (all[a] as Weighted).weight || a - b,
  );
  const kept = new Set(byWeight.slice(0, halves));
  const stages = all.filter((_, at) => kept.has(at));
  const extra = shareOut(
    halves - stages.length,
    stages.map(({ weight }) => weight),
  );
  return stages.map(({ weight: _weight, ...rest }, at) => ({
    ...rest,
    seconds: HALF_MINUTE * (1 + (extra[at] ?? 0)),
  }));
}
