import { countCall } from "../figure/index.ts";
import { escapeMarkdown, markdownLine } from "../words/index.ts";
import { callSheet } from "./call-sheet.ts";
import { type FigureOf, type Picks, roundOf, type Sequence, stepsOfItem } from "./sequence.ts";

/** One line of a call sheet, in words. */
export interface CallLine {
  /** The phrase and the count in it on which the figure begins, both from 1. */
  readonly phrase: number;
  readonly count: number;
  readonly name: string;
  readonly times: number;
  readonly beats: number;
  /** What is said to its counts. */
  readonly counts: string;
  /** Where it is said, one phrase ahead: phrase 0 is the music before the first. */
  readonly sayInPhrase: number;
  readonly sayOnCount: number;
  readonly note: string;
}

/**
 * A round as a caller reads it, line by line.
 * @param nameOf the name of a figure by its id
 * @example
 * callLines(SEQUENCE, () => BASIC, () => "Basic", {})[1]?.phrase // 3
 */
export const callLines = (
  { items, phraseBeats }: Pick<Sequence, "items" | "phraseBeats">,
  figureOf: FigureOf,
  nameOf: (figureId: string) => string,
  picks: Picks,
): CallLine[] =>
  callSheet(roundOf(items, figureOf, picks), phraseBeats).map((call) => {
    const steps = stepsOfItem(call, figureOf);
    const stretch = call.counts === null ? "" : ` ${call.counts[0]}–${call.counts[1]}`;
    return {
      phrase: call.phrase,
      count: call.count,
      name: `${nameOf(call.figureId)}${stretch}${call.side === "other" ? ", other side" : ""}`,
      times: call.times,
      beats: call.beats,
      counts: steps ? countCall(steps) : "",
      sayInPhrase: Math.floor(call.saidAt / phraseBeats) + 1,
      sayOnCount: (((call.saidAt % phraseBeats) + phraseBeats) % phraseBeats) + 1,
      note: call.note,
    };
  });

/**
 * A call sheet as Markdown: one numbered line a figure.
 * @param about a line beneath the title; left out where it is empty
 * @example
 * callSheetToMarkdown("Round", "", []) // "# Round\n"
 */
export function callSheetToMarkdown(title: string, about: string, lines: readonly CallLine[]): string {
  const list = lines.map(
    ({ phrase, count, name, times, counts, note }, at) =>
      `${at + 1}. **${escapeMarkdown(name)}**${times > 1 ? ` ×${times}` : ""}, phrase ${phrase} count ${count}${
        counts === "" ? "" : `: ${escapeMarkdown(counts)}`
      }${note === "" ? "" : ` (${escapeMarkdown(note)})`}`,
  );
  const parts = [
    `# ${escapeMarkdown(title)}`,
    ...(about === "" ? [] : [markdownLine(about)]),
    ...(list.length > 0 ? [list.join("\n")] : []),
  ];
  return `${parts.join("\n\n")}\n`;
}
