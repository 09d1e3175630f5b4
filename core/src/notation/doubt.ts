import { counted } from "../words/index.ts";
import type { Doubt, DoubtChoice, Fault } from "./types.ts";

/**
 * A doubt as a question.
 * @example
 * doubtText({ found: "rock back", choices: [{ text: "rock step back,", steps: 2, beats: 2 }] })
 * // "“rock back” is read as rock step back (2 steps, 2 beats)."
 */
export function doubtText({ found, choices }: Pick<Doubt, "found" | "choices">): string {
  const [read, ...others] = choices.map(choiceText);
  return `“${found}” is read as ${read ?? found}.${others.length > 0 ? ` Or do you mean ${others.join(", or ")}?` : ""}`;
}

/**
 * What a choice comes to.
 * @example
 * choiceText({ text: "rock step, back,", steps: 3, beats: 3 }) // "rock step, back (3 steps, 3 beats)"
 */
export const choiceText = ({ text, steps, beats }: DoubtChoice): string =>
  `${text.replace(/,\s*$/, "")} (${counted(steps, "step")}, ${counted(beats, "beat")})`;

const COUNT = /^(?:\d.*|[&+ea]|and|slow|quick|s|q)$/i;
const FOOT = /^(?:l|r|left|right|both|foot)$/i;

/** Whether what stands before a name belongs to it, as a count or a foot does, or nothing stands there. */
function belongs(before: string): boolean {
  const words = before.trimEnd().split(/\s+/);
  const last = words.pop() ?? "";
  if (last === "" || /[,;:]$/.test(last) || COUNT.test(last)) return true;
  return FOOT.test(last) && belongs(words.join(" "));
}

/**
 * A text with a doubt answered.
 * @example
 * answerDoubt("rock back side", { line: 1, column: 1, length: 9 }, { text: "rock step, back,", steps: 3, beats: 3 })
 * // "rock step, back, side"
 */
export function answerDoubt(
  text: string,
  { line, column, length }: Pick<Doubt, "line" | "column" | "length">,
  { text: chosen }: DoubtChoice,
): string {
  const lines = text.split("\n");
  const row = lines[line - 1] ?? "";
  const rest = row.slice(column - 1 + length);
  // A comma stands once, and not at the end.
  const own = /^\s*(?:[,;]|$)/.test(rest) ? chosen.replace(/,\s*$/, "") : chosen;
  const before = row.slice(0, column - 1);
  const isNext = COUNT.test(own.trimStart().split(/\s/)[0] ?? "");
  lines[line - 1] = (isNext || belongs(before) ? before : `${before.trimEnd()} then `) + own + rest;
  return lines.join("\n");
}

/**
 * A doubt as something that keeps a text from being used, where nobody is there to answer it.
 * @example
 * asFault({ line: 1, column: 1, length: 9, found: "rock back", choices: [] }).expected // "an answer"
 */
export const asFault = (doubt: Doubt): Fault => ({
  line: doubt.line,
  column: doubt.column,
  length: doubt.length,
  found: doubt.found,
  expected: "an answer",
  question: doubtText(doubt),
});
