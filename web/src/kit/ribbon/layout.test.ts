import { parseFigure } from "@map-step/core/notation";
import { describe, expect, it } from "vitest";
import { ribbonLayout } from "./layout.ts";

const TIMING = { phraseBeats: 8, meter: 4, slowBeats: 2 };
const layout = (text: string, width: number, widest?: number) =>
  ribbonLayout(parseFigure(text).figure, width, TIMING, widest);
const BASIC =
  'leader\n& L back hold "open"\n1 R place\n2 L forward hold "closed"\n3 R tap\nbeats 3\nfollower mirror';
const long = (beats: number) =>
  `solo\n${Array.from({ length: beats }, (_, beat) => `${beat + 1} ${beat % 2 ? "R" : "L"} side`).join("\n")}`;

describe("ribbonLayout", () => {
  it("draws each step as wide as it lasts, from the pick-up to its coming round", () => {
    const [row] = layout(BASIC, 288);
    const marks = row?.roles[0]?.marks ?? [];
    expect(marks.map(({ x, width }) => [x, width])).toEqual([
      [0, 48],
      [48, 96],
      [144, 96],
      [240, 48],
    ]);
    expect(marks.map(({ weight }) => weight)).toEqual([true, true, true, false]);
    expect(row?.ruler.map(({ label }) => label)).toEqual(["&", "1", "2", "3"]);
  });

  it("puts a phrase mark at count 1 and none at the pick-up", () => {
    const [row] = layout(BASIC, 300);
    expect(row?.ruler.filter(({ phraseStart }) => phraseStart).map(({ label }) => label)).toEqual(["1"]);
  });

  it("shows every hold from where it begins to the next", () => {
    const [row] = layout(BASIC, 288);
    expect(row?.holds).toEqual([
      { x: 0, width: 144, name: "open" },
      { x: 144, width: 144, name: "closed" },
    ]);
  });

  it.each([2, 16, 64])("fits %d beats into 320 pixels, each step once, whole phrases to a line", (beats) => {
    const rows = layout(long(beats), 320);
    const marks = rows.flatMap((row) => row.roles.flatMap((role) => role.marks));
    expect(marks).toHaveLength(beats);
    for (const row of rows) expect(row.width).toBeLessThanOrEqual(320);
    expect(rows).toHaveLength(Math.ceil(beats / 8));
    for (const row of rows.slice(1)) expect(row.ruler[0]?.phraseStart).toBe(true);
  });

  it("falls back to bars and then to beats on a narrow screen", () => {
    expect(layout(long(16), 200)).toHaveLength(4);
    expect(layout(long(6), 90)).toHaveLength(3);
  });

  it("keeps beats from growing wider than asked, so that figures compare", () => {
    expect(layout(BASIC, 1000, 100)[0]?.width).toBe(300);
  });
});
