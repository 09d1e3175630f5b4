import type { Step, Turn } from "../notation/index.ts";
import { spokenFraction } from "../time/index.ts";
import type { CallPiece } from "./cover.ts";
import { saidDirection } from "./match.ts";

const SENSE = { L: "left", R: "right" } as const;
/** Parts of a turn that are said as a fraction: no smaller than a twenty-fourth. */
const SAID_PART = 15;

function sizeInWords(degrees: number): string {
  if (degrees === 360) return "once round";
  if (degrees % 360 === 0) return `${degrees / 360} times round`;
  return degrees % SAID_PART === 0 ? spokenFraction(degrees, 360) : `${degrees}°`;
}

const turnInWords = ({ sense, degrees, first }: Turn): string =>
  `turning ${SENSE[sense]} ${sizeInWords(degrees)}${first ? " first" : ""}`;

/** What is said in the place of a word of the notation. */
const SAID: Readonly<Partial<Record<Step["action"], string>>> = { place: "step in place", hold: "pause" };

const stepInWord = (step: Step): string =>
  [SAID[step.action] ?? step.action, saidDirection(step) ?? ""]
    .filter(Boolean)
    .join(" ")
    .replaceAll("-", " ");

/** What has a name, and is said otherwise: by its steps, or with its direction before it. */
const OTHERWISE: readonly (readonly [name: RegExp, said: string])[] = [
  [/^rock step side$/, "side rock"],
  [/^step close$/, "side, close"],
  [/^step close forward$/, "walk, close"],
  [/^step close (.+)$/, "walk $1, close"],
  [/^step tap$/, "step in place, tap"],
  [/^(grapevine|weave) (touch|kick|hitch|scuff)$/, "$1, $2"],
];

const asSaid = (words: string): string => {
  const found = OTHERWISE.find(([name]) => name.test(words));
  return found ? words.replace(found[0], found[1]) : words;
};

const wayInWords = (direction: Step["direction"]): string =>
  direction === "place" ? "in place" : (direction ?? "").replaceAll("-", " ");

/**
 * A piece of a call as it is said.
 * @example
 * pieceInWords({ element: "triple step", direction: "back", first: 0, steps: 3, from: 0, to: 48, foot: "L" })
 * // "triple step back"
 */
export function pieceInWords({ element, direction, turn, step }: CallPiece): string {
  // A turn on the spot is what it is.
  if (element === null && step?.action === "swivel" && step.foot === null && step.turn)
    return turnInWords(step.turn).replace("turning", "turn");
  const name = element ?? (step ? stepInWord(step) : "");
  const turned = turn ?? (element === null ? step?.turn : undefined);
  const said = [name, wayInWords(direction)].filter(Boolean).join(" ");
  return [asSaid(said), turned ? turnInWords(turned) : ""].filter(Boolean).join(" ");
}

/** As many of one piece after each other are said with their number. */
const MANY = 3;

/**
 * The pieces of one role as they are said: `rock step, triple step, triple step`; three and more of one with their
 * number, `walk ×4`.
 * @example
 * callInWords(callOf(BASIC, elementSet(DANCE)).leader) // "side basic twice"
 */
export function callInWords(pieces: readonly CallPiece[]): string {
  const said: { word: string; times: number }[] = [];
  for (const word of pieces.flatMap((piece) => pieceInWords(piece).split(", "))) {
    const before = said.at(-1);
    if (before?.word === word) before.times += 1;
    else said.push({ word, times: 1 });
  }
  const [only, ...others] = said;
  if (only?.times === 2 && others.length === 0) return `${only.word} twice`;
  return said
    .map(({ word, times }) =>
      times >= MANY ? `${word} ×${times}` : Array.from({ length: times }, () => word).join(", "),
    )
    .join(", ");
}
