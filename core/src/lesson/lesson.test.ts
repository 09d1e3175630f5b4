import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { runs } from "../../testing/runs.ts";
import { parseFigure } from "../notation/index.ts";
import { layOut, planFacts, teachingMinutes } from "../plan/index.ts";
import {
  buildLesson,
  carryOver,
  giveBack,
  insertSegment,
  isEmpty,
  lessonLength,
  NOTHING_PLANNED,
  partNames,
  segment as plain,
  removeSegment,
  retime,
  SEGMENT_KINDS,
  type Segment,
  shorten,
  type TaughtSegment,
  templateOf,
  totalMinutes,
} from "./index.ts";

const segment = (kind: Segment["kind"], minutes: number, figureId: string | null = null): Segment => ({
  ...plain(kind, figureId ?? kind, minutes),
  figureId,
});
const anyOrder = fc.array(
  fc.record({ kind: fc.constantFrom(...SEGMENT_KINDS), minutes: fc.integer({ min: 1, max: 40 }) }),
  { minLength: 2, maxLength: 14 },
);
const carried = fc
  .array(fc.integer({ min: 1, max: 20 }), { maxLength: 4 })
  .map((list) => list.map((minutes, index) => segment("carry-over", minutes, `f${index}`)));

describe("buildLesson", () => {
  test("minutes are whole and always sum exactly to the lesson", () => {
    fc.assert(
      fc.property(anyLevel, fc.nat({ max: 11 }), carried, (plan, at, carryOver) => {
        const week = (at % plan.rules.weeks) + 1;
        const parts = buildLesson({ plan, week, carryOver });
        expect(totalMinutes(parts)).toBe(lessonLength(plan, week));
        for (const { minutes } of parts) {
          expect(Number.isInteger(minutes)).toBe(true);
          expect(minutes).toBeGreaterThanOrEqual(1);
        }
      }),
      runs(300),
    );
  });

  it("starts with what was carried over, brings back before it deepens, and teaches the new last", () => {
    const plan = levelOf(
      [figure("Old"), figure("Recent"), figure("Fresh")],
      [
        ["Old", 1],
        ["Recent", 4],
        ["Fresh", 5],
      ],
    );
    const parts = buildLesson({ plan, week: 5, carryOver: [segment("carry-over", 4, "late")] });
    expect(parts.map(({ kind, title }) => `${kind} ${title}`)).toEqual([
      "warm-up Welcome and warm-up",
      "carry-over late",
      "return Old",
      "deepen Recent",
      "new Fresh",
      "own Nothing planned yet",
      "practice Chain it and dance to music",
      "wrap Wrap up and look ahead",
    ]);
  });

  test("no caution of what is planned is lost, however short the lesson", () => {
    fc.assert(
      fc.property(anyLevel, fc.nat({ max: 11 }), carried, (level, at, carryOver) => {
        const figures = level.figures.map((one) => ({
          ...one,
          cautions: one.cautions.map((text) => text + one.id),
        }));
        const plan = { ...level, figures };
        const week = (at % plan.rules.weeks) + 1;
        const parts = buildLesson({ plan, week, carryOver });
        if (parts.length === 0) return;
        const said = new Set(parts.flatMap(({ cautions }) => cautions));
        const late = new Set(carryOver.map(({ figureId }) => figureId));
        const { shares: placed } = layOut(plan);
        for (const { id, cautions } of figures)
          if (placed.get(id)?.some((share) => share.week === week) && !late.has(id))
            for (const caution of cautions) expect(said).toContain(caution);
      }),
      runs(500),
    );
  });

  it("keeps a part with a caution and lets another fall out, when there is a minute for one only", () => {
    const plan = levelOf(
      [figure("Plain"), figure("Dip", { cautions: ["Both agree first."] })],
      [
        ["Plain", 1],
        ["Dip", 1],
      ],
      { lessonMinutes: 5, warmUpMinutes: 3, wrapMinutes: 1 },
    );
    expect(buildLesson({ plan, week: 1, carryOver: [] }).map(({ title }) => title)).toEqual([
      "Welcome and warm-up",
      "Dip",
      "Wrap up and look ahead",
    ]);
  });

  it("dances the chain for a quarter of an hour at most, and says what of the lesson nobody planned", () => {
    const plan = levelOf([figure("Only", { minutes: 10 })], [["Only", 1]], { lessonMinutes: 62 });
    const parts = buildLesson({ plan, week: 1, carryOver: [] });
    expect(parts.map(({ title, minutes }) => `${title} ${minutes}`)).toEqual([
      "Welcome and warm-up 7",
      "Only 10",
      `${NOTHING_PLANNED} 25`,
      "Chain it and dance to music 15",
      "Wrap up and look ahead 5",
    ]);
    expect(templateOf(parts).parts.map(({ kind }) => kind)).toEqual(["warm-up", "new", "practice", "wrap"]);
  });

  it("squeezes every part in proportion when there is too much, and drops none", () => {
    const plan = levelOf(
      [figure("A", { minutes: 40 }), figure("B", { minutes: 40 })],
      [
        ["A", 1],
        ["B", 1],
      ],
    );
    const parts = buildLesson({ plan, week: 1, carryOver: [] }).filter(({ figureId }) => figureId);
    expect(parts.map(({ minutes }) => minutes)).toEqual([24, 24]);
    expect(totalMinutes(parts)).toBe(teachingMinutes(plan.rules));
  });
});

