import type { FigureRecord, Level, SequenceContent } from "@map-step/contract";
import type { SequenceItem } from "@map-step/core/sequence";
import { type Database, services } from "@map-step/server";

/** A figure by its name, how often it is danced, or the ways of a choice. */
type Line = string | readonly [name: string, times: number] | { readonly oneOf: readonly string[] };

interface Routine {
  readonly dance: string;
  /** The name of its level. */
  readonly level: string;
  readonly name: string;
  readonly phraseBeats: number;
  readonly bpm: number;
  readonly note: string;
  readonly lines: readonly Line[];
}

const ROUTINES: readonly Routine[] = [
  {
    dance: "Hustle",
    level: "Hustle 1",
    name: "Hustle 1, closing round",
    phraseBeats: 8,
    bpm: 104,
    note: "For the last evening; goes round until the music ends.",
    lines: [
      ["Foundation step", 2],
      "Side pass",
      "Underarm turn",
      "Hook turn-away",
      { oneOf: ["Foundation step", "Side basic"] },
      "Window",
    ],
  },
  {
    // Once and a half ends in one hand, Turning six begins closed: a join is left to mend.
    dance: "Collegiate shag",
    level: "Shag 1",
    name: "Harbour round",
    phraseBeats: 8,
    bpm: 168,
    note: "",
    lines: [
      ["Home six", 2],
      "Touch six",
      "Open out",
      "Outside six",
      { oneOf: ["Walk-around", "Inside six"] },
      "Once and a half",
      "Turning six",
    ],
  },
];

/** Routines of the demo studio for a dance. */
export async function loadSequences(
  db: Database,
  dance: { readonly id: string; readonly name: string },
  figures: ReadonlyMap<string, FigureRecord>,
  levels: readonly Level[],
  staffId: string,
): Promise<void> {
  for (const { name, level, phraseBeats, bpm, note, lines } of ROUTINES.filter(
    (one) => one.dance === dance.name,
  )) {
    let made = 0;
    const figure = (of: string, times = 1): SequenceItem => ({
      kind: "figure",
      id: `line-${++made}`,
      figureId: figures.get(of)?.id ?? "",
      side: "written",
      times,
      counts: null,
      priority: "usual",
      note: "",
    });
    const items = lines.map((line): SequenceItem => {
      if (typeof line === "string") return figure(line);
      if (!("oneOf" in line)) return figure(...line);
      return {
        kind: "choice",
        id: `choice-${++made}`,
        optional: false,
        ways: line.oneOf.map((one) => [figure(one)]),
      };
    });
    const levelId = levels.find((one) => one.name === level)?.id ?? null;
    const content = { danceId: dance.id, name, levelId, loops: true, phraseBeats, bpm, note, items };
    await services.createSequence(db, content as SequenceContent, staffId);
  }
}
