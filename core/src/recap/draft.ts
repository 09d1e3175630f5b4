import type { Layer } from "../figure/index.ts";
import { bold, bullets, heading, paragraph, type RecapBlock, type RecapText, text } from "./document.ts";

/** A figure that was really danced in the lesson, and how far it got. */
export interface CoveredFigure {
  readonly name: string;
  readonly fresh: boolean;
  readonly inFull: boolean;
  /** The deepest layer worked on; `null` for a short return. */
  readonly layer: Layer | null;
  /** Spoken counts, such as `1 2 & 3`; empty for a figure without steps. */
  readonly counts: string;
  readonly cues: readonly string[];
  readonly slips: readonly string[];
  readonly cautions: readonly string[];
}

export interface RecapInput {
  readonly covered: readonly CoveredFigure[];
  /** Names of the figures that are new in the next lesson. */
  readonly next: readonly string[];
  readonly unfinished: readonly string[];
}

/** A few minutes alone at home, by the layer that was reached in class. */
const HOME_PRACTICE: Readonly<Record<Layer, string>> = {
  steps: "walk the steps alone, slowly, five times without a stop",
  rhythm: "walk it while saying slow and quick aloud, three minutes",
  count: "dance it alone while counting aloud, three minutes",
  partner: "dance your own part without a partner and name each lead as it comes, three minutes",
  technique: "dance it at half speed and watch one thing only, your feet, three minutes",
  style: "dance it to one whole song you like",
};

const SAFE_PRACTICE = "Warm up first, stop at pain, and dance only what both partners agree to.";

const line = (name: string, words: string): RecapText[] => [
  bold(name),
  text(words === "" ? "" : `: ${words}`),
];

function section(title: string, items: readonly (readonly RecapText[])[]): RecapBlock[] {
  return items.length === 0 ? [] : [heading(title), bullets(items)];
}

const sentence = (words: string): string => (/[.!?]$/.test(words) ? words : `${words}.`);

const tonight = ({ name, counts, cues, inFull }: CoveredFigure): RecapText[] => {
  const words = [counts === "" ? "" : `counts ${counts}`, ...cues].filter(Boolean).map(sentence).join(" ");
  return line(inFull ? name : `${name} (begun)`, words);
};

/**
 * A recap for students, drafted from what was covered and from nothing else; only the last section looks ahead.
 * Cautions of every covered figure are always in it.
 */
export function draftRecap({ covered, next, unfinished }: RecapInput): RecapBlock[] {
  const fresh = covered.filter((figure) => figure.fresh);
  const back = covered.filter((figure) => !figure.fresh);
  const slips = covered.flatMap(({ name, slips: words }) => words.map((slip) => line(name, slip)));
  const care = covered.flatMap(({ name, cautions }) => cautions.map((caution) => line(name, caution)));
  const practice = covered.flatMap(({ name, layer }) => (layer ? [line(name, HOME_PRACTICE[layer])] : []));
  const ahead = [
    ...unfinished.map((name) => line(name, "we finish it first")),
    ...next.map((name) => line(name, "new")),
  ];
  return [
    ...section("New tonight", fresh.map(tonight)),
    ...section(
      "Came back",
      back.map(({ name, cues, inFull }) => line(inFull ? name : `${name} (in part)`, cues[0] ?? "")),
    ),
    ...section("Watch for", slips),
    ...section("Take care", care),
    ...section("Practise at home", practice),
    ...(practice.length > 0 ? [paragraph(text(SAFE_PRACTICE))] : []),
    ...section("Next week", ahead),
  ];
}