test("no two parts are called alike, and whoever is alone keeps the title", () => {
  const kinds = fc.constantFrom(...SEGMENT_KINDS);
  // Titles that look like what tells others apart are among them.
  const title = fc.constantFrom("Window", "Window, new", "Window, new (2)", "Side pass");
  fc.assert(
    fc.property(fc.array(fc.record({ title, kind: kinds }), { maxLength: 9 }), (parts) => {
      const names = partNames(parts);
      expect(new Set(names).size).toBe(parts.length);
      parts.forEach((part, at) => {
        const [name = "", others] = [names[at], parts.filter((one) => one.title === part.title)];
        expect(name.startsWith(part.title)).toBe(true);
        if (others.length === 1 && name !== part.title) expect(names.slice(0, at)).toContain(part.title);
      });
    }),
  );
});

describe("changing the running order", () => {
  test("a part that gets another length leaves the sum as it was and nobody without a minute", () => {
    fc.assert(
      fc.property(anyOrder, fc.nat(), fc.integer({ min: -5, max: 120 }), (order, at, minutes) => {
        const index = at % order.length;
        const after = retime(order, index, minutes);
        expect(totalMinutes(after)).toBe(totalMinutes(order));
        expect(Math.min(...after.map((part) => part.minutes))).toBeGreaterThanOrEqual(1);
        const most = totalMinutes(order) - (order.length - 1);
        expect(after[index]?.minutes).toBe(Math.min(most, Math.max(1, minutes)));
      }),
    );
  });

  test("putting a part in and taking it out keep the sum", () => {
    fc.assert(
      fc.property(anyOrder, fc.nat(), fc.integer({ min: 1, max: 30 }), (order, at, minutes) => {
        const index = at % (order.length + 1);
        const wider = insertSegment(order, index, { kind: "own" as const, minutes });
        expect(totalMinutes(wider)).toBe(totalMinutes(order));
        expect(wider.every((part) => part.minutes >= 1)).toBe(true);
        const room = totalMinutes(order) > order.length;
        expect(wider).toHaveLength(order.length + (room ? 1 : 0));
        expect(totalMinutes(removeSegment(wider, index))).toBe(totalMinutes(order));
      }),
    );
  });

  it("takes minutes from the free dancing before it touches what is taught", () => {
    const order = [segment("new", 20), segment("practice", 5), segment("wrap", 5)];
    expect(retime(order, 2, 9).map(({ minutes }) => minutes)).toEqual([20, 1, 9]);
    expect(retime(order, 2, 11).map(({ minutes }) => minutes)).toEqual([18, 1, 11]);
    expect(retime(order, 0, 12).map(({ minutes }) => minutes)).toEqual([12, 13, 5]);
  });

  it("never takes the last part out", () => {
    const one = [segment("new", 20)];
    expect(removeSegment(one, 0)).toEqual(one);
  });
});

describe("carryOver", () => {
  const taught = (
    part: Segment,
    covered: TaughtSegment["covered"],
    reached: TaughtSegment["reached"] = null,
  ) => ({
    ...part,
    covered,
    reached,
  });
  it("keeps what was not reached whole and half of what was begun", () => {
    const left = carryOver([
      taught(segment("warm-up", 7), null),
      taught(segment("new", 12, "done"), "done"),
      taught(segment("new", 11, "begun"), "part"),
      taught(segment("deepen", 4, "missed"), "not-done"),
      taught(segment("return", 2, "unmarked"), null),
    ]);
    expect(left.map(({ figureId, kind, minutes }) => [figureId, kind, minutes])).toEqual([
      ["begun", "carry-over", 6],
      ["missed", "carry-over", 4],
      ["unmarked", "carry-over", 2],
    ]);
  });
});

