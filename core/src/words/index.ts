export { escapeMarkdown, markdownLine, wholeLine } from "./markdown.ts";

/**
 * A number with what it counts, singular or plural.
 * @param many the plural, where it is not the singular with an s
 * @example
 * counted(2, "week") // "2 weeks"
 */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/**
 * Names as they are said.
 * @example
 * inWords(["a", "b", "c"]) // "a, b and c"
 */
export const inWords = (names: readonly string[]): string =>
  names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;

/**
 * Rising weeks as they are said.
 * @example
 * weeksInWords([1, 2, 3, 5]) // "Weeks 1 to 3 and 5"
 */
export function weeksInWords(weeks: readonly number[]): string {
  const runs: { from: number; to: number }[] = [];
  for (const week of weeks) {
    const last = runs.at(-1);
    if (last && week === last.to + 1) last.to = week;
    else runs.push({ from: week, to: week });
  }
  const parts = runs.flatMap(({ from, to }) =>
    to - from < 2 ? [...new Set([from, to])].map(String) : [`${from} to ${to}`],
  );
  return `${weeks.length === 1 ? "Week" : "Weeks"} ${inWords(parts)}`;
}
