import { choose } from "@map-step/contract";
import {
  checkPlan,
  FINDING_CODES,
  type Finding,
  findingKey,
  type LevelPlan,
  remedyFor,
} from "@map-step/core/plan";
import { describe, expect, it } from "vitest";
import { ONE_OF_EACH } from "../../../../../core/testing/findings.ts";
import { figure, levelOf } from "../../../../../core/testing/levels.ts";
import { type Around, type WayOut, waysOutOf } from "./ways-out.ts";

const MORE = ["Alpha", "Beta", "Gamma"].map((name) => figure(name));

/** A level with what somebody chose for it: figures, weeks and returns. */
const withChosen = (level: LevelPlan, chosen: Around["chosen"]): LevelPlan => ({
  ...level,
  figures: chosen.flatMap(({ figureId, extraReturns }) => {
    const found = [...level.figures, ...MORE].find(({ id }) => id === figureId);
    return found ? [{ ...found, extraReturns }] : [];
  }),
  placements: chosen.flatMap(({ figureId, week }) => (week === null ? [] : [{ figureId, week }])),
});
const chosenOf = ({ figures, placements }: LevelPlan): Around["chosen"] =>
  figures.map(({ id, extraReturns = [] }) => ({
    ...choose(id, placements.find(({ figureId }) => figureId === id)?.week ?? null),
    extraReturns: [...extraReturns],
  }));
const around = (level: LevelPlan): Around => ({ level, chosen: chosenOf(level), library: MORE, taught: 0 });

function after(level: LevelPlan, way: WayOut): LevelPlan {
  if (way.kind === "choose") return level;
  const chosen =
    way.kind === "change"
      ? way.chosen
      : chosenOf(level).map((entry) =>
          entry.figureId === way.figureId ? { ...entry, week: way.week } : entry,
        );
  return withChosen(level, chosen);
}
const isFound = (level: LevelPlan, finding: Finding) =>
  checkPlan(level).some((one) => findingKey(one) === findingKey(finding));

/** Sorts of finding that no step in the plan takes away: its words say what does. */
const ELSEWHERE = [
  "nobody-assigned",
  "no-qualified-teacher",
  "one-role-waits",
  "routine-does-not-fit",
  "show-move-without-cautions",
  "too-fast",
];

describe("ways out of a finding", () => {
  it.each(FINDING_CODES)(
    "%s: each that is offered takes it away, and one is offered where the plan can",
    (code) => {
      const level = ONE_OF_EACH[code];
      const finding = checkPlan(level).find((one) => one.code === code);
      if (!finding) throw new Error("not found in its example");
      const ways = waysOutOf(around(level), finding, null);
      for (const way of ways)
        if (way.kind !== "choose") expect(isFound(after(level, way), finding)).toBe(false);
      const isOffered = ways.length > 0 || remedyFor(level, finding) !== null;
      expect(isOffered).toBe(!ELSEWHERE.includes(code));
    },
  );

  it("brings a figure back where one more lesson keeps it alive", () => {
    const once = { id: "once", name: "Once", reason: "", returnMinutes: 2, returns: [] };
    const level = levelOf(
      [figure("Alpha", { approach: { ...once, ages: [[{ layer: "steps", share: 1 }]] }, pinned: true })],
      [["Alpha", 1]],
      { weeks: 6 },
    );
    const finding = checkPlan(level).find(({ code }) => code === "fades");
    if (!finding) throw new Error("it does not fade");
    const [way] = waysOutOf(around(level), finding, 4);
    expect(way?.name).toBe("Bring it back in week 4");
    expect(way?.kind === "change" && way.chosen[0]?.extraReturns).toEqual([4]);
  });

  it("names what has no room elsewhere: nothing is offered before the first week that may be changed", () => {
    const level = ONE_OF_EACH["needs-missing"];
    const finding = checkPlan(level).find(({ code }) => code === "needs-missing");
    if (!finding) throw new Error("nothing is missing");
    expect(waysOutOf({ ...around(level), taught: 1 }, finding, null)).toEqual([]);
    expect(waysOutOf({ ...around(level), library: [] }, finding, null)).toEqual([]);
  });
});
