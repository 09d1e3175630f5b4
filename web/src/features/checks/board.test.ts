import type { Enrolled } from "@map-step/contract";
import type { Evidence } from "@map-step/core/check";
import { describe, expect, it } from "vitest";
import { type BoardInput, boardOf, dancerName, taughtIn } from "./board.ts";

const TODAY = "2027-02-16";

const enrolled = (name: string, about: Partial<Enrolled> = {}): Enrolled =>
  ({
    personId: name,
    name,
    role: "leader",
    from: "2027-01-01",
    until: null,
    waiting: false,
    ...about,
  }) as Enrolled;
const figure = (id: string, kind: string) => ({ id, name: id, kind, minutes: 10 });
const saw = (studentId: string, figureId: string, mark: Evidence["mark"], at = "2027-02-08"): Evidence =>
  ({
    id: `${studentId} ${figureId} ${at}`,
    studentId,
    figureId,
    mark,
    at,
    role: "leader",
    layer: "partner",
    markerId: "ilse",
    where: "check",
    offset: null,
    corrects: null,
  }) as Evidence;

/** A class of the third week: basic and pass were taught, spin is chosen for later, old was chosen never. */
const input = (about: Record<string, unknown> = {}): BoardInput =>
  ({
    section: { levelId: "one", dates: ["2027-02-01", "2027-02-08", "2027-02-15", "2027-03-15"] },
    levels: [{ id: "one", danceId: "hustle" }],
    dances: [{ id: "hustle", alone: false }],
    plan: {
      held: [
        { danced: [{ figureId: "basic", layer: "steps" }] },
        {
          danced: [
            { figureId: "basic", layer: "return" },
            { figureId: "pass", layer: "partner" },
            { figureId: "pass", layer: "count" },
          ],
        },
      ],
      chosen: [
        { figureId: "basic", week: 1 },
        { figureId: "pass", week: 2 },
        { figureId: "spin", week: 5 },
        { figureId: "waits", week: null },
      ],
    },
    roster: [
      enrolled("ana"),
      enrolled("bo"),
      enrolled("gone", { until: "2027-02-01" }),
      enrolled("later", { from: "2027-02-22" }),
      enrolled("waiting", { from: "2027-02-22", waiting: true }),
    ],
    library: [
      figure("pass", "pattern"),
      figure("spin", "turn"),
      figure("old", "pattern"),
      figure("basic", "basic"),
      figure("waits", "pattern"),
    ],
    stated: { clauses: [] },
    levelSeen: {},
    today: TODAY,
    habits: { rule: { share: 80, mark: "alone" } },
    seen: { evidence: [] },
    mayMark: true,
    ...about,
  }) as unknown as BoardInput;
const ids = (list: readonly { readonly id: string }[] | undefined) => list?.map(({ id }) => id);

describe("a class's board", () => {
  it("has who dances in it now or soon, and nobody who left or waits for a place", () => {
    expect(ids(boardOf(input())?.dancers)).toEqual(["ana", "bo", "later"]);
    // A class that is over is shown as it was on its last night.
    expect(ids(boardOf(input({ today: "2027-09-01" }))?.dancers)).toEqual(["ana", "bo", "later"]);
    const left = [enrolled("ana", { until: "2027-03-20" })];
    expect(ids(boardOf(input({ today: "2027-09-01", roster: left }))?.dancers)).toEqual(["ana"]);
  });

  it("shows what was taught, and what was seen of what is chosen; basics first, then what most have", () => {
    expect(ids(boardOf(input())?.figures)).toEqual(["basic", "pass"]);
    const evidence = [
      saw("ana", "spin", "alone"),
      saw("ana", "old", "alone"),
      saw("gone", "waits", "dances-it"),
    ];
    const board = boardOf(input({ seen: { evidence } }));
    expect(ids(board?.figures)).toEqual(["basic", "pass", "spin"]);
    expect(board?.figures.map(({ taught }) => taught)).toEqual(["steps", "partner", null]);
    expect(board?.cells.map(({ studentId, figureId }) => [studentId, figureId])).toEqual([
      ["ana", "spin"],
      ["ana", "old"],
    ]);
  });

  it("tells marks with a partner, or to counts where one dances alone", () => {
    expect(boardOf(input())?.layer).toBe("partner");
    expect(boardOf(input({ dances: [{ id: "hustle", alone: true }] }))?.layer).toBe("count");
  });

  it("goes by what the level asks, and by the usual where it asks nothing", () => {
    const usual = boardOf(input());
    expect(usual?.clauses.length).toBeGreaterThan(0);
    const clause = { kind: "figures", figures: "basics", atLeast: null, mark: "alone", layer: "partner" };
    expect(boardOf(input({ stated: { clauses: [clause] } }))?.clauses).toEqual([clause]);
  });

  it("is none without its level or its dance, and names who is not in it any more", () => {
    expect(boardOf(input({ levels: [] }))).toBeNull();
    expect(boardOf(input({ dances: [] }))).toBeNull();
    const board = boardOf(input());
    expect(board && dancerName(board, "ana")).toBe("ana");
    expect(board && dancerName(board, "gone")).toBe("Somebody who left");
    expect(board?.nameOf("erased")).toBe("A removed figure");
  });
});

it("what was taught goes as deep as it ever did, and a return goes no deeper", () => {
  const held = (...layers: string[]) => layers.map((layer) => ({ danced: [{ figureId: "pass", layer }] }));
  const depth = (...layers: string[]) => taughtIn(held(...layers) as never, "rhythm").get("pass");
  expect(depth("steps", "partner", "count")).toBe("partner");
  expect(depth("count", "return")).toBe("count");
  expect(depth("return")).toBe("rhythm");
  expect(depth()).toBeUndefined();
});
