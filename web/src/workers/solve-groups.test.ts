import { type GoalSection, type GoingOn, groups } from "@map-step/core/check";
import fc from "fast-check";
import loadHighs, { type Highs } from "highs";
import { beforeAll, describe, expect, it, test } from "vitest";
import { runs } from "../../../core/testing/runs.ts";
import { solveGroups } from "./solve-groups.ts";

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const IDS = ["a", "b", "c", "d", "e"];
const SECTIONS = ["mon", "tue"];
const student = fc.record({
  role: fc.constantFrom("leader", "follower", "both", "solo" as const),
  weekdays: fc.subarray([1, 2, 4]),
  together: fc.subarray(IDS, { maxLength: 2 }),
  probability: fc.constantFrom(0.7, 0.95, 1),
  locked: fc.constantFrom(null, null, null, "mon", "tue", "waits"),
});
const section = fc.record({
  places: fc.constantFrom(null, 1, 2, 3, 6),
  leaders: fc.integer({ min: 0, max: 3 }),
  followers: fc.integer({ min: 0, max: 3 }),
});
const asStudents = (some: readonly object[]): GoingOn[] =>
  some.map((one, at) => ({ id: IDS[at], name: `Dancer ${IDS[at]}`, ...one }) as GoingOn);
const asSections = (some: readonly object[]): GoalSection[] =>
  some.map(
    (one, at) =>
      ({ id: SECTIONS[at], name: SECTIONS[at], weekday: at + 1, others: 0, ...one }) as GoalSection,
  );

type Where = Record<string, string | null>;

/** Every way to place some students. */
function* everyWay(students: readonly GoingOn[], at = 0, sofar: Where = {}): Generator<Where> {
  const one = students[at];
  if (!one) {
    yield sofar;
    return;
  }
  for (const place of [...SECTIONS, null]) yield* everyWay(students, at + 1, { ...sofar, [one.id]: place });
}

/** Whether choices made by hand and rooms hold. */
function isAllowed(students: readonly GoingOn[], sections: readonly GoalSection[], where: Where): boolean {
  for (const { id, locked } of students)
    if (locked !== null && (locked === "waits" ? null : locked) !== where[id]) return false;
  return sections.every(({ id, places, leaders, followers }) => {
    const many = students.filter((one) => where[one.id] === id).length;
    const byHand = students.filter(({ locked }) => locked === id).length;
    return places === null || many <= Math.max(0, places - leaders - followers, byHand);
  });
}

describe("groups for next term", () => {
  test("cost as little as the best of all ways, keep every choice made by hand, and name every unmet wish", () => {
    fc.assert(
      fc.property(
        fc.array(student, { minLength: 1, maxLength: 5 }),
        fc.tuple(section, section),
        (some, two) => {
          const [students, sections] = [asStudents(some), asSections(two)];
          const { costOf } = groups(students, sections);
          const { sectionOf, unmet, best } = solveGroups(highs, { students, sections, seconds: 5 });
          expect(best).toBe(true);
          expect(isAllowed(students, sections, sectionOf)).toBe(true);
          const least = Math.min(
            ...[...everyWay(students)].filter((way) => isAllowed(students, sections, way)).map(costOf),
          );
          expect(costOf(sectionOf)).toBeCloseTo(least, 6);
          for (const { id, weekdays, together } of students) {
            const own = sectionOf[id];
            const kinds = unmet.filter(({ studentId }) => studentId === id).map(({ kind }) => kind);
            expect(kinds.includes("place")).toBe(own === null);
            if (own === null) continue;
            const day = sections.find((one) => one.id === own)?.weekday ?? 0;
            expect(kinds.includes("weekday")).toBe(weekdays.length > 0 && !weekdays.includes(day));
            const apart = together.filter(
              (other) => other !== id && other in sectionOf && sectionOf[other] !== own,
            );
            expect(kinds.filter((kind) => kind === "together")).toHaveLength(apart.length);
          }
        },
      ),
      runs(120),
    );
  });

  it("gives a full room's places to who is readier, and says why the others wait", () => {
    const one = (id: string, probability: number): GoingOn => ({
      id,
      name: id,
      role: "leader",
      weekdays: [],
      together: [],
      probability,
      locked: null,
    });
    const room: GoalSection = {
      id: "mon",
      name: "Monday",
      weekday: 1,
      places: 2,
      leaders: 0,
      followers: 1,
      others: 0,
    };
    const { sectionOf, unmet } = solveGroups(highs, {
      students: [one("ana", 0.7), one("ben", 1)],
      sections: [room],
      seconds: 5,
    });
    expect(sectionOf).toEqual({ ana: null, ben: "mon" });
    expect(unmet).toEqual([{ studentId: "ana", kind: "place", why: "Monday is full (2 places)" }]);
  });

  it("leaves everybody waiting where nothing takes them in", () => {
    const students = asStudents([{ role: "solo", weekdays: [], together: [], probability: 1, locked: null }]);
    expect(solveGroups(highs, { students, sections: [], seconds: 5 }).unmet[0]?.why).toBe(
      "no section takes dancers in",
    );
    expect(solveGroups(highs, { students: [], sections: [], seconds: 5 }).sectionOf).toEqual({});
  });
});
