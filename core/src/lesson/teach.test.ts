import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { parseFigure } from "../notation/index.ts";
import {
  applyTemplate,
  guideOf,
  lessonToMarkdown,
  SEGMENT_KINDS,
  type Segment,
  segment,
  shorten,
  templateOf,
  tempoLadder,
  totalMinutes,
} from "./index.ts";

const steps = (text: string) => parseFigure(text).figure;
const BASIC = steps("leader\n1 L side\n2 R close\n3 L side\n& R close\n4 L side\nfollower mirror");

const anySegment: fc.Arbitrary<Segment> = fc
  .record({
    kind: fc.constantFrom(...SEGMENT_KINDS),
    minutes: fc.integer({ min: 1, max: 25 }),
    locked: fc.boolean(),
    cautions: fc.subarray(["Arms in front.", "Spotter.", "Either may decline."]),
  })
  .map(({ kind, minutes, ...rest }) => ({ ...segment(kind, kind, minutes), ...rest }));
const anyLesson = fc.array(anySegment, { minLength: 1, maxLength: 12 });

describe("shorten", () => {
  test("always has exactly the minutes asked for, and loses no caution", () => {
    fc.assert(
      fc.property(anyLesson, fc.integer({ min: 0, max: 200 }), (lesson, less) => {
        const { segments, changes } = shorten(lesson, less);
        const before = totalMinutes(lesson);
        expect(totalMinutes(segments)).toBe(Math.max(1, before - less));
        expect(Math.min(...segments.map(({ minutes }) => minutes))).toBeGreaterThanOrEqual(1);
        const said = new Set(segments.flatMap(({ cautions }) => cautions));
        for (const caution of lesson.flatMap(({ cautions }) => cautions)) expect(said).toContain(caution);
        expect(changes.reduce((sum, { from, to }) => sum + from - to, 0)).toBe(
          before - totalMinutes(segments),
        );
      }),
    );
  });

  test("leaves locked parts alone while others can give", () => {
    fc.assert(
      fc.property(anyLesson, fc.nat({ max: 30 }), (lesson, less) => {
        const spare = lesson.reduce((sum, { locked, minutes }) => sum + (locked ? 0 : minutes - 1), 0);
        const locked = (all: readonly Segment[]) => totalMinutes(all.filter((one) => one.locked));
        if (less <= spare) expect(locked(shorten(lesson, less).segments)).toBe(locked(lesson));
      }),
    );
  });

  it("takes fifteen minutes from dancing first, then from what comes back, and says why", () => {
    const lesson = [
      segment("warm-up", "Warm-up", 7),
      segment("return", "Old", 4),
      segment("deepen", "Recent", 10),
      segment("new", "Fresh", 20),
      segment("practice", "Chain", 14),
      segment("wrap", "Wrap", 5),
    ];
    const { segments, changes } = shorten(lesson, 15);
    expect(segments.map(({ minutes }) => minutes)).toEqual([7, 2, 10, 20, 3, 3]);
    expect(changes.map(({ title, from, to }) => `${title} ${from} to ${to}`)).toEqual([
      "Old 4 to 2",
      "Chain 14 to 3",
      "Wrap 5 to 3",
    ]);
    expect(changes[1]?.why).toBe("free dancing gives way first");
  });
});

describe("tempoLadder", () => {
  test("climbs from well below to the target, never by more than a fifth and a beat", () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 260 }), (target) => {
        const tempi = tempoLadder(BASIC, IN_FOUR, target).map(({ bpm }) => bpm);
        expect(tempi.at(-1)).toBe(target);
        expect(tempi[0]).toBe(Math.round(target * 0.6));
        tempi.slice(1).forEach((bpm, at) => {
          expect(bpm).toBeGreaterThan(tempi[at] as number);
          expect(bpm).toBeLessThanOrEqual((tempi[at] as number) * 1.2 + 1);
        });
      }),
    );
  });

  it("says for whom each tempo is comfortable, and nothing of a figure in its own time", () => {
    expect(tempoLadder(BASIC, IN_FOUR, 120).map(({ bpm, comfortableFor }) => [bpm, comfortableFor])).toEqual([
      [72, [1, 2, 3, 4]],
      [85, [1, 2, 3, 4]],
      [101, [1, 2, 3, 4]],
      [120, [1, 2, 3, 4]],
    ]);
    expect(tempoLadder(steps("solo\n1 L forward\n2 R forward\nfree"), IN_FOUR, 120)).toEqual([]);
  });
});

