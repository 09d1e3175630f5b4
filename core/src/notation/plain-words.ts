import {
  feetAt,
  feetIn,
  isHyphenedFeet,
  OTHER_FOOT,
  type PlainContext,
  saidFeet,
  saying,
} from "./feet-in-row.ts";
import { directionAt, phraseAt } from "./lexicon.ts";
import { isCount } from "./read-count.ts";
import { footWord, fullWord, saysFoot } from "./read-extras.ts";
import { saysTurn, senseAt, spokenNumber, wordAt } from "./read-turn.ts";
import type { Token } from "./scan.ts";

/** Words that only carry a sentence: `step back on the left`, `bring the feet together`. */
const CARRIERS: ReadonlySet<string> = new Set(
  "the your his her their on onto to with of while as you we do take make bring put".split(" "),
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
    if (footWord(tokens[other]) === OTHER_FOOT[foot])
      return { direction, isFirm, begin, end: isFootWord(other + 1) ? other + 1 : other };
  }
  return null;
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

/** A row being made plain: its words, where one is in them, and what was taken over so far. */
interface Row {
  readonly all: readonly Token[];
  readonly from: number;
  at: number;
  readonly out: Token[];
  /** Where in `out` what is said last begins: behind what had its count said behind it. */
  begun: number;
}

/** Takes what stands at a place, where it is what it looks for. */
type Taker = (row: Row, context: PlainContext) => boolean;

const lastWord = ({ out }: Row): string => wordAt(out, out.length - 1);

const takeManySteps: Taker = (row) => {
  const { all, at, out } = row;
  const many = manySteps(all, at);
  if (!many) return false;
  const [token, last] = [all[at] as Token, all[many.end - 1] as Token];
  const isWalked = /^walks?$/.test(lastWord(row)) && many.direction === "forward";
  if (!isWalked) out.push(saying(token, many.direction));
  out.push(saying(last, `x${many.many}`));
  row.at = many.end;
  return true;
};

const takeBesideOther: Taker = (row, { doubt }) => {
  const { all, at, out } = row;
  const beside = besideOther(all, at);
  if (!beside) return false;
  const [token, last] = [all[at] as Token, all[beside.end] as Token];
  const { direction, isFirm } = beside;
  const verb = lastWord(row);
  if (/^(?:cross|step|put|set)$/.test(verb)) {
    const step = out.pop() as Token;
    const other = OTHER_FOOT[footWord(token) ?? ""];
    if (!isFirm)
      doubt(step, last, [`${footWord(token)} ${direction},`, `${fullWord(step)}, ${direction} ${other},`]);
  }
  const isSaid = /^(?:close|together|bring)$/.test(verb);
  out.push(token, ...(isSaid ? [] : [saying(all[beside.begin] as Token, direction, last)]));
  row.at = beside.end + 1;
  return true;
};

/** A name of several words is never taken apart. */
const takeName: Taker = (row, { elements }) => {
  const used = phraseAt(row.all, row.at, elements)?.used ?? 0;
  if (used < 2) return false;
  row.out.push(...row.all.slice(row.at, row.at + used));
  row.at += used;
  return true;
};

const takeFeet: Taker = (row, context) => {
  const feet = feetAt(row.all, row.at);
  if (feet.length < 2) return false;
  saidFeet(row.out, row.from, feet, context);
  row.at += feet.length;
  return true;
};

/** The way of a turn is said with words that carry elsewhere: `over the left shoulder`. */
const takeSense: Taker = (row) => {
  const { all, at, out } = row;
  const used = senseAt(all, at)?.used ?? 0;
  const isTurned = /^(?:turn|tn$)/.test(lastWord(row)) || saysTurn(all, at - 1);
  if (used < 2 || !(isTurned || wordAt(all, at + used - 1) === "shoulder")) return false;
  out.push(...all.slice(at, at + used));
  row.at += used;
  return true;
};

/** Whether a word at a place only carries the sentence. */
function carries({ all, at, out }: Row, word: string): boolean {
  const next = wordAt(all, at + 1);
  if (word === "a" || word === "an")
    return at > 0 && (BEFORE_A.has(wordAt(all, at - 1)) || saysTurn(all, at + 1) || SIZES.has(next));
  if (word === "toe") return footWord(out.at(-1)) !== undefined && WITH_TOE.has(wordAt(out, out.length - 2));
  const sounds = SOUNDS.test(/^an?$/.test(next) ? wordAt(all, at + 2) : next);
  return CARRIERS.has(word) && !/^\d/.test(next) && !(word === "with" && sounds);
}

