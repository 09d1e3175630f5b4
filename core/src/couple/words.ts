import { type Figure, stepsOf } from "../notation/index.ts";
import { beatNumber, spokenCount, type Ticks, withinBeat } from "../time/index.ts";
import { inWords } from "../words/index.ts";
import { type Changed, type CoupleVerdict, EASY } from "./verdict.ts";

/** What is said of a couple's verdict. */
export interface CoupleSaid {
  /** `fits` needs nothing, `note` is worth saying in class, `warning` cannot be danced as written. */
  readonly tone: "fits" | "note" | "warning";
  /** A sentence, which begins small and has no full stop where nothing is wrong, to stand beside others. */
  readonly text: string;
  readonly wayOut: string | null;
}

/** From this strain on only the very ends of what people do are left. */
const HARDLY = 0.8;
/** So many steps are named; more are only counted. */
const MOST_NAMED = 2;

const SHARES: readonly (readonly [number, string])[] = [
  [1 / 4, "a quarter"],
  [1 / 3, "a third"],
  [1 / 2, "half"],
  [2 / 3, "two thirds"],
  [3 / 4, "three quarters"],
];

const shareInWords = (by: number): string =>
  SHARES.toSorted(([one], [other]) => Math.abs(one - by) - Math.abs(other - by))[0]?.[1] ?? "";

const countOf = (onset: Ticks): string => {
  if (withinBeat(onset) === 0) return spokenCount(onset);
  const beat = beatNumber(onset);
  return `the ${spokenCount(onset)} ${beat < 1 ? "before 1" : `after ${beat}`}`;
};

/** A step whose length is changed: by how much, in words. */
function stepInWords(figure: Figure, { role, step, by }: Changed): string {
  const onset = stepsOf(figure, role)[step ?? 0]?.onset ?? 0;
  return `the ${role}’s step on ${countOf(onset)} ${shareInWords(Math.abs(by))} ${by < 0 ? "shorter" : "longer"}`;
}

/** What to say in class where these steps are not of the usual length. */
function hintOf(steps: readonly Changed[]): string {
  if (steps.length === 0) return "keep in line with your partner";
  if (steps.every(({ by }) => by < 0)) return "small steps here";
  return steps.every(({ by }) => by > 0) ? "long steps here" : "well measured steps here";
}

const facedInWords = (turned: number): string => {
  const off = Math.min(turned, 360 - turned);
  if (off >= 135) return ", face to face";
  return off <= 45 ? ", facing the same way" : "";
};

/**
 * A couple's verdict in words. Lengths are estimates, from step sizes that nobody wrote.
 * @param lengthText a length in metres as the studio writes it
 * @example
 * coupleInWords(FITS, BASIC, (metres) => `${metres} m`).text // "with usual steps; they end about 0.9 m apart, face to face"
 */
export function coupleInWords(
  verdict: CoupleVerdict,
  figure: Figure,
  lengthText: (metres: number) => string,
): CoupleSaid {
  if (!verdict.together) {
    const on = countOf(verdict.onset);
    const { tooFar, hold } = verdict;
    return {
      tone: "warning",
      text: tooFar
        ? `No usual step sizes keep them within reach in ${hold} on ${on}: they are at least ${lengthText(tooFar.least)} apart, and arms reach about ${lengthText(tooFar.reach)}.`
        : `No usual step sizes bring them to where ${hold} has them on ${on}.`,
      wayOut: "Look for a direction or a turn that is missing before it, or say another hold.",
    };
  }
  const { strain, changed, ends } = verdict;
  const end = `they end about ${lengthText(ends.apart)} apart${facedInWords(ends.turned)}`;
  if (strain <= EASY) return { tone: "fits", text: `with usual steps; ${end}`, wayOut: null };
  const hard = changed.filter(({ what, by }) => what === "length" && Math.abs(by) > EASY * 0.9);
  const steps = hard.toSorted((a, b) => Math.abs(b.by) - Math.abs(a.by));
  const named = steps.slice(0, MOST_NAMED).map((one) => stepInWords(figure, one));
  const more = steps.length - named.length;
  const shorter = steps.every(({ by }) => by < 0);
  if (strain > HARDLY)
    return {
      tone: "note",
      text: `only with ${shorter ? "the smallest steps" : "steps at the very ends of what people do"}; ${end}`,
      wayOut: named.length > 0 ? `Look at ${inWords(named)}.` : null,
    };
  return {
    tone: "note",
    text:
      named.length === 0
        ? `with steps a little aside; ${end}`
        : `with ${inWords([...named, ...(more > 0 ? [`${more} more`] : [])])}; ${end}`,
    wayOut: `Worth saying in class: ${hintOf(steps)}.`,
  };
}
