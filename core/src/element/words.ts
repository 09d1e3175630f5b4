import {
  type Figure,
  type Parsed,
  parseFigure,
  type Role,
  type Step,
  type Turn,
  writtenRoles,
} from "../notation/index.ts";
import { spokenFraction } from "../time/index.ts";
import { type Call, type CallPiece, callOf } from "./cover.ts";
import { elementSet, type NotatedDance, readingOf } from "./set.ts";

const SENSE = { L: "left", R: "right" } as const;
const turnInWords = ({ sense, degrees }: Turn): string =>
  `turning ${SENSE[sense]} ${degrees === 360 ? "once round" : degrees % 360 === 0 ? `${degrees / 360} times round` : spokenFraction(degrees, 360)}`;

const stepInWord = ({ action, direction }: Step): string =>
  [action === "place" ? "step" : action, direction ?? ""].filter(Boolean).join(" ").replaceAll("-", " ");

/**
 * A piece of a call as it is said.
 * @example
 * pieceInWords({ element: "triple step", direction: "back", first: 0, steps: 3, from: 0, to: 48, foot: "L" })
 * // "triple step back"
 */
export function pieceInWords({ element, direction, turn, step }: CallPiece): string {
  const name = element ?? (step ? stepInWord(step) : "");
  const turned = turn ?? (element === null ? step?.turn : undefined);
  return [name, direction?.replaceAll("-", " ") ?? "", turned ? turnInWords(turned) : ""]
    .filter(Boolean)
    .join(" ");
}

/** As many of one piece after each other are said with their number. */
const MANY = 3;

/**
 * The pieces of one role as they are said: `rock step, triple step, triple step`; three and more of one with their
 * number, `walk ×4`.
 * @example
 * callInWords(callOf(BASIC, elementSet(DANCE)).leader) // "side basic, side basic"
 */
export function callInWords(pieces: readonly CallPiece[]): string {
  const said: { word: string; times: number }[] = [];
  for (const piece of pieces) {
    const word = pieceInWords(piece);
    const before = said.at(-1);
    if (before?.word === word) before.times += 1;
    else said.push({ word, times: 1 });
  }
  return said
    .map(({ word, times }) =>
      times >= MANY ? `${word} ×${times}` : Array.from({ length: times }, () => word).join(", "),
    )
    .join(", ");
}

/**
 * What each role of a figure is called, in words; one entry for both where they are called alike.
 * @example
 * callsInWords(BASIC, DANCE) // [{ roles: ["leader", "follower"], words: "side basic, side basic" }]
 */
export function callsInWords(
  figure: Figure,
  dance: NotatedDance,
): { readonly roles: readonly Role[]; readonly words: string }[] {
  const call: Call = callOf(figure, elementSet(dance));
  const said: { roles: Role[]; words: string }[] = [];
  for (const role of writtenRoles(figure)) {
    const words = callInWords(call[role] ?? []);
    const alike = said.find((one) => one.words === words);
    if (alike) alike.roles.push(role);
    else if (words !== "") said.push({ roles: [role], words });
  }
  return said;
}

/**
 * A call written out: elements and bare actions in a row, with counts from their lengths, beginning on the foot that is
 * free unless one is said. Any text of the notation is read.
 * @returns the figure, and the faults of what cannot be read
 * @example
 * expandCall("rock step, triple step, triple step", DANCE).figure.length // 144
 */
export const expandCall = (text: string, dance: NotatedDance): Parsed => parseFigure(text, readingOf(dance));
