import type { SequenceContent } from "@map-step/contract";
import {
  callLines,
  callSheetToMarkdown,
  type FigureOf,
  type Picks,
  type RoundFacts,
} from "@map-step/core/sequence";
import { writeTable } from "../../kit/csv.ts";
import { lengthInWords, type NameOf } from "./words.ts";

/** What the files of a sequence are written from. */
export interface WrittenSequence {
  readonly content: SequenceContent;
  readonly danceName: string;
  readonly figureOf: FigureOf;
  readonly nameOf: NameOf;
  readonly picks: Picks;
  readonly round: RoundFacts;
}

const linesOf = ({ content, figureOf, nameOf, picks }: WrittenSequence) =>
  callLines(content, figureOf, nameOf, picks);

/** The call sheet as Markdown. */
export function sequenceAsMarkdown(written: WrittenSequence): string {
  const { content, danceName, round } = written;
  const about = `${danceName}, ${lengthInWords(round, round)}${content.bpm === null ? "" : `, ${content.bpm} beats a minute`}${content.loops ? ", goes round" : ""}.`;
  return callSheetToMarkdown(content.name, about, linesOf(written));
}

/** The call sheet as a table. */
export const sequenceAsCsv = (written: WrittenSequence): string =>
  writeTable(
    [
      "phrase",
      "count",
      "figure",
      "times",
      "counts",
      "said to its counts",
      "say in phrase",
      "on count",
      "note",
    ],
    linesOf(written).map((line) => [
      line.phrase,
      line.count,
      line.name,
      line.times,
      line.beats,
      line.counts,
      line.sayInPhrase,
      line.sayOnCount,
      line.note,
    ]),
  );

/** Everything that is kept of it, with the names of its figures. */
export const sequenceAsJson = ({ content, danceName, nameOf }: WrittenSequence): string => {
  const named = (items: SequenceContent["items"]): unknown[] =>
    items.map((item) =>
      item.kind === "figure"
        ? { figure: nameOf(item.figureId), ...item }
        : { ...item, ways: item.ways.map((way) => named([...way])) },
    );
  const { items, ...rest } = content;
  return `${JSON.stringify({ format: "map-step/sequence", dance: danceName, ...rest, items: named(items) }, null, 2)}\n`;
};
