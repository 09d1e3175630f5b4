import type { Token } from "./scan.ts";
import type { Element } from "./types.ts";
import {
  type Action,
  type Direction,
  FREE_ACTIONS,
  isDirection,
  SHORT_FORMS,
  WEIGHT_ACTIONS,
} from "./words.ts";

/** What teachers say beside the words of the notation, each with the action that it means. */
const EVERYDAY: Readonly<Partial<Record<Action, readonly string[]>>> = {
  forward: ["fwd", "forwards", "ahead"],
  back: ["backward", "backwards", "bwd", "bk"],
  side: ["side step", "sidestep", "sideways"],
  close: ["together", "tog", "feet together", "close step"],
  place: [
    "in place",
    "inplace",
    "on the spot",
    "step in place",
    "step on the spot",
    "change weight",
    "change of weight",
    "weight change",
    "ball",
    "march",
    "march in place",
  ],
  replace: ["recover", "rec"],
  "cross-front": ["cross", "cross over", "cross in front", "front", "across", "in front"],
  "cross-behind": ["behind", "cross in back", "cross back"],
  "diagonal-forward": ["diag forward", "diag fwd", "diagonal fwd"],
  "diagonal-back": ["diag back"],
  stomp: ["stamp"],
  hold: ["pause", "rest", "wait", "freeze"],
  drag: ["draw"],
  heel: ["heel dig", "dig", "heel touch", "heel tap", "tap heel", "touch heel"],
  touch: ["toe", "toe touch", "touch toe"],
  tap: ["toe tap", "tap toe"],
  hitch: ["knee", "knee lift", "knee up", "lift the knee", "knee raise"],
  swing: ["leg swing", "swing leg", "swing the leg"],
  ronde: ["sweep", "rondé", "leg sweep", "sweep the leg"],
  bump: ["hip bump", "bump hip", "hip"],
  bounce: ["bounce heels", "bounce the heels", "heel bounce"],
  roll: ["body roll", "hip roll", "roll the hips", "hip circle"],
  contract: ["contraction"],
  snap: ["finger snap", "click", "snap fingers", "click fingers"],
  slap: ["leg slap", "thigh slap", "heel slap", "knee slap", "slap the knee"],
  jump: ["land on both", "jump on both", "land"],
  slide: ["glide"],
  sway: ["hip sway", "sway the hips"],
  swivel: ["unwind", "twist", "swivel heels", "swivel on both"],
  hop: ["skip"],
};

/** A phrase of an item: one of the actions, a bare `step` that waits for its direction, or an element. */
export type Meaning =
  | { readonly kind: "action"; readonly action: Action }
  | { readonly kind: "step" }
  | { readonly kind: "element"; readonly element: Element };

interface Entry {
  readonly words: readonly string[];
  readonly meaning: Meaning;
  /** Several of it are named, as in `hip bumps`; the name of one thing is none of them: `forwards`. */
  readonly isMany?: true;
}
type Lexicon = ReadonlyMap<string, readonly Entry[]>;

/** Words of a phrase: capitals, accents and hyphens do not matter. */
const wordsOf = (phrase: string): string[] => (PLAIN.test(phrase) ? [phrase] : spelledOut(phrase));
const PLAIN = /^[a-z]+$/;
const spelledOut = (phrase: string): string[] =>
  phrase
    .toLowerCase()
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .split(/[\s-]+/)
    .filter((word) => word !== "");

/**
 * Element names are one when these are.
 * @example
 * elementKey("Kick-ball change") // "kick ball change"
 */
export const elementKey = (name: string): string => wordsOf(name).join(" ");

const ACTIONS: readonly Action[] = [...WEIGHT_ACTIONS, ...FREE_ACTIONS];
const actionPhrases = ACTIONS.flatMap((action) => {
  const short = Object.keys(SHORT_FORMS).filter((form) => SHORT_FORMS[form] === action);
  return [action, ...short, ...(EVERYDAY[action] ?? [])].map((phrase) => ({ phrase, action }));
});

