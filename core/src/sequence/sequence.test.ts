import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { readingOf } from "../element/index.ts";
import { carryOn, figureFacts, join, stateIn, stateOut } from "../figure/index.ts";
import { type Figure, parseFigure, stepsOf, writtenRoles } from "../notation/index.ts";
import {
  asOneFigure,
  callSheet,
  crowdedFloor,
  cutsOfFigure,
  extentOf,
  type FigureItem,
  type FigureOf,
  figureItemsOf,
  halves,
  linkFigure,
  mendsBetween,
  newFigureItem,
  type Picks,
  roundOf,
  type Sequence,
  type SequenceItem,
  sequenceFacts,
  squareMetresOf,
  stepsOfItem,
  transitionGraph,
  walkSequence,
} from "./index.ts";

const figure = (text: string): Figure => {
  const { figure: read, faults } = parseFigure(text, readingOf(IN_FOUR));
  expect(faults).toEqual([]);
  return read;
};
const TEXTS = {
  basic: 'leader\n1 L side hold "closed"\n2 R close\nfollower opposite',
  open: 'leader\n1 L back hold "closed"\n2 R close hold "open two-hand"\nfollower opposite',
  turn: 'leader\n1 L back hold "open one-hand" turn R 1/4\n2 R close\n3 L side\n4 R close\nfollower opposite',
  home: 'leader\n1 L forward hold "open two-hand"\n2 R close hold "closed"\nfollower opposite',
  wrap: 'leader\n1 L forward hold "shadow"\n2 R close\nfollower opposite',
  vine: "leader\n1 L side\n2 R cross-behind\n3 L side\nfollower opposite",
} as const;
const FIGURES: ReadonlyMap<string, Figure> = new Map(
  Object.entries(TEXTS).map(([id, text]) => [id, figure(text)]),
);
const figureOf: FigureOf = (id) => FIGURES.get(id) ?? null;

let made = 0;
const item = (figureId: string, about: Partial<FigureItem> = {}): FigureItem => ({
  ...newFigureItem(`i${++made}`, figureId),
  ...about,
});
const sequence = (items: readonly SequenceItem[], about: Partial<Sequence> = {}): Sequence => ({
  items,
  loops: false,
  phraseBeats: 8,
  bpm: 120,
  ...about,
});

const anyItem: fc.Arbitrary<FigureItem> = fc
  .record({
    figureId: fc.constantFrom(...FIGURES.keys()),
    times: fc.integer({ min: 1, max: 3 }),
    side: fc.constantFrom("written" as const, "written" as const, "other" as const),
  })
  .map((about) => item(about.figureId, about));
const { items: anyItems } = fc.letrec<{ items: SequenceItem[]; one: SequenceItem }>((tie) => ({
  one: fc.oneof(
    { maxDepth: 2, depthSize: "small" },
    anyItem,
    fc
      .record({ optional: fc.boolean(), ways: fc.array(tie("items"), { minLength: 1, maxLength: 2 }) })
      .map(({ optional, ways }): SequenceItem => ({ kind: "choice", id: `c${++made}`, optional, ways })),
  ),
  items: fc.array(tie("one"), { minLength: 1, maxLength: 3 }),
}));

/** Every way through the choices, as picks. */
function everyPicks(items: readonly SequenceItem[]): Picks[] {
  return items.reduce<Picks[]>(
    (all, one) => {
      if (one.kind === "figure") return all;
      const own: Picks[] = [
        ...one.ways.flatMap((way, at) => everyPicks(way).map((inner) => ({ ...inner, [one.id]: at }))),
        ...(one.optional ? [{ [one.id]: null }] : []),
      ];
      return all.flatMap((before) => own.map((after) => ({ ...before, ...after })));
    },
    [{}],
  );
}