describe("what is carried over", () => {
  it("is one part a figure, and is not taught as new besides", () => {
    const layers = [{ layer: "steps" as const, minutes: 4 }];
    const deeper = [
      { layer: "partner" as const, minutes: 3 },
      { layer: "steps" as const, minutes: 1 },
    ];
    const unmarked = { covered: null, reached: null };
    const left = carryOver([
      { ...segment("carry-over", 4, "a"), layers, ...unmarked },
      { ...segment("deepen", 4, "a"), layers: deeper, ...unmarked },
      { ...segment("new", 9, "b"), ...unmarked },
    ]);
    expect(left).toMatchObject([
      {
        figureId: "a",
        minutes: 8,
        layers: [
          { layer: "steps", minutes: 5 },
          { layer: "partner", minutes: 3 },
        ],
      },
      { figureId: "b", minutes: 9 },
    ]);
    const plan = levelOf(
      [figure("A"), figure("B")],
      [
        ["A", 1],
        ["B", 2],
      ],
    );
    const parts = buildLesson({ plan, week: 2, carryOver: left });
    expect(parts.filter(({ figureId }) => figureId === "b").map(({ kind }) => kind)).toEqual(["carry-over"]);
    expect(parts.filter(({ figureId }) => figureId === "a").map(({ kind }) => kind)).toEqual([
      "carry-over",
      "deepen",
    ]);
  });
});

describe("carryOver by layer", () => {
  const layers = [
    { layer: "steps" as const, minutes: 6 },
    { layer: "rhythm" as const, minutes: 3 },
    { layer: "partner" as const, minutes: 3 },
  ];
  it("goes on with the layer after the one that was reached", () => {
    const [left] = carryOver([{ ...segment("new", 12, "f"), layers, covered: "part", reached: "steps" }]);
    expect(left).toMatchObject({ minutes: 6, layers: layers.slice(1) });
    const [last] = carryOver([{ ...segment("new", 12, "f"), layers, covered: "part", reached: "partner" }]);
    expect(last).toMatchObject({ minutes: 6, layers });
  });
});

describe("weeks unlike the others", () => {
  const plan = levelOf([figure("A", { minutes: 12 })], [["A", 1]]);
  const on = (kind: "routine" | "short" | "cancelled", minutes: number) => ({
    ...plan,
    special: [{ week: 2, kind, minutes }],
  });

  it("give their own part its minutes, and shorten or drop the lesson", () => {
    const routine = buildLesson({ plan: on("routine", 20), week: 2, carryOver: [] });
    expect(routine.find(({ kind }) => kind === "own")).toMatchObject({
      title: "All in one routine",
      minutes: 20,
    });
    expect(totalMinutes(routine)).toBe(60);
    expect(lessonLength(on("short", 25), 2)).toBe(35);
    expect(totalMinutes(buildLesson({ plan: on("short", 25), week: 2, carryOver: [] }))).toBe(35);
    expect(buildLesson({ plan: on("cancelled", 0), week: 2, carryOver: [] })).toEqual([]);
    expect(
      buildLesson({ plan: on("cancelled", 0), week: 3, carryOver: [] }).map(({ title }) => title),
    ).toContain("A");
  });

  it("begin a later level with what faded since the one before", () => {
    const later = { ...plan, rules: { ...plan.rules, breakWeeks: 6 }, known: ["k1", "k2", "k3", "k4"] };
    const first = buildLesson({ plan: later, week: 1, carryOver: [] });
    expect(first[1]).toMatchObject({
      kind: "return",
      title: "Back to what came before the break",
      minutes: 6,
    });
    expect(buildLesson({ plan: later, week: 2, carryOver: [] }).map(({ title }) => title)).not.toContain(
      "Back to what came before the break",
    );
  });
});

describe("a routine week", () => {
  const PLAIN = levelOf([figure("A")], [["A", 1]]);
  const chunk = (beats: number, ...figureIds: string[]) => ({
    title: `phrase of ${beats}`,
    figureIds,
    beats,
  });
  const routineWeek = (minutes: number, chunks: readonly ReturnType<typeof chunk>[]) =>
    buildLesson({
      plan: {
        ...PLAIN,
        special: [{ week: 6, kind: "routine", minutes, routine: { sequenceId: "s", name: "Round", chunks } }],
      },
      week: 6,
      carryOver: [],
    });

  it("teaches its sequence chunk by chunk, then whole, in exactly its minutes", () => {
    const lesson = routineWeek(20, [chunk(16, "a", "b"), chunk(8, "c")]);
    const own = lesson.filter(({ sequenceId }) => sequenceId === "s");
    expect(own.map(({ title, minutes, withIds }) => [title, minutes, withIds])).toEqual([
      ["Round, phrase of 16", 9, ["a", "b"]],
      ["Round, phrase of 8", 4, ["c"]],
      ["Round, the whole routine", 7, ["a", "b", "c"]],
    ]);
    expect(totalMinutes(lesson)).toBe(PLAIN.rules.lessonMinutes);
  });

  it("is one part where it is short, or there is no time for more", () => {
    const titles = (lesson: ReturnType<typeof routineWeek>) =>
      lesson.flatMap(({ sequenceId, title }) => (sequenceId === null ? [] : [title]));
    expect(titles(routineWeek(20, [chunk(8, "a")]))).toEqual(["Round, the whole routine"]);
    expect(titles(routineWeek(2, [chunk(8, "a"), chunk(8, "b"), chunk(8, "c")]))).toEqual([
      "Round, the whole routine",
    ]);
    expect(titles(routineWeek(0, [chunk(8, "a")]))).toEqual([]);
  });
});