/** Several of a name: `triple steps`, `crosses`. */
const manyOf = (words: readonly string[]): string[] =>
  words.map((word, at) =>
    at < words.length - 1 ? word : /(?:s|x|ch|sh)$/.test(word) ? `${word}es` : `${word}s`,
  );

function lexiconOf(elements: readonly Element[]): Lexicon {
  const ones: Entry[] = [
    ...actionPhrases.map(({ phrase, action }): Entry => {
      return { words: wordsOf(phrase), meaning: { kind: "action", action } };
    }),
    { words: ["step"], meaning: { kind: "step" } },
    ...elements.flatMap((element) =>
      [element.name, ...element.otherNames].map((name): Entry => {
        return { words: wordsOf(name), meaning: { kind: "element", element } };
      }),
    ),
  ];
  const exact = new Set(ones.map(({ words }) => words.join(" ")));
  const several = ones.flatMap(({ words, meaning }): Entry[] => {
    const many = manyOf(words);
    // One short form, such as `t`, has none; nor has a bare `step`, which waits for its direction.
    const isNone = meaning.kind === "step" || words.join(" ").length <= 2 || exact.has(many.join(" "));
    return isNone ? [] : [{ words: many, meaning, isMany: true }];
  });
  const byFirst = new Map<string, Entry[]>();
  for (const entry of [...ones, ...several]) {
    const [first] = entry.words;
    if (first !== undefined) byFirst.set(first, [...(byFirst.get(first) ?? []), entry]);
  }
  for (const list of byFirst.values()) list.sort((a, b) => b.words.length - a.words.length);
  return byFirst;
}

const lexicons = new WeakMap<readonly Element[], Lexicon>();
function lexiconFor(elements: readonly Element[]): Lexicon {
  const known = lexicons.get(elements);
  if (known) return known;
  const made = lexiconOf(elements);
  lexicons.set(elements, made);
  return made;
}

/** How many tokens from one on say these words; 0 when they do not. A hyphened token counts as its words. */
function tokensSaying(words: readonly string[], tokens: readonly Token[], from: number): number {
  let at = 0;
  for (let index = from; index < tokens.length; index++) {
    const token = tokens[index] as Token;
    if (token.kind !== "word") return 0;
    const own = wordsOf(token.value);
    if (own.length === 0 || own.some((word, offset) => words[at + offset] !== word)) return 0;
    at += own.length;
    if (at === words.length) return index - from + 1;
  }
  return 0;
}

/** The longest phrase that tokens say from one on, and how many of them it takes; `null` when they say none. */
export function phraseAt(
  tokens: readonly Token[],
  from: number,
  elements: readonly Element[],
): { readonly meaning: Meaning; readonly used: number; readonly isMany: boolean } | null {
  const token = tokens[from];
  if (token?.kind !== "word") return null;
  const [first] = wordsOf(token.value);
  for (const { words, meaning, isMany = false } of lexiconFor(elements).get(first ?? "") ?? []) {
    const used = tokensSaying(words, tokens, from);
    if (used > 0) return { meaning, used, isMany };
  }
  return null;
}

const NO_ELEMENTS: readonly Element[] = [];

/** The direction that tokens say from one on, in any of its words. */
export function directionAt(
  tokens: readonly Token[],
  from: number,
): { readonly direction: Direction; readonly used: number } | null {
  const found = phraseAt(tokens, from, NO_ELEMENTS);
  const word = found?.meaning.kind === "action" ? found.meaning.action : "";
  return found && isDirection(word) ? { direction: word, used: found.used } : null;
}

/** All that may stand where something is danced, for suggestions. */
export const dancedWords = (elements: readonly Element[]): string[] => [
  ...ACTIONS,
  ...Object.values(EVERYDAY).flat(),
  "step",
  ...elements.flatMap(({ name, otherNames }) => [name, ...otherNames]),
];