/** Whether the figures of one round can be danced one after the other, each from where the one before ended. */
function danceable(figures: readonly Figure[]): boolean {
  let begun = figures[0] ? stateIn(figures[0], IN_FOUR) : undefined;
  return figures.every((one, at) => {
    const next = figures[at + 1];
    if (!next || !begun) return true;
    const { fits } = join(one, next, IN_FOUR, begun);
    begun = carryOn(one, IN_FOUR, begun);
    return fits;
  });
}

const FEW = runs(150);
const small = anyItems.filter((items) => everyPicks(items).length <= 200);

describe("a sequence", () => {
  test("its shortest and longest round are those of all ways through its choices", () => {
    fc.assert(
      fc.property(small, (items) => {
        const lengths = everyPicks(items).map((picks) =>
          roundOf(items, figureOf, picks).reduce((sum, { beats }) => sum + beats, 0),
        );
        for (const [which, beats] of [
          ["least", Math.min(...lengths)],
          ["most", Math.max(...lengths)],
        ] as const) {
          const extent = extentOf(items, figureOf, which);
          expect(extent.beats).toBe(beats);
          expect(roundOf(items, figureOf, extent.picks).reduce((sum, one) => sum + one.beats, 0)).toBe(beats);
        }
      }),
      FEW,
    );
  });

  test("fits exactly when every way through it can be danced", () => {
    fc.assert(
      fc.property(small, (items) => {
        const ways = everyPicks(items).map((picks) =>
          roundOf(items, figureOf, picks).flatMap((one) => one.figure ?? []),
        );
        const { joins } = walkSequence(sequence(items), figureOf, IN_FOUR);
        expect(joins.every(({ fits }) => fits)).toBe(ways.every(danceable));
      }),
      FEW,
    );
  });

  test("one that goes round fits exactly when it can be danced three times without a break", () => {
    fc.assert(
      fc.property(fc.array(anyItem, { minLength: 1, maxLength: 4 }), (items) => {
        const round = roundOf(items, figureOf).flatMap((one) => one.figure ?? []);
        const { joins } = walkSequence(sequence(items, { loops: true }), figureOf, IN_FOUR);
        expect(joins.every(({ fits }) => fits)).toBe(danceable([...round, ...round, ...round]));
      }),
      FEW,
    );
  });

  test("put together it has the steps, the beats and the turns of its figures", () => {
    fc.assert(
      fc.property(small, (items) => {
        const danced = roundOf(items, figureOf);
        const whole = asOneFigure(danced) as Figure;
        const facts = figureFacts(whole, IN_FOUR);
        expect(facts.beats).toBe(danced.reduce((sum, { beats }) => sum + beats, 0));
        const turns = danced.reduce(
          (sum, one) => sum + (figureFacts(one.figure as Figure, IN_FOUR).roles[0]?.netTurn ?? 0),
          0,
        );
        expect(facts.roles[0]?.netTurn).toBe(turns);
        for (const role of writtenRoles(whole))
          expect(stepsOf(whole, role).length).toBe(
            danced.reduce((sum, one) => sum + stepsOf(one.figure as Figure, role).length, 0),
          );
      }),
      FEW,
    );
  });

  it("says where a figure is missing, and that it does not fit with it", () => {
    const facts = sequenceFacts(sequence([item("basic"), item("gone"), item("basic")]), figureOf, IN_FOUR);
    expect(facts.missing).toEqual(["gone"]);
    expect(facts.fits).toBe(false);
    expect(facts.joins).toEqual([]);
    expect(facts.least.beats).toBe(4);
  });

  it("a vine that ends on a touch can't go round, one that ends closed can", () => {
    const vines = new Map([
      ["touch", figure("leader\n1 L side\n2 R cross-behind\n3 L side\n4 R touch\nfollower opposite")],
      ["odd", figure("leader\n1 L side\n2 R cross-behind\n3 L side\nfollower opposite")],
    ]);
    const fits = (id: string) =>
      sequenceFacts(sequence([item(id)], { loops: true }), (one) => vines.get(one) ?? null, IN_FOUR).fits;
    expect([fits("touch"), fits("odd")]).toEqual([false, false]);
    const both = [item("touch"), item("touch", { side: "other" })];
    expect(
      sequenceFacts(sequence(both, { loops: true }), (one) => vines.get(one) ?? null, IN_FOUR).fits,
    ).toBe(true);
  });

  it("tells the rest of a phrase, and after how many rounds it meets one", () => {
    const { least } = sequenceFacts(sequence([item("basic", { times: 3 })]), figureOf, IN_FOUR);
    expect(least).toMatchObject({ beats: 6, phrases: 0, remainder: 6, meetsAgainAfter: 4, seconds: 3 });
  });
});