describe("look-alikes and chains", () => {
  const steps = (text: string) =>
    planFacts(parseFigure(`leader\n${text}\nfollower mirror`).figure, 1, IN_FOUR, []);
  const basic = { facts: steps('1 L side hold "open"\n2 R close') };
  const plan = {
    ...levelOf(
      [figure("A", basic), figure("B", basic), figure("C", basic)],
      [
        ["A", 1],
        ["B", 2],
        ["C", 3],
      ],
    ),
    alike: [
      { a: "a", b: "b", likeness: 0.9, decides: "2" },
      { a: "a", b: "c", likeness: 0.7, decides: null },
    ],
  };

  it("are told apart the night the second is taught, and neither before nor where nothing decides", () => {
    const contrasts = (week: number) =>
      buildLesson({ plan, week, carryOver: [] }).filter(({ kind }) => kind === "contrast");
    expect(contrasts(1)).toEqual([]);
    expect(contrasts(2)).toMatchObject([{ title: "A or B", withIds: ["a", "b"], minutes: 3 }]);
    expect(contrasts(3)).toMatchObject([{ title: "A or B" }]);
  });

  it("end in a chain of tonight's figures", () => {
    const practice = buildLesson({ plan, week: 2, carryOver: [] }).find(({ kind }) => kind === "practice");
    expect([...(practice?.withIds ?? [])].sort()).toEqual(["a", "b"]);
  });
});

describe("minutes that nothing is planned for", () => {
  const anyLesson = fc
    .array(
      fc.record({
        kind: fc.constantFrom(
          "new" as const,
          "return" as const,
          "practice" as const,
          "wrap" as const,
          "own" as const,
        ),
        minutes: fc.integer({ min: 1, max: 20 }),
        empty: fc.boolean(),
      }),
      { minLength: 2, maxLength: 8 },
    )
    .map((parts) =>
      parts.map(({ kind, minutes, empty }, at) => ({
        ...plain(kind, kind === "own" && empty ? NOTHING_PLANNED : `Part ${at}`, minutes),
        id: `${at}`,
      })),
    );
  const emptyMinutes = (parts: readonly Segment[]) => totalMinutes(parts.filter(isEmpty));

  test("give way before any other, when a part grows as when the lesson gets shorter", () => {
    fc.assert(
      fc.property(
        anyLesson,
        fc.integer({ min: 0, max: 7 }),
        fc.integer({ min: 1, max: 30 }),
        (parts, at, by) => {
          const index = at % parts.length;
          const own = parts[index];
          if (!own) return;
          const grown = retime(parts, index, own.minutes + by);
          expect(totalMinutes(grown)).toBe(totalMinutes(parts));
          const others = parts.filter(({ id }) => id !== own.id);
          const gaveWay = others.some(
            (one) => !isEmpty(one) && (grown.find(({ id }) => id === one.id)?.minutes ?? 0) < one.minutes,
          );
          if (gaveWay) expect(grown.filter(({ id, ...one }) => id !== own.id && isEmpty(one))).toEqual([]);
          const less = Math.min(by, totalMinutes(parts) - 1);
          const { segments } = shorten(parts, less);
          expect(totalMinutes(segments)).toBe(totalMinutes(parts) - less);
          const cut = parts.some(
            (one) => !isEmpty(one) && (segments.find(({ id }) => id === one.id)?.minutes ?? 0) < one.minutes,
          );
          if (cut) expect(emptyMinutes(segments)).toBe(0);
        },
      ),
    );
  });

  test("and all others come back exactly when minutes are given back, also after an edit in between", () => {
    fc.assert(
      fc.property(anyLesson, fc.integer({ min: 1, max: 40 }), (parts, by) => {
        const less = Math.min(by, totalMinutes(parts) - 1);
        const after = shorten(parts, less).segments;
        expect(giveBack(after, { before: parts, after })).toEqual(parts);
        const edited = removeSegment(after, 0);
        const given = giveBack(edited, { before: parts, after });
        expect(totalMinutes(given)).toBe(totalMinutes(parts));
      }),
    );
  });
});
