import { directionAt, phraseAt } from "./lexicon.ts";
import { footWord, fullWord } from "./read-extras.ts";
import { saysTurn, senseAt, spokenNumber, wordAt } from "./read-turn.ts";
import type { ReportDoubt } from "./report.ts";
import type { Token } from "./scan.ts";
import type { Element, Foot } from "./types.ts";

/** What plain words are read with. */
interface PlainContext {
  readonly elements: readonly Element[];
  readonly doubt: ReportDoubt;
}

/** Words that only carry a sentence: `step back on the left`, `bring the feet together`. */
const CARRIERS: ReadonlySet<string> = new Set(
  "the your his her their on onto to with of while as you we do take make bring put place's".split(" "),
);
/** Behind these, `a` is no count. */
const BEFORE_A: ReadonlySet<string> = new Set(["with", "do", "take", "make", "and", "then"]);
const SIZES: ReadonlyMap<string, "long" | "small"> = new Map([
  ["big", "long"],
  ["large", "long"],
  ["wide", "long"],
  ["little", "small"],
  ["tiny", "small"],
]);
/** Where a foot goes in sight of the other one. */
const BESIDE_OTHER: readonly (readonly [words: readonly string[], direction: string, isFirm: boolean])[] = [
  [["in", "front", "of"], "cross-front", true],
  [["in", "back", "of"], "cross-behind", true],
  [["over"], "cross-front", true],
  [["across"], "cross-front", true],
  [["behind"], "cross-behind", false],
  [["next", "to"], "close", true],
  [["up", "to"], "close", true],
  [["together", "with"], "close", true],
  [["beside"], "close", true],
  [["to"], "close", true],
];
/** Actions of which the toe may be said: `touch the right toe to the side`. */
const WITH_TOE: ReadonlySet<string> = new Set(["touch", "tap", "point", "drag"]);
/** What sounds with a step is not danced after it. */
const SOUNDS = /^(?:clap|snap|slap|stomp|click|shout)/;

/** What makes a row worth a second look; most rows hold none of it. */
const isPlain = (word: string): boolean =>
  CARRIERS.has(word) ||
  SIZES.has(word) ||
  /^(?:over|across|behind|beside|next|up|steps|toe|an?|in)$/.test(word);

const isHyphenedFeet = (value: string): boolean => /^[lr](?:-[lr])+$/i.test(value);

/** `L-R-L` as its feet. */
const feetIn = (token: Token): Token[] =>
  token.kind === "word" && isHyphenedFeet(token.value)
    ? token.value
        .split("-")
        .map((value, at) => ({ ...token, value, column: token.column + 2 * at, length: 1 }))
    : [token];

const OTHER: Readonly<Record<string, Foot>> = { L: "R", R: "L" };

/** As many feet, one after the other, as stand at a place. */
function feetAt(tokens: readonly Token[], from: number): Token[] {
  const feet: Token[] = [];
  for (let at = from; at < tokens.length; at++) {
    const foot = footWord(tokens[at]);
    const before = feet.at(-1);
    if (!foot || foot === "both" || (before && OTHER[footWord(before) ?? ""] !== foot)) break;
    feet.push(tokens[at] as Token);
  }
  return feet;
}

const saying = (token: Token, value: string, to = token): Token => ({
  ...token,
  value,
  length: to.line === token.line ? to.column + to.length - token.column : token.length,
});

/** A foot beside, over or behind the other one, at a place: which foot, where it goes, and what it takes. */
function besideOther(tokens: readonly Token[], at: number) {
  const foot = footWord(tokens[at]);
  if (!foot || foot === "both") return null;
  const isFootWord = (place: number) => /^(?:foot|toe|leg)$/.test(wordAt(tokens, place));
  const begin = at + (isFootWord(at + 1) ? 2 : 1);
  for (const [words, direction, isFirm] of BESIDE_OTHER) {
    if (!words.every((word, index) => wordAt(tokens, begin + index) === word)) continue;
    const whose = /^(?:the|your|his|her)$/.test(wordAt(tokens, begin + words.length)) ? 1 : 0;
    const other = begin + words.length + whose;
    if (footWord(tokens[other]) === OTHER[foot])
      return { direction, isFirm, begin, end: isFootWord(other + 1) ? other + 1 : other };
  }
  return null;
}

/** Feet that are said of what stands before them: one of a step of several feet, else as often as there are feet. */
function saidFeet(
  out: Token[],
  from: number,
  feet: readonly Token[],
  { elements, doubt }: PlainContext,
): void {
  const [first, ...more] = feet as [Token, ...Token[]];
  const last = more.at(-1) ?? first;
  let phrase: ReturnType<typeof phraseAt> = null;
  let begin = out.length;
  for (let at = Math.max(0, out.length - 5); at < out.length && !phrase; at++) {
    const found = phraseAt(out, at, elements);
    const way = found && directionAt(out, at + found.used);
    if (found && at + found.used + (way?.used ?? 0) === out.length) [phrase, begin] = [found, at];
  }
  const many = `x${feet.length}`;
  if (phrase?.meaning.kind === "element") {
    const changes = phrase.meaning.element.ways[0]?.steps.length ?? 1;
    // Feet that are not those of its steps are left where they stand, to be blamed.
    if (changes !== 1 && changes !== feet.length) {
      out.push(...feet);
      return;
    }
    // A foot before an element is only a foot; behind something else it would be that one's.
    if (begin === from) out.splice(begin, 0, first);
    else out.push(first);
    if (changes === 1) out.push(saying(more[0] ?? first, many, last));
    return;
  }
  if (phrase?.meaning.kind === "action") {
    if (begin === from) out.splice(begin, 0, first);
    else out.push(first);
    out.push(saying(more[0] ?? first, many, last));
    return;
  }
  if (out.length > 0 && phrase?.meaning.kind !== "step") {
    out.push(...feet);
    return;
  }
  // Bare feet say that there are steps, and not where they go.
  const begins = out.at(-1) ?? first;
  if (phrase) out.pop();
  const foot = footWord(first) as string;
  doubt(begins, last, [`${foot} place x${feet.length},`, `${foot} forward x${feet.length},`]);
  out.push(first, saying(more[0] ?? first, "place", last), saying(more[0] ?? first, many, last));
}