/** `step on the left`, `step left foot back` are steps with that foot; `step left` is one to that side. */
const takeOnto: Taker = (row) => {
  const { all, at, out } = row;
  // `side step left foot` is one thing already.
  const isWay = wordAt(out, out.length - 3) !== "step" && directionAt(out, out.length - 2) !== null;
  if (lastWord(row) !== "step" || isWay) return false;
  const isOn = /^(?:on|onto|with)$/.test(wordAt(all, at));
  const whose = isOn && /^(?:the|your|his|her)$/.test(wordAt(all, at + 1)) ? 1 : 0;
  const foot = at + (isOn ? 1 + whose : 0);
  const isFoot = saysFoot(all, foot + 1);
  if (!footWord(all[foot]) || !(isOn || isFoot)) return false;
  const end = isFoot ? foot + 1 : foot;
  let way = end + 1;
  while (CARRIERS.has(wordAt(all, way))) way += 1;
  const step = out.pop() as Token;
  out.push(all[foot] as Token, directionAt(all, way) ? step : saying(step, "place", all[end]));
  row.at = end + 1;
  return true;
};

const takeCarrier: Taker = (row, { elements }) => {
  const word = wordAt(row.all, row.at);
  // `toe` is a touch by itself; what else is danced never only carries.
  if (word !== "toe" && phraseAt(row.all, row.at, elements)) return false;
  if (row.all.length < 2 || !carries(row, word)) return false;
  row.at += 1;
  return true;
};

const takeWord: Taker = (row, { elements }) => {
  const token = row.all[row.at] as Token;
  const size = phraseAt(row.all, row.at, elements) ? undefined : SIZES.get(wordAt(row.all, row.at));
  row.out.push(size === undefined ? token : saying(token, size));
  row.at += 1;
  return true;
};

const COUNT = /^\d{1,3}$/;

/** `step back on 5`, `kick on 1 and 3`: counts that are said behind stand before what is danced on them. */
const takeCountsBehind: Taker = (row) => {
  const { all, at, out, begun } = row;
  if (wordAt(all, at) !== "on" || begun === out.length || out.slice(begun).some(isCount)) return false;
  let end = at + (/^(?:counts?|beats?)$/.test(wordAt(all, at + 1)) ? 2 : 1);
  const counts: Token[] = [];
  while (COUNT.test(wordAt(all, end))) {
    counts.push(all[end] as Token);
    end += /^(?:and|&)$/.test(wordAt(all, end + 1)) && COUNT.test(wordAt(all, end + 2)) ? 2 : 1;
  }
  if (counts.length === 0) return false;
  out.splice(begun, 0, ...counts);
  row.begun = out.length;
  row.at = end;
  return true;
};

/** What is looked for at each place, in order; the last takes whatever stands there. */
const TAKERS: readonly Taker[] = [
  takeCountsBehind,
  takeManySteps,
  takeBesideOther,
  takeOnto,
  takeName,
  takeFeet,
  takeSense,
  takeCarrier,
  takeWord,
];

/** Whether a row holds anything that would be taken otherwise than it stands; most hold nothing. */
const isWorthIt = (tokens: readonly Token[], from: number): boolean =>
  tokens.some(
    (token, at) =>
      at >= from &&
      token.kind === "word" &&
      (isPlain(token.value.toLowerCase()) ||
        isHyphenedFeet(token.value) ||
        (footWord(token) !== undefined &&
          (saysFoot(tokens, at + 1) || footWord(tokens[at + 1]) !== undefined))),
  );

/**
 * A row of words as it is danced: words that only carry the sentence are left out, a foot beside the other one goes
 * where it is, feet in a row are those of the steps. What names something danced stays as it is.
 */
export function withoutCarriers(
  tokens: readonly Token[],
  from: number,
  context: PlainContext,
): readonly Token[] {
  if (!isWorthIt(tokens, from)) return tokens;
  const all = tokens.flatMap(feetIn);
  const row: Row = { all, from, at: from, out: all.slice(0, from), begun: from };
  while (row.at < all.length) TAKERS.some((take) => take(row, context));
  return row.out;
}
