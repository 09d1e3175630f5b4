import { escapeMarkdown, markdownLine, wholeLine } from "../words/index.ts";
import type { List, Paragraph, RecapBlock, RecapDocument } from "./document.ts";

/** A stretch of a line with the same marks. */
interface Run {
  readonly text: string;
  readonly sign: string;
}

const PUNCTUATION = /^[\p{P}\p{S}]$/u;
/** What no reader takes for a letter. */
const isEdge = (char: string | undefined): boolean => char === undefined || /^[\s!-/:-@[-`{-~]$/.test(char);

/**
 * What of a marked run the marks can embrace: no spaces at its ends, and no punctuation there that touches something
 * outside. Readers disagree on characters of two code units, so those count as punctuation.
 */
function embraced({ text }: Run, before: Run | undefined, after: Run | undefined): [number, number] {
  const chars = [...text];
  // Beside another run's marks any punctuation is too close.
  const beside = (run: Run | undefined, at: number) => (run?.sign ? "x" : run?.text.at(at));
  let [from, to] = [0, chars.length];
  const within = (char: string | undefined, outside: string | undefined): boolean =>
    char !== undefined &&
    !/^\s$/u.test(char) &&
    (isEdge(outside) || (char.length === 1 && !PUNCTUATION.test(char)));
  while (from < to && !within(chars[from], from === 0 ? beside(before, -1) : chars[from - 1])) from += 1;
  while (to > from && !within(chars[to - 1], to === chars.length ? beside(after, 0) : chars[to])) to -= 1;
  return [from, to];
}

function runsOf(content: Paragraph["content"] = []): (Run | "break")[] {
  const runs: (Run | "break")[] = [];
  for (const node of content) {
    if (node.type === "hardBreak") {
      runs.push("break");
      continue;
    }
    const marks = new Set(node.marks?.map(({ type }) => type));
    const sign = `${marks.has("bold") ? "**" : ""}${marks.has("italic") ? "*" : ""}`;
    const last = runs.at(-1);
    if (last && last !== "break" && last.sign === sign)
      runs[runs.length - 1] = { sign, text: last.text + node.text };
    else if (node.text !== "") runs.push({ sign, text: node.text });
  }
  return runs;
}

const BOLD_ITALIC = "***";

/**
 * The runs of a line without marks that could not be told from those of the run before: where bold and italic at once
 * touch other marks, readers count the stars otherwise. The words are worth more than how they look.
 */
function legible(line: readonly Run[]): Run[] {
  const kept: Run[] = [];
  for (const run of line) {
    const before = kept.at(-1)?.sign ?? "";
    const merges = before !== "" && run.sign !== "" && (before === BOLD_ITALIC || run.sign === BOLD_ITALIC);
    kept.push(merges ? { ...run, sign: "" } : run);
  }
  return kept;
}

/** The lines of a paragraph or heading, each to be read as text. */
function lines(content: Paragraph["content"]): string[] {
  const written: string[] = [];
  let line: Run[] = [];
  const close = () => {
    const runs = legible(line);
    const out = runs.map((run, at) => {
      if (run.sign === "") return escapeMarkdown(run.text);
      const [from, to] = embraced(run, runs[at - 1], runs[at + 1]);
      const chars = [...run.text];
      const part = (begin: number, end: number) => escapeMarkdown(chars.slice(begin, end).join(""));
      const inner = from < to ? `${run.sign}${part(from, to)}${run.sign}` : "";
      return `${part(0, from)}${inner}${part(to, chars.length)}`;
    });
    written.push(wholeLine(out.join("")));
    line = [];
  };
  for (const run of runsOf(content)) {
    if (run === "break") close();
    else line.push(run);
  }
  close();
  return written;
}

/** Two lists that follow each other have different signs, or they would be read as one. */
function list({ type, content }: List, other: boolean): string[] {
  return content.flatMap((item, index) => {
    const sign = type === "orderedList" ? `${index + 1}${other ? ")" : "."} ` : other ? "+ " : "- ";
    const inner = blocks(item.content);
    return inner.length === 0
      ? [sign.trim()]
      : inner.map((line, at) => (at === 0 ? sign : line === "" ? "" : " ".repeat(sign.length)) + line);
  });
}

function block(node: RecapBlock, other: boolean): string[] {
  switch (node.type) {
    case "heading": {
      // A heading is one line.
      const words = lines(node.content).join(" ");
      return words === "" ? [] : [`${"#".repeat(node.attrs.level)} ${words}`];
    }
    case "ribbon":
      return [`> ${markdownLine(`${node.attrs.name}: ${node.attrs.counts}`)}`];
    case "sequence":
      return [`> ${markdownLine(`${node.attrs.name}: ${node.attrs.figures}`)}`];
    // The floor cannot be told in text; its ribbon stands before it.
    case "floor":
      return [];
    case "paragraph": {
      const all = lines(node.content);
      const last = all.findLastIndex((line) => line !== "");
      return all.slice(0, last + 1).map((line, at) => (at < last ? `${line}\\` : line));
    }
    case "bulletList":
    case "orderedList":
      return list(node, other);
  }
}

/** Blocks as lines, one empty line between each two; a list stands close under what it belongs to. */
function blocks(nodes: readonly RecapBlock[]): string[] {
  const written: string[] = [];
  let [before, other] = ["", false];
  for (const node of nodes) {
    other = node.type === before && !other;
    const own = block(node, other);
    if (own.length === 0) continue;
    const isClose = before === "paragraph" && node.type === "bulletList" && written.length === 1;
    if (written.length > 0 && !isClose) written.push("");
    written.push(...own);
    before = node.type;
  }
  return written;
}

/**
 * A recap as CommonMark, under a title; readers of it show every text as it was written.
 * @example
 * recapToMarkdown("Week 1", { type: "doc", content: [paragraph(text("Well danced."))] })
 * // "# Week 1\n\nWell danced.\n"
 */
export const recapToMarkdown = (title: string, document: RecapDocument): string =>
  `${[`# ${markdownLine(title)}`, "", ...blocks(document.content)].join("\n")}\n`;
