import { describe, expect, it } from "vitest";
import { awayInWords, clockAfter, longDay, shortDay, weekdays } from "./dates.ts";
import { differencesOf, mergeChoice } from "./merge.ts";

describe("dates and times", () => {
  it("say a date as people do", () => {
    expect([shortDay("2027-02-22"), longDay("2027-02-22"), weekdays("2027-02-22")]).toEqual([
      "Mon 22 Feb",
      "Monday 22 February 2027",
      "Mondays",
    ]);
  });

  it.each([
    ["2027-02-22", "tonight"],
    ["2027-02-23", "tomorrow"],
    ["2027-03-01", "in 7 days"],
    ["2027-02-21", "yesterday, not finished"],
    ["2027-02-20", "2 days ago, not finished"],
  ])("%s is %s on 22 February", (date, words) => {
    expect(awayInWords("2027-02-22", date)).toBe(words);
  });

  it.each([
    ["19:30", 45, "20:15"],
    ["23:50", 20, "00:10"],
    ["08:05", 0, "08:05"],
  ])("%s and %d minutes is %s", (start, minutes, end) => {
    expect(clockAfter(start, minutes)).toBe(end);
  });
});

describe("two versions of one thing", () => {
  const mine = { name: "Wrap", minutes: 12, cues: ["one"], version: 3 };
  const theirs = { name: "Wrap", minutes: 14, cues: ["one", "two"], version: 4 };

  it("differ only where they would be shown differently", () => {
    const shown = {
      name: ["Name", (name: string) => name],
      minutes: ["Minutes", String],
      cues: ["Cues", (cues: string[]) => cues.join("; ")],
    } as const;
    expect(differencesOf(mine, theirs, shown)).toEqual([
      { key: "minutes", label: "Minutes", mine: "12", theirs: "14" },
      { key: "cues", label: "Cues", mine: "one", theirs: "one; two" },
    ]);
  });

  it("are merged field by field", () => {
    expect(mergeChoice(mine, theirs, new Set(["cues", "version"]))).toEqual({
      ...mine,
      cues: ["one", "two"],
      version: 4,
    });
    expect(mine.version).toBe(3);
  });
});
