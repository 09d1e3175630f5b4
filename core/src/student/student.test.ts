import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  alikeNames,
  alikePairs,
  ENROLMENT_ROLES,
  findNamings,
  isEnrolledOn,
  namingDoubt,
  otherNames,
  readRoster,
  sidesOf,
} from "./index.ts";

describe("names that may be one person's", () => {
  it.each([
    ["Zoé Marsh", "zoe  marsh", "same"],
    ["O'Neil, Ana", "o neil ana", "same"],
    ["Ana M.", "Ana Marsh", "nearly"],
    ["Berrin Holt", "Berrin Hold", "nearly"],
    ["Berrin Holt", "Berirn Holt", "nearly"],
    ["Berrin Holt", "Berin Holt", "nearly"],
    ["Ana", "Ina", "other"],
    ["Ana", "Ana Marsh", "other"],
    ["Ana Marsh", "Ana Molt", "other"],
    ["...", "...", "other"],
  ] as const)("%s and %s: %s", (one, other, expected) => {
    expect(alikeNames(one, other)).toBe(expected);
    expect(alikeNames(other, one)).toBe(expected);
  });

  test("all pairs are found that a look at each would find, the same ones first", () => {
    const name = fc
      .tuple(
        fc.constantFrom("Ana Lind", "Anna Linde", "Ana L", "Bob Marsh", "Zoé", "Zoe Abel", "Bo", "-"),
        fc.constantFrom("as it is", "loud", "out", "in", "swapped"),
        fc.nat({ max: 9 }),
      )
      .map(([base, edit, at]) => {
        if (edit === "loud") return base.toUpperCase();
        if (edit === "out") return base.slice(0, at) + base.slice(at + 1);
        if (edit === "in") return `${base.slice(0, at)}a${base.slice(at)}`;
        if (edit === "swapped")
          return base.slice(0, at) + [...base.slice(at, at + 2)].toReversed().join("") + base.slice(at + 2);
        return base;
      });
    let pairs = 0;
    fc.assert(
      fc.property(fc.array(name, { maxLength: 14 }), (names) => {
        const people = names.map((one, id) => ({ id, name: one }));
        const found = alikePairs(people, Number.POSITIVE_INFINITY);
        const told = found.map(({ one, other, same }) => [...[one.id, other.id].toSorted(), same].join(" "));
        const each = people.flatMap((one, at) =>
          people.slice(at + 1).flatMap((other) => {
            const alike = alikeNames(one.name, other.name);
            return alike === "other" ? [] : [[...[one.id, other.id].toSorted(), alike === "same"].join(" ")];
          }),
        );
        expect(told.toSorted()).toEqual(each.toSorted());
        expect(found.map(({ same }) => same)).toEqual(
          found.map(({ same }) => same).toSorted((a, b) => Number(b) - Number(a)),
        );
        expect(alikePairs(people, 2)).toEqual(found.slice(0, 2));
        pairs += found.length;
      }),
    );
    expect(pairs).toBeGreaterThan(10);
  });

  test("a name is its own whatever its capitals and marks, and alike both ways", () => {
    const word = fc.string({ unit: fc.constantFrom(..."abcdeéöñ"), minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(word, word, (one, other) => {
        expect(alikeNames(one, one.toUpperCase())).toBe("same");
        expect(alikeNames(one, other)).toBe(alikeNames(other, one));
      }),
    );
  });
});

describe("a pasted list", () => {
  it("is read as people write lists", () => {
    const text =
      "1. Ana Lind, leader\n\n- Bo\tfollow\r\nCato (both)\nDag - solo\n• Eli follower\nFay\nGus L\nHal, L\nIna B. ; f\nSolo";
    const { lines, faults } = readRoster(text, "leader");
    expect(faults).toEqual([]);
    expect(lines.map(({ name, role }) => `${name}/${role}`)).toEqual([
      "Ana Lind/leader",
      "Bo/follower",
      "Cato/both",
      "Dag/solo",
      "Eli/follower",
      "Fay/leader",
      "Gus L/leader",
      "Hal/leader",
      "Ina B./follower",
      "Solo/leader",
    ]);
  });

  it("says which line it could not take, and why", () => {
    const { lines, faults } = readRoster(`Bo, juggler\nAna\n${"x".repeat(81)}`, "solo");
    expect(lines).toEqual([{ line: 2, name: "Ana", role: "solo" }]);
    expect(faults.map(({ line, message }) => [line, message])).toEqual([
      [1, '"juggler" is no role; write leader, follower, solo or both'],
      [3, "At most 80 characters"],
    ]);
  });

  test("takes or faults each line that holds something, whatever it holds", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), fc.constantFrom(...ENROLMENT_ROLES), (text, role) => {
        const { lines, faults } = readRoster(text, role);
        for (const { name } of lines) expect(name.trim()).toBe(name);
        const numbers = [...lines, ...faults].map(({ line }) => line);
        expect(new Set(numbers).size).toBe(numbers.length);
      }),
    );
  });
});

