import type { SequenceContent } from "@map-step/contract";
import { type Figure, parseFigure } from "@map-step/core/notation";
import { newFigureItem, roundFacts, roundOf, type SequenceItem } from "@map-step/core/sequence";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../../../core/testing/runs.ts";
import { DANCE } from "../../../test/dance.ts";
import { asItems } from "./as-items.ts";
import { sequenceMerger } from "./merge.ts";
import { scoreLayout } from "./score-layout.ts";
import { grouped, itemsInWords, lengthInWords, meetingInWords, rolesInWords } from "./words.ts";
import { sequenceAsCsv, sequenceAsJson, sequenceAsMarkdown } from "./written.ts";

const FIGURES: Readonly<Record<string, Figure>> = {
  three: parseFigure('leader\n1 L side hold "closed"\n2 R close\n3 L side turn R 1/4\nfollower opposite')
    .figure,
  four: parseFigure('leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R close\nfollower opposite').figure,
};
const NAMES: Readonly<Record<string, string>> = { three: "Waltz box", four: "=Four" };
const nameOf = (id: string) => NAMES[id] ?? "A removed figure";
const figureOf = (id: string) => FIGURES[id] ?? null;
const item = (id: string, figureId: string, times = 1): SequenceItem => ({
  ...newFigureItem(id, figureId),
  times,
});
const content = (items: SequenceItem[], about: Partial<SequenceContent> = {}): SequenceContent => ({
  danceId: "d",
  name: "Round *one*",
  levelId: null,
  loops: true,
  phraseBeats: 8,
  bpm: 120,
  note: "",
  items,
  ...about,
});
const roundIn = (items: readonly SequenceItem[]) =>
  roundFacts(roundOf(items, figureOf), { phraseBeats: 8, bpm: 120 }, DANCE);

describe("the score", () => {
  test("shows every beat, every figure and every step once, in rows of whole phrases", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom("three", "four"), fc.integer({ min: 1, max: 5 })), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.integer({ min: 120, max: 1400 }),
        (list, width) => {
          const items = list.map(([figureId, times], at) => item(`${at}`, figureId, times));
          const round = roundIn(items);
          const rows = scoreLayout(round, width, 8);
          expect(rows[0]?.from).toBe(0);
          for (const [at, row] of rows.slice(1).entries()) expect(row.from).toBe(rows[at]?.to);
          expect(rows.at(-1)?.to).toBeGreaterThanOrEqual(round.beats);
          for (const row of rows) {
            expect(row.width).toBeLessThanOrEqual(width + 1e-6);
            for (const { x, width: own } of row.bars) {
              expect(x).toBeGreaterThanOrEqual(-1e-6);
              expect(x + own).toBeLessThanOrEqual(row.width + 1e-6);
            }
          }
          const begun = rows.flatMap(({ bars }) => bars.filter(({ goesOnFrom }) => !goesOnFrom));
          expect(begun.map((bar) => bar.item.id)).toEqual(items.map(({ id }) => id));
          // A place before each figure, and one behind the last.
          expect(rows.flatMap(({ knots }) => knots)).toHaveLength(items.length + 1);
          const scale = (row: (typeof rows)[number]) => (row.to - row.from) / row.width;
          const drawn = rows.flatMap((row) => row.bars.map((bar) => bar.width * scale(row)));
          expect(drawn.reduce((sum, own) => sum + own, 0)).toBeCloseTo(round.beats, 6);
        },
      ),
      runs(100),
    );
  });

  it("says a hold once for as long as it is in force", () => {
    const [row] = scoreLayout(roundIn([item("a", "three", 2), item("b", "four")]), 1000, 8);
    expect(row?.holds.map(({ hold }) => hold)).toEqual(["closed", "open"]);
    expect(row?.phrases).toBe("1–2");
  });
});