/** `walk 3 steps forward`, `three steps back`: the direction and how often. */
function manySteps(tokens: readonly Token[], at: number) {
  const word = wordAt(tokens, at);
  const many = spokenNumber(word) ?? (/^[2-9]$/.test(word) ? Number(word) : 0);
  if (many === 0 || wordAt(tokens, at + 1) !== "steps") return null;
  const to = /^(?:to|on)$/.test(wordAt(tokens, at + 2)) ? 1 : 0;
  const found = directionAt(tokens, at + 2 + to);
  if (!found || found.direction === "side") return null;
  return { many, direction: found.direction, end: at + 2 + to + found.used };
}

/**
 * A row of words as it is danced: words that only carry the sentence are left out, a foot beside the other one goes
 * where it is, feet in a row are those of the steps. What names something danced stays as it is.
 */
export function withoutCarriers(
  tokens: readonly Token[],
  from: number,
  context: PlainContext,
): readonly Token[] {
  const hasFeet = tokens.some(
    (token, at) =>
      at >= from &&
      token.kind === "word" &&
      (isHyphenedFeet(token.value) ||
        (footWord(token) !== undefined && footWord(tokens[at + 1]) !== undefined)),
  );
  if (!hasFeet && !tokens.some((token) => token.kind === "word" && isPlain(token.value.toLowerCase())))
    return tokens;
  const { elements, doubt } = context;
  const all = tokens.flatMap(feetIn);
  const out: Token[] = all.slice(0, from);
  for (let at = from; at < all.length; ) {
    const token = all[at] as Token;
    const word = token.kind === "word" ? token.value.toLowerCase() : "";
    const phrase = token.kind === "word" ? phraseAt(all, at, elements) : null;
    const many = manySteps(all, at);
    if (many) {
      const before = out.at(-1);
      const walks = before && /^walks?$/.test(before.value.toLowerCase());
      const last = all[many.end - 1] as Token;
      if (!walks || many.direction !== "forward") out.push(saying(token, many.direction, token));
      out.push(saying(last, `x${many.many}`));
      at = many.end;
      continue;
    }
    const beside = besideOther(all, at);
    if (beside) {
      const [before, last] = [out.at(-1), all[beside.end] as Token];
      const isStep = before?.kind === "word" && /^(?:cross|step|put|set)$/.test(before.value.toLowerCase());
      const closes = before?.kind === "word" && /^(?:close|together|bring)$/.test(before.value.toLowerCase());
      const begin = isStep ? (before as Token) : token;
      const said = `${footWord(token)} ${beside.direction},`;
      if (!beside.isFirm && isStep)
        doubt(begin, last, [
          said,
          `${fullWord(before as Token)}, ${beside.direction} ${OTHER[footWord(token) ?? ""]},`,
        ]);
      if (isStep) out.pop();
      const placed = saying(all[beside.begin] as Token, beside.direction, last);
      out.push(token, ...(closes ? [] : [placed]));
      at = beside.end + 1;
      continue;
    }
    if (phrase && phrase.used > 1) {
      out.push(...all.slice(at, at + phrase.used));
      at += phrase.used;
      continue;
    }
    const feet = feetAt(all, at);
    if (feet.length > 1) {
      saidFeet(out, from, feet, context);
      at += feet.length;
      continue;
    }
    // The way of a turn is said with such words: `over the left shoulder`.
    const sense = senseAt(all, at);
    const before = out.at(-1);
    const behindTurn = before?.kind === "word" && (/^turn/.test(fullWord(before)) || saysTurn(all, at - 1));
    if (sense && sense.used > 1 && (behindTurn || wordAt(all, at + sense.used - 1) === "shoulder")) {
      out.push(...all.slice(at, at + sense.used));
      at += sense.used;
      continue;
    }
    const next = wordAt(all, at + 1);
    const isCarrier =
      (CARRIERS.has(word) &&
        !phrase &&
        !/^\d/.test(next) &&
        !(word === "with" && SOUNDS.test(next.replace(/^an?$/, wordAt(all, at + 2))))) ||
      ((word === "a" || word === "an") &&
        at > 0 &&
        (BEFORE_A.has(wordAt(all, at - 1)) || saysTurn(all, at + 1) || SIZES.has(next))) ||
      (word === "toe" && footWord(before) !== undefined && WITH_TOE.has(wordAt(out, out.length - 2)));
    if (isCarrier && all.length > 1) {
      at += 1;
      continue;
    }
    out.push(phrase ? token : saying(token, SIZES.get(word) ?? token.value));
    at += 1;
  }
  return out;
}
