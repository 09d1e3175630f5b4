import { directionAt, phraseAt } from "./lexicon.ts";
import { footWord } from "./read-extras.ts";
import type { ReportDoubt } from "./report.ts";
import type { Scanned, Token } from "./scan.ts";
import type { Element, Foot } from "./types.ts";
import { isWeightAction } from "./words.ts";

/** What plain words are read with. */
export interface PlainContext {
  readonly elements: readonly Element[];
  readonly doubt: ReportDoubt;
}

/** `L-R-L`. */
export const isHyphenedFeet = (value: string): boolean => /^[lr](?:-[lr])+$/i.test(value);

/** `L-R-L` as its feet. */
export const feetIn = (token: Token): Token[] =>
  token.kind === "word" && isHyphenedFeet(token.value)
    ? token.value
        .split("-")
        .map((value, at) => ({ ...token, value, column: token.column + 2 * at, length: 1 }))
    : [token];

/** The other foot. */
export const OTHER_FOOT: Readonly<Record<string, Foot>> = { L: "R", R: "L" };

/** As many feet, one after the other, as stand at a place. */
export function feetAt(tokens: readonly Token[], from: number): Token[] {
  const feet: Token[] = [];
  for (let at = from; at < tokens.length; at++) {
    const foot = footWord(tokens[at]);
    const before = feet.at(-1);
    if (!foot || foot === "both" || (before && OTHER_FOOT[footWord(before) ?? ""] !== foot)) break;
    feet.push(tokens[at] as Token);
  }
  return feet;
}

/**
 * Statements of which a foot alone goes on with the feet of the one before: `walk right, left, right` is `walk right left
 * right`.
 */
export function withFeetJoined(scanned: readonly Scanned[]): Scanned[] {
  const joined: Scanned[] = [];
  for (const one of scanned) {
    const before = joined.at(-1);
    const [foot, ...more] = one.kind === "statement" ? one.tokens : [];
    const last = before?.kind === "statement" ? before.tokens.at(-1) : undefined;
    const isAlone = foot !== undefined && more.length === 0 && footWord(foot) !== undefined;
    const goesOn = isAlone && foot.line === last?.line && OTHER_FOOT[footWord(last) ?? ""] === footWord(foot);
    if (before?.kind === "statement" && goesOn)
      joined[joined.length - 1] = { ...before, tokens: [...before.tokens, foot] };
    else joined.push(one);
  }
  return joined;
}

/** A word as another one says it, over the stretch up to a last one. */
export const saying = (token: Token, value: string, to = token): Token => ({
  ...token,
  value,
  length: to.line === token.line ? to.column + to.length - token.column : token.length,
});

/** Feet that are said of what stands before them: one of a step of several feet, else as often as there are feet. */
export function saidFeet(
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
    const foot = changes === 1 ? first : saying(first, first.value, last);
    if (begin === from) out.splice(begin, 0, foot);
    else out.push(foot);
    if (changes === 1) out.push(saying(more[0] ?? first, many, last));
    return;
  }
  if (phrase?.meaning.kind === "action") {
    const words = out.slice(begin);
    if (begin === from) out.splice(begin, 0, first);
    else out.push(first);
    // Without weight each is said with its own foot: the same one is free every time.
    if (!isWeightAction(phrase.meaning.action))
      for (const foot of more) out.push(...words.map(({ value }) => ({ ...foot, value })), foot);
    else out.push(saying(more[0] ?? first, many, last));
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
