import { type WalkLine, watchInWords } from "../lesson/index.ts";
import { bullets, heading, type Line, line, type RecapBlock, text } from "./document.ts";

const words = ({ counts, madeOf, tempi, watch }: WalkLine): string =>
  [
    counts === "" ? "" : `${counts}.`,
    madeOf,
    tempi === null ? "" : `Once at ${tempi[0]}, once at ${tempi[1]} beats a minute.`,
    watch.length === 0 ? "" : `Watch for: ${watchInWords(watch)}`,
  ]
    .filter(Boolean)
    .join(" ");

/**
 * A walk-through as a part of a recap: a heading and a numbered list.
 * @example
 * walkThroughBlocks([]) // []
 */
export function walkThroughBlocks(lines: readonly WalkLine[]): RecapBlock[] {
  if (lines.length === 0) return [];
  const items = lines.map((one): Line => (words(one) === "" ? [text(one.name)] : line(one.name, words(one))));
  return [heading("Everything so far"), { ...bullets(items), type: "orderedList" }];
}
