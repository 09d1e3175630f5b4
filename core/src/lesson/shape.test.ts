import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  applyTemplate,
  NOTHING_PLANNED,
  SEGMENT_KINDS,
  type SegmentKind,
  segment,
  shorten,
  templateOf,
  totalMinutes,
} from "./index.ts";

const order = [
  segment("warm-up", "Welcome", 6),
  segment("return", "Basic", 4),
  segment("deepen", "Side pass", 10),
  segment("new", "Turn", 20),
  segment("own", "Circle", 6),
  segment("practice", "Music", 10),
  segment("wrap", "End", 4),
];
const lengths = (minutes: number, list = order) => {
  const { segments, changes } = shorten(list, minutes);
  return { left: segments.map((one) => `${one.title} ${one.minutes}`).join(", "), changes };
};

describe("who gives way in a shorter lesson", () => {
  it.each([
    [0, "Welcome 6, Basic 4, Side pass 10, Turn 20, Circle 6, Music 10, End 4"],
    [7, "Welcome 6, Basic 4, Side pass 10, Turn 20, Circle 6, Music 3, End 4"],
    [10, "Welcome 6, Basic 4, Side pass 10, Turn 20, Circle 3, Music 3, End 4"],
    [12, "Welcome 6, Basic 4, Side pass 10, Turn 20, Circle 3, Music 3, End 2"],
    [14, "Welcome 6, Basic 2, Side pass 10, Turn 20, Circle 3, Music 3, End 2"],
    [18, "Welcome 6, Basic 2, Side pass 6, Turn 20, Circle 3, Music 3, End 2"],
    [26, "Welcome 6, Basic 2, Side pass 6, Turn 12, Circle 3, Music 3, End 2"],
    [28, "Welcome 4, Basic 2, Side pass 6, Turn 12, Circle 3, Music 3, End 2"],
    [53, "Welcome 1, Basic 1, Side pass 1, Turn 1, Circle 1, Music 1, End 1"],
  ])("%d minutes fewer: %s", (minutes, left) => {
    expect(lengths(minutes).left).toBe(left);
  });

  it("is told with the reason of each, the last that applied", () => {
    expect(lengths(14).changes).toEqual([
      { index: 1, title: "Basic", from: 4, to: 2, why: "one time through is enough to bring it back" },
      { index: 4, title: "Circle", from: 6, to: 3, why: "can be said shorter" },
      { index: 5, title: "Music", from: 10, to: 3, why: "free dancing gives way first" },
      { index: 6, title: "End", from: 4, to: 2, why: "the look ahead can be said shorter" },
    ]);
    expect(lengths(26).changes.map(({ why }) => why)).toContain("gets less time, but stays whole");
    expect(lengths(28).changes[0]?.why).toBe("bodies still need warming up");
    expect(lengths(53).changes.at(-1)?.why).toBe("every part is as short as it can be");
  });

  it("takes from locked parts only when the others have given all", () => {
    const locked = order.map((one) => ({ ...one, locked: one.kind === "practice" }));
    expect(lengths(7, locked).left).toContain("Music 10");
    expect(lengths(44, locked).left).toBe(
      "Welcome 1, Basic 1, Side pass 1, Turn 1, Circle 1, Music 10, End 1",
    );
    expect(lengths(45, locked).left).toContain("Music 9");
  });

  it("drops parts last of all, the free dancing first, and says their cautions where the lesson opens", () => {
    const careful = order.map((one) =>
      one.kind === "new" ? { ...one, cautions: ["Ask before a close hold."] } : one,
    );
    const { segments, changes } = shorten(careful, 58);
    expect(segments.map(({ title }) => title)).toEqual(["Welcome", "End"]);
    expect(segments[0]?.cautions).toEqual(["Ask before a close hold."]);
    expect(changes.find(({ title }) => title === "Music")).toMatchObject({
      to: 0,
      why: "not even a minute is left for it",
    });
    expect(shorten(order, 54).segments.map(({ title }) => title)).not.toContain("Music");
    expect(totalMinutes(shorten(order, 999).segments)).toBe(1);
    expect(shorten(order, -5).segments).toEqual(order);
  });
});

