import { DANCE_FIELDS, LEVEL_FIELDS, startOf } from "@map-step/contract";
import { USUAL_HOLDS } from "@map-step/core/hold";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { awayInWords, clockAfter, longDay, shortDay, weekdays } from "./dates.ts";
import { differencesOf, mergeChoice, threeWay } from "./merge.ts";
import { labelled, shownBy } from "./plain-fields.ts";

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

describe("two changes of one thing", () => {
  const fields = ["a", "b", "c"] as const;
  const shown = { a: ["A", String], b: ["B", String], c: ["C", String] } as const;
  const thing = fc.record({ a: fc.nat(3), b: fc.nat(3), c: fc.nat(3) });
  type Thing = Record<(typeof fields)[number], number>;
  const together = (base: Thing | undefined, mine: Thing, theirs: Thing) =>
    threeWay(base, mine, theirs, (one, other) => differencesOf(one, other, shown), mergeChoice);

  test("keep what only one changed, and ask exactly what both changed another way", () => {
    fc.assert(
      fc.property(thing, thing, thing, (base, mine, theirs) => {
        const { conflicts, take } = together(base, mine, theirs);
        const asked = new Set(conflicts.map(({ key }) => key));
        const [own, other] = [take(new Set()), take(asked)];
        for (const key of fields) {
          const both = mine[key] !== base[key] && theirs[key] !== base[key] && mine[key] !== theirs[key];
          expect(asked.has(key)).toBe(both);
          const one = mine[key] === base[key] ? theirs[key] : mine[key];
          expect(own[key]).toBe(one);
          expect(other[key]).toBe(both ? theirs[key] : one);
        }
      }),
    );
  });

  test("put lists of records together record by record: nothing that one of two added or changed is lost", () => {
    const named = (name: string) =>
      fc.record({ name: fc.constant(name), hands: fc.nat(2), close: fc.boolean() });
    const list = fc
      .tuple(...["a", "b", "c"].map((name) => fc.option(named(name))))
      .map((all) => all.filter((one) => one !== null));
    const holds = { holds: shownBy(DANCE_FIELDS).holds };
    type Listed = { readonly holds: { name: string; hands: number; close: boolean }[] };
    const merged = (base: Listed, mine: Listed, theirs: Listed) =>
      threeWay<Listed>(
        base,
        mine,
        theirs,
        (a, b) => differencesOf<Listed>(a, b, holds as never),
        mergeChoice,
      );
    fc.assert(
      fc.property(list, list, list, (before, my, their) => {
        const [base, mine, theirs] = [{ holds: before }, { holds: my }, { holds: their }];
        const { conflicts, take } = merged(base, mine, theirs);
        const of = ({ holds: all }: Listed, name: string) =>
          JSON.stringify(all.find((one) => one.name === name) ?? null);
        for (const name of ["a", "b", "c"]) {
          const [b, m, t] = [of(base, name), of(mine, name), of(theirs, name)];
          const both = m !== b && t !== b && m !== t;
          expect(conflicts.some(({ key }) => key === `holds\n${name}`)).toBe(both);
          expect(of(take(new Set()), name)).toBe(m === b ? t : m);
          expect(of(take(new Set(conflicts.map(({ key }) => key))), name)).toBe(both || m === b ? t : m);
        }
      }),
    );
  });

  it("tell a record of a list in words", () => {
    const hold = (about: object) => ({ holds: [{ ...USUAL_HOLDS[3], ...about }] });
    const [mine, theirs] = [hold({ hands: 1, close: true }), { holds: [] }];
    expect(
      differencesOf<object>(mine, theirs, shownBy(DANCE_FIELDS) as never).filter(({ key }) =>
        /^holds/.test(key),
      ),
    ).toEqual([
      {
        key: "holds\ncrossed hands",
        label: "Holds, crossed hands",
        mine: "other names: cross hands, double cross; hands: 1; close; facing: facing",
        theirs: "not there",
      },
    ]);
  });

  it("are asked in full where it is not known what was there before", () => {
    const [mine, theirs] = [
      { a: 1, b: 2, c: 3 },
      { a: 1, b: 9, c: 8 },
    ];
    expect(together(undefined, mine, theirs).conflicts.map(({ key }) => key)).toEqual(["b", "c"]);
  });
});

describe("fields in words", () => {
  it("tell each value by what its field holds, and those of a form's own as it says", () => {
    const shown = shownBy(LEVEL_FIELDS, { approachId: (id: string) => `the ${id}` });
    const [mine, theirs] = [startOf(LEVEL_FIELDS), startOf(LEVEL_FIELDS)];
    const other = { ...theirs, weeks: 6, talkWeek: 2, aim: "turn once", approachId: "own", danceId: "x" };
    expect(differencesOf<typeof mine>(mine, other, shown)).toEqual([
      { key: "weeks", label: "Weeks", mine: "8", theirs: "6" },
      { key: "talkWeek", label: "Talk about holds in week", mine: "none", theirs: "2" },
      { key: "aim", label: "At the end dancers can", mine: "nothing", theirs: "turn once" },
      { key: "approachId", label: "Approach", mine: "the steps-first", theirs: "the own" },
    ]);
    expect(labelled(LEVEL_FIELDS, "followsId")).toEqual({
      label: "Follows",
      help: "What dancers bring along",
    });
  });
});