describe("who is in a class", () => {
  it("comes from the first day to the last, and not while waiting", () => {
    const place = { from: "2027-02-08", until: "2027-03-01", waiting: false };
    const days = ["2027-02-07", "2027-02-08", "2027-03-01", "2027-03-02"];
    expect(days.map((day) => isEnrolledOn(place, day))).toEqual([false, true, true, false]);
    expect(isEnrolledOn({ ...place, until: null }, "2030-01-01")).toBe(true);
    expect(isEnrolledOn({ ...place, waiting: true }, "2027-02-08")).toBe(false);
  });

  test("who dances both evens the roles out as far as that goes", () => {
    const role = fc.record({ role: fc.constantFrom(...ENROLMENT_ROLES) });
    fc.assert(
      fc.property(fc.array(role, { maxLength: 20 }), (dancers) => {
        const count = (one: string) => dancers.filter((dancer) => dancer.role === one).length;
        const { leaders, followers } = sidesOf(dancers);
        expect(leaders.length + followers.length).toBe(dancers.length - count("solo"));
        const [gap, both] = [Math.abs(count("leader") - count("follower")), count("both")];
        const least = both >= gap ? (both - gap) % 2 : gap - both;
        expect(Math.abs(leaders.length - followers.length)).toBe(least);
      }),
    );
  });
});

describe("places where somebody is named", () => {
  const found = (name: string, text: string) =>
    findNamings([name])(text).map(
      ({ from, to, isWhole }) => `${isWhole ? "" : "part "}${text.slice(from, to)}`,
    );

  it.each([
    ["WENDEL ASHGROVE's frame", ["WENDEL ASHGROVE"]],
    ["wendel \u00a0 ashgrove", ["wendel \u00a0 ashgrove"]],
    ["with Wendel\nAshgrove", ["Wendel\nAshgrove"]],
    ["Ashgrove, Wendel; ASHGROVE Wendel", ["Ashgrove, Wendel", "ASHGROVE Wendel"]],
    ["@WendelAshgrove @wendel_ashgrove84", ["WendelAshgrove", "wendel_ashgrove84"]],
    ["Wen\u00addel Ash\u200bgrove, Wéndel", ["Wen\u00addel Ash\u200bgrove", "part Wéndel"]],
    ["W. Ashgrove and Wendel A. came", ["part W. Ashgrove", "part Wendel A."]],
    ["Wendel's, Wendels, WENDEL", ["part Wendel", "part Wendels", "part WENDEL"]],
    ["Wendelin Ashgroveland; swendel", []],
  ])("in “%s”", (text, expected) => {
    expect(found("Wendel Ashgrove", text)).toEqual(expected);
  });

  it("knows little words of a name as nobody, and names of one word as a part", () => {
    expect(found("Ana de la Cruz", "de la ana")).toEqual(["part ana"]);
    expect(found("Bo", "Bo and Bob")).toEqual(["part Bo"]);
    expect(found("...", "... and")).toEqual([]);
  });

  test("however a name is laid out in a text, its place is found and nothing else of the text", () => {
    const word = fc.constantFrom("Ana", "Zoé", "Öykü", "O'Neil", "Marsh", "Lind-Holt", "Bo");
    const between = fc.constantFrom(" ", "  ", "\u00a0", "\n", "_", ".", "");
    const change = fc.constantFrom(
      (text: string) => text,
      (text: string) => text.toUpperCase(),
      (text: string) => text.toLowerCase(),
      (text: string) => text.normalize("NFD"),
      (text: string) => [...text].join("\u00ad"),
    );
    const around = fc.constantFrom("", "then ", "9: ", "(", "\n");
    fc.assert(
      fc.property(
        word,
        word,
        between,
        change,
        around,
        fc.boolean(),
        (first, last, gap, as, before, isTurned) => {
          const said = as(isTurned ? `${last},${gap || " "}${first}` : `${first}${gap}${last}`);
          const text = `${before}${said}; 1 2 3`;
          expect(findNamings([`${first} ${last}`])(text)).toMatchObject([
            { from: before.length, to: before.length + said.length, isWhole: true },
          ]);
        },
      ),
    );
  });

  it("is sure of a whole name nobody else has, and of a part in a class of theirs only", () => {
    const doubt = (
      text: string,
      isOwn: boolean,
      others: readonly string[],
      ordinary: readonly string[] = [],
    ) => {
      const [naming] = findNamings(["Mark Ashgrove"])(text);
      return naming && namingDoubt(naming, isOwn, otherNames(others), new Set(ordinary));
    };
    expect(doubt("mark ashgrove", false, [])).toBeNull();
    expect(doubt("Ashgrove, Mark", false, ["mark ASHGROVE"])).toMatchObject({ kind: "another" });
    expect(doubt("@MarkAshgrove", false, ["Ashgrove Mark"])).toMatchObject({ kind: "another" });
    expect(doubt("Mark rushes", true, ["Bo Marsh"])).toBeNull();
    expect(doubt("Mark rushes", false, [])).toEqual({ kind: "elsewhere" });
    expect(doubt("mark the beat", true, [])).toEqual({ kind: "word" });
    expect(doubt("Mark the beat", true, [], ["mark"])).toEqual({ kind: "word" });
    expect(doubt("Mark rushes", true, ["Mark Lind"])).toEqual({ kind: "another", name: "Mark Lind" });
  });
});