describe("a sequence in words", () => {
  it("tells repeats, stretches, sides and choices", () => {
    const items: SequenceItem[] = [
      item("a", "three", 2),
      { ...newFigureItem("b", "four", "other"), counts: [1, 2] },
      { kind: "choice", id: "c", optional: true, ways: [[item("d", "three")]] },
      { kind: "choice", id: "e", optional: true, ways: [[item("f", "three")], [item("g", "gone")]] },
    ];
    expect(itemsInWords(items, nameOf)).toBe(
      "Waltz box ×2, =Four 1–2, other side, (Waltz box), (Waltz box or A removed figure or nothing)",
    );
  });

  it("tells length, phrase and turns", () => {
    const round = roundIn([item("a", "three", 2)]);
    expect(lengthInWords(round, round)).toBe("6 counts, less than a phrase");
    expect(meetingInWords(round)).toBe("meets the phrase again after 4 rounds");
    expect(rolesInWords(round)[0]).toContain("½ to the right a round, so all face the first way after 2");
    expect(lengthInWords(round, roundIn([item("a", "four", 2)]))).toBe("6 to 8 counts");
  });

  it("puts figures in a row together as repeats", () => {
    const danced = ["three", "three", "four", "three"].map((figureId) => ({
      figureId,
      side: "written" as const,
    }));
    expect(asItems(danced).map(({ figureId, times }) => [figureId, times])).toEqual([
      ["three", 2],
      ["four", 1],
      ["three", 1],
    ]);
  });

  it("groups large numbers", () => {
    expect(
      [grouped(7n), grouped(1284306n), grouped(10n ** 21n)].map((text) => text.replace(/\u202f/g, " ")),
    ).toEqual(["7", "1 284 306", "1 000 000 000 000 000 000 000"]);
  });
});

describe("the files of a sequence", () => {
  const items = [item("a", "three", 2), item("b", "four")];
  const written = {
    content: content(items),
    danceName: "Test",
    figureOf,
    nameOf,
    picks: {},
    round: roundIn(items),
  };

  it("are a call sheet in Markdown and CSV, which no spreadsheet takes for a formula", () => {
    expect(sequenceAsMarkdown(written)).toBe(
      "# Round \\*one\\*\n\nTest, 10 counts, 1 phrase and 2 counts, 120 beats a minute, goes round.\n\n" +
        "1. **Waltz box** ×2, phrase 1 count 1: 1 2 3\n2. **=Four**, phrase 1 count 7: 1 2 3 4\n",
    );
    const lines = sequenceAsCsv(written).split("\r\n");
    expect(lines[1]).toBe("1,1,Waltz box,2,6,1 2 3,0,1,");
    expect(lines[2]).toContain("'=Four");
  });

  it("are all of it as JSON, with the names of its figures", () => {
    const read = JSON.parse(sequenceAsJson(written));
    expect(read).toMatchObject({ format: "map-step/sequence", dance: "Test", loops: true });
    expect(read.items.map(({ figure, times }: { figure: string; times: number }) => [figure, times])).toEqual(
      [
        ["Waltz box", 2],
        ["=Four", 1],
      ],
    );
  });
});

describe("two changes of one sequence", () => {
  const merge = sequenceMerger(nameOf, () => "Level one");
  const base = content([item("a", "three")]);

  it("both stay where they are of different things", () => {
    const mine = { ...base, note: "mine" };
    const theirs = { ...base, items: [item("a", "three"), item("b", "four")] };
    const { conflicts, take } = merge(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(take(new Set())).toEqual({ ...theirs, note: "mine" });
  });

  it("are asked where both changed the figures, each told in words", () => {
    const mine = { ...base, items: [item("a", "three", 2)] };
    const theirs = { ...base, items: [item("a", "four")] };
    const { conflicts, take } = merge(base, mine, theirs);
    expect(conflicts).toEqual([{ key: "items", label: "Figures", mine: "Waltz box ×2", theirs: "=Four" }]);
    expect(take(new Set(["items"])).items).toEqual(theirs.items);
    expect(take(new Set()).items).toEqual(mine.items);
  });
});