describe("guideOf", () => {
  const layers = [
    { layer: "steps" as const, minutes: 6 },
    { layer: "rhythm" as const, minutes: 3 },
    { layer: "count" as const, minutes: 3 },
    { layer: "partner" as const, minutes: 4 },
  ];
  const guide = (about: Partial<Segment>, bpm: number | null = 100) =>
    guideOf({ segment: { kind: "new", minutes: 16, layers, ...about }, steps: BASIC, dance: IN_FOUR, bpm });

  test("fills its part exactly, whatever the time", () => {
    fc.assert(
      fc.property(fc.constantFrom(...SEGMENT_KINDS), fc.integer({ min: 1, max: 40 }), (kind, minutes) => {
        const stages = guide({ kind, minutes });
        const total = stages.reduce((sum, { seconds }) => sum + seconds, 0);
        expect(total).toBe(stages.length === 0 ? 0 : minutes * 60);
      }),
    );
  });

  it("shows it whole, takes roles apart and together, slow and then at speed", () => {
    const stages = guide({});
    expect(stages.map(({ text, role, bpm }) => [text.split(":")[0], role, bpm])).toEqual([
      ["Show it whole, once from behind each role", null, null],
      ["Leaders' part", "leader", null],
      ["Followers' part", "follower", null],
      ["Walk it and say slow and quick", null, null],
      ["Walk it and count aloud", null, null],
      ["With a partner, no music", null, null],
      ["To slow music", null, 60],
      ["To slow music", null, 84],
      ["To music at speed", null, 100],
    ]);
    expect(stages[4]?.text).toContain("1 2 3 & 4");
  });

  it("says what to do in every part but those of the house's own", () => {
    for (const kind of SEGMENT_KINDS)
      expect(guide({ kind, minutes: 6 }).length > 0, kind).toBe(kind !== "own");
    const backFromBreak = guide({ kind: "return", minutes: 6, layers: [] });
    expect(backFromBreak[0]?.text).toContain("what they remember");
  });

  it("has one part for everybody where there is no partner, and no music without a tempo", () => {
    const solo = guideOf({
      segment: { kind: "new", minutes: 10, layers },
      steps: steps("solo\n1 L side\n2 R close"),
      dance: IN_FOUR,
      bpm: null,
    });
    expect(solo.map(({ role }) => role)).toContain("solo");
    expect(solo.every(({ bpm }) => bpm === null)).toBe(true);
    expect(JSON.stringify(solo)).not.toContain("partner, no music");
  });
});

describe("templates", () => {
  const own = (title: string, minutes: number) => segment("own", title, minutes);

  test("keep every part and every minute, and come out in their own shape", () => {
    fc.assert(
      fc.property(anyLesson, anyLesson, (lesson, liked) => {
        const template = templateOf(liked);
        const after = applyTemplate(lesson, template, own);
        expect(totalMinutes(after)).toBe(totalMinutes(lesson));
        const titles = after.map(({ title }) => title);
        for (const { title } of lesson) expect(titles).toContain(title);
        const known = after.filter(({ kind }) => template.parts.some((part) => part.kind === kind));
        const places = known.map(({ kind, title }) =>
          template.parts.findIndex((part) => part.kind === kind && (kind !== "own" || part.title === title)),
        );
        const found = places.filter((place) => place >= 0);
        expect(found).toEqual([...found].sort((a, b) => a - b));
      }),
    );
  });

  it("put in what the house likes, and put nothing in twice", () => {
    const lesson = [
      segment("warm-up", "Warm-up", 7),
      segment("new", "Fresh", 20),
      segment("wrap", "Wrap", 5),
    ];
    const liked = templateOf([
      segment("warm-up", "", 5),
      own("Circle", 4),
      segment("new", "", 9),
      segment("wrap", "", 3),
    ]);
    const once = applyTemplate(lesson, liked, own);
    expect(once.map(({ title, minutes }) => `${title} ${minutes}`)).toEqual([
      "Warm-up 7",
      "Circle 4",
      "Fresh 16",
      "Wrap 5",
    ]);
    expect(applyTemplate(once, liked, own)).toEqual(once);
  });
});

describe("lessonToMarkdown", () => {
  it("writes each part with its time, what to do and what to take care of", () => {
    const written = lessonToMarkdown("Week 3", "Monday, 60 minutes", [
      {
        from: "19:37",
        minutes: 12,
        title: "Side *pass*",
        kind: "New",
        stages: [{ text: "To music at speed", bpm: 96 }],
        others: ["Basic", "Pass"],
        cues: ["Feet meet"],
        slips: ["Rushing"],
        cautions: ["Arms in front"],
      },
      {
        from: "19:49",
        minutes: 5,
        title: "Wrap",
        kind: "Wrap",
        stages: [],
        others: [],
        cues: [],
        slips: [],
        cautions: [],
      },
    ]);
    expect(written).toBe(`# Week 3

Monday, 60 minutes

## 19:37 Side \\*pass\\*

New, 12 min

- **Take care**: Arms in front
- To music at speed (96 beats a minute)
- In order: Basic, Pass
- Say: Feet meet
- Watch for: Rushing

## 19:49 Wrap

Wrap, 5 min
`);
  });
});