describe("what mends a join", () => {
  const graph = transitionGraph(
    [...FIGURES].map(([id, one]) => ({ id, figure: one })),
    IN_FOUR,
  );
  const ids = [...FIGURES.keys()];

  test("is danceable, and no way of up to two figures is shorter", () => {
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (from, to) => {
        const next = item(to);
        const start = figureOf(from) as Figure;
        const tail = { id: "t", figure: start, begun: stateIn(start, IN_FOUR) };
        const mends = mendsBetween(graph, tail, next, figureOf, IN_FOUR);
        const danced = (between: readonly string[]) =>
          danceable([from, ...between, to].map((id) => figureOf(id) as Figure));
        for (const { figures } of mends) expect(danced(figures.map(({ figureId }) => figureId))).toBe(true);
        const beatsOf = (between: readonly string[]) =>
          between.reduce((sum, id) => sum + (figureOf(id)?.length ?? 0) / 24, 0);
        const tries = [...ids.map((id) => [id]), ...ids.flatMap((one) => ids.map((two) => [one, two]))];
        const shortest = Math.min(...tries.filter(danced).map(beatsOf));
        if (!danced([]) && Number.isFinite(shortest)) expect(mends[0]?.beats).toBeLessThanOrEqual(shortest);
      }),
      runs(60),
    );
  });

  it("names none where nothing leads there, and the figure that is missing then leads there", () => {
    const start = figureOf("turn") as Figure;
    const tail = { id: "t", figure: start, begun: stateIn(start, IN_FOUR) };
    expect(mendsBetween(graph, tail, item("wrap"), figureOf, IN_FOUR)).toEqual([]);
    const link = linkFigure(stateOut(start, IN_FOUR), stateIn(figureOf("wrap") as Figure, IN_FOUR));
    expect(danceable([start, link, figureOf("wrap") as Figure])).toBe(true);
  });
});

describe("halves", () => {
  test("put together again they are the figure, and a pair is danced when the two join", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (a, b) => {
        const figures = [
          { id: "a", figure: a },
          { id: "b", figure: b },
        ];
        const { firsts, seconds, dances } = halves(figures, IN_FOUR);
        firsts.forEach((one, row) => {
          seconds.forEach((other, column) => {
            const isOwn = one.figureId === other.figureId && one.counts[1] + 1 === other.counts[0];
            expect(dances[row]?.[column]).toBe(isOwn ? null : join(one.figure, other.figure, IN_FOUR).fits);
            if (!isOwn) return;
            const whole = figures.find(({ id }) => id === one.figureId)?.figure as Figure;
            const again = asOneFigure([
              { figure: one.figure, from: 0, beats: one.counts[1] },
              { figure: other.figure, from: one.counts[1], beats: other.figure.length / 24 },
            ]) as Figure;
            for (const role of writtenRoles(whole))
              expect(stepsOf(again, role).map(({ hold: _hold, ...step }) => step)).toEqual(
                stepsOf(whole, role).map(({ hold: _hold, ...step }) => step),
              );
          });
        });
      }),
      runs(60),
    );
  });

  it("a figure is cut only where every dancer begins a step", () => {
    const slow = figure(
      "leader\n1 L side\n3 R close\n4 L side\nfollower\n1 R side\n2 L close\n3 R side\n4 L close",
    );
    expect(cutsOfFigure(slow, IN_FOUR)).toEqual([3, 4]);
  });

  it("a stretch says the hold that is in force where it begins", () => {
    const part = stepsOfItem({ figureId: "turn", side: "written", counts: [3, 4] }, figureOf) as Figure;
    expect(stateIn(part, IN_FOUR).hold).toBe("open one-hand");
    expect(part.length).toBe(48);
    expect(stepsOfItem({ figureId: "turn", side: "written", counts: [3, 9] }, figureOf)).toBeNull();
  });
});