describe("the shape of a lesson", () => {
  it("is the order of its kinds, each once, and its own parts; what nobody planned is no part of it", () => {
    const again = [...order, segment("return", "Another", 3), segment("own", NOTHING_PLANNED, 5)];
    expect(templateOf(again).parts).toEqual([
      { kind: "warm-up", title: "", minutes: 6 },
      { kind: "return", title: "", minutes: 4 },
      { kind: "deepen", title: "", minutes: 10 },
      { kind: "new", title: "", minutes: 20 },
      { kind: "own", title: "Circle", minutes: 6 },
      { kind: "practice", title: "", minutes: 10 },
      { kind: "wrap", title: "", minutes: 4 },
    ]);
  });

  const make = (title: string, minutes: number) => segment("own", title, minutes);
  const titles = (list: readonly { readonly title: string }[]) => list.map(({ title }) => title);
  const shape = (...kinds: readonly (SegmentKind | string)[]) => ({
    parts: kinds.map((kind) =>
      (SEGMENT_KINDS as readonly string[]).includes(kind)
        ? { kind: kind as SegmentKind, title: "", minutes: 5 }
        : { kind: "own" as const, title: kind, minutes: 5 },
    ),
  });

  it("sorts another lesson, keeps parts of a kind in their order, and puts what it does not know before the wrap", () => {
    const lesson = [
      segment("warm-up", "Welcome", 5),
      segment("new", "A", 10),
      segment("return", "B", 5),
      segment("new", "C", 10),
      segment("contrast", "D", 5),
      segment("wrap", "End", 5),
    ];
    expect(titles(applyTemplate(lesson, shape("warm-up", "return", "new", "wrap"), make))).toEqual([
      "Welcome",
      "B",
      "A",
      "C",
      "D",
      "End",
    ]);
    expect(titles(applyTemplate(lesson, shape("new", "return"), make)).slice(0, 3)).toEqual(["A", "C", "B"]);
  });

  it("puts its own parts in where they stand in it, once, at the others' expense", () => {
    const lesson = [segment("warm-up", "Welcome", 5), segment("new", "A", 20), segment("wrap", "End", 5)];
    const shaped = applyTemplate(lesson, shape("warm-up", "Circle", "new", "wrap", "Goodbye"), make);
    expect(titles(shaped)).toEqual(["Welcome", "Circle", "A", "End", "Goodbye"]);
    expect(totalMinutes(shaped)).toBe(30);
    expect(shaped.map(({ minutes }) => minutes)).toEqual([5, 5, 10, 5, 5]);
    expect(titles(applyTemplate(shaped, shape("Goodbye", "Circle"), make)).slice(0, 2)).toEqual([
      "Goodbye",
      "Circle",
    ]);
  });

  test("given back to its own lesson changes nothing, and never loses a part or a minute", () => {
    const any = fc.array(
      fc.tuple(
        fc.constantFrom(...SEGMENT_KINDS.filter((kind) => kind !== "own")),
        fc.integer({ min: 1, max: 20 }),
      ),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(any, any, (mine, theirs) => {
        const [one, two] = [mine, theirs].map((list) =>
          list.map(([kind, minutes], at) => segment(kind, `${kind} ${at}`, minutes)),
        );
        if (!one || !two) return;
        const distinct = new Set(one.map(({ kind }) => kind)).size === one.length;
        if (distinct) expect(applyTemplate(one, templateOf(one), make)).toEqual(one);
        const shaped = applyTemplate(one, templateOf(two), make);
        expect([...titles(shaped)].sort()).toEqual([...titles(one)].sort());
        expect(totalMinutes(shaped)).toBe(totalMinutes(one));
      }),
    );
  });
});
