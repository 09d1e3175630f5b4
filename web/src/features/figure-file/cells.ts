/**
 * Lists within a cell: one entry a line, its parts set off by ` | `. A bar, a line end or a backslash within a
 * part is written with a backslash before it, so that every text comes back as it was.
 */
const escaped = (part: string): string =>
  part.replace(/\\/g, "\\\\").replace(/\|/g, "\\|").replace(/\r/g, "\\r").replace(/\n/g, "\\n");

const MEANT: Readonly<Record<string, string>> = { n: "\n", r: "\r" };

export const writeLines = (entries: readonly (readonly string[])[]): string =>
  entries.map((parts) => parts.map(escaped).join(" | ")).join("\n");

/** One line as its parts, without spaces round the bars. */
function partsOf(line: string): string[] {
  const parts = [""];
  for (let at = 0; at < line.length; at++) {
    const char = line[at] as string;
    if (char === "|") {
      parts.push("");
      continue;
    }
    const next = line[at + 1];
    if (char === "\\" && next !== undefined) at += 1;
    parts[parts.length - 1] += char === "\\" && next !== undefined ? (MEANT[next] ?? next) : char;
  }
  return parts.map((part, index) => {
    const start = index > 0 ? part.replace(/^ /, "") : part;
    return index < parts.length - 1 ? start.replace(/ $/, "") : start;
  });
}

export const readLines = (cell: string): string[][] =>
  cell
    .split(/\r?\n/)
    .filter((line) => line.trim() !== "")
    .map(partsOf);