describe("a crowded floor", () => {
  const figures = [...FIGURES].map(([id, one]) => ({ id, figure: one }));

  test("takes out what needs more, keeps what is to be kept, and mends with what fits", () => {
    fc.assert(
      fc.property(
        small,
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.constantFrom("usual", "keep", "leave-out"),
        (items, squareMetres, priority) => {
          const marked = items.map((one) =>
            one.kind === "figure" ? { ...one, priority } : one,
          ) as SequenceItem[];
          let ids = 0;
          const {
            items: left,
            fits,
            added,
          } = crowdedFloor(
            sequence(marked, { loops: true }),
            squareMetres,
            figures,
            IN_FOUR,
            () => `new ${++ids}`,
          );
          for (const one of figureItemsOf(left)) {
            const needs = squareMetresOf(figureOf(one.figureId) as Figure, IN_FOUR);
            if (one.priority !== "keep") expect(needs).toBeLessThanOrEqual(squareMetres);
            expect(one.priority).not.toBe("leave-out");
          }
          // What is told to be left out does not come back as what mends.
          const told = figureItemsOf(marked).flatMap((one) =>
            one.priority === "leave-out" ? [one.figureId] : [],
          );
          expect(added.filter((id) => told.includes(id))).toEqual([]);
          for (const id of added)
            expect(squareMetresOf(figureOf(id) as Figure, IN_FOUR)).toBeLessThanOrEqual(squareMetres);
          expect(sequenceFacts(sequence(left, { loops: true }), figureOf, IN_FOUR).fits).toBe(fits);
        },
      ),
      runs(60),
    );
  });

  it("mends what came apart", () => {
    const big = figure(
      'leader\n1 L forward long hold "closed"\n2 R forward long\n3 L forward long\n4 R forward long hold "open two-hand"\nfollower opposite',
    );
    const all = [...figures, { id: "big", figure: big }];
    const { items, left, fits, added } = crowdedFloor(
      sequence([item("basic"), item("big"), item("turn")]),
      squareMetresOf(big, IN_FOUR) - 0.01,
      all,
      IN_FOUR,
      () => `new ${++made}`,
    );
    expect(left.map(({ figureId }) => figureId)).toEqual(["big"]);
    expect(fits).toBe(true);
    // Closed changes freely into the hands of the turn.
    expect([figureItemsOf(items).map(({ figureId }) => figureId), added]).toEqual([["basic", "turn"], []]);
  });
});

describe("a call sheet", () => {
  it("calls each figure once with its repeats, a phrase ahead", () => {
    const items = [
      item("basic", { times: 4, note: "small" }),
      item("turn"),
      item("vine", { counts: [1, 2] }),
    ];
    expect(
      callSheet(roundOf(items, figureOf), 8).map(
        ({ figureId, times, phrase, count, beats, saidAt, note }) => [
          figureId,
          times,
          phrase,
          count,
          beats,
          saidAt,
          note,
        ],
      ),
    ).toEqual([
      ["basic", 4, 1, 1, 8, -8, "small"],
      ["turn", 1, 2, 1, 4, 0, ""],
      ["vine", 1, 2, 5, 2, 4, ""],
    ]);
  });

  it("calls a figure that comes twice in two places twice", () => {
    const items = [item("basic"), item("basic")];
    expect(callSheet(roundOf(items, figureOf), 8)).toHaveLength(2);
  });
});
