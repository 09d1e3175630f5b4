import type { GroupPlanContent, Section, StudioPerson } from "@map-step/contract";
import type { Readiness } from "@map-step/core/check";
import { describe, expect, it } from "vitest";
import { type Candidate, goalOf, goesOn, goingOn } from "./going.ts";
import { groupMerger } from "./merge.ts";

const NOTHING: GroupPlanContent = { goalIds: [], goes: [], wishes: [], locks: [] };
const section = { id: "mon", name: "Monday", firstDate: "2027-04-05", places: 8 } as Section;
const candidate = (id: string, verdict: Readiness["verdict"]): Candidate => ({
  person: { id, name: id.toUpperCase() } as StudioPerson,
  role: "leader",
  readiness: { verdict, probability: 0.8 } as Readiness,
  section,
});

describe("who goes on", () => {
  it("is who is ready, and whoever was chosen by hand", () => {
    const [ana, ben] = [candidate("ana", "ready"), candidate("ben", "open")];
    const byHand = {
      goes: [
        { studentId: "ana", goes: false },
        { studentId: "ben", goes: true },
      ],
    };
    expect([goesOn(ana, NOTHING), goesOn(ben, NOTHING)]).toEqual([true, false]);
    expect([goesOn(ana, byHand), goesOn(ben, byHand)]).toEqual([false, true]);
  });

  it("keeps a choice made by hand for as long as that section takes dancers in", () => {
    const locks = [{ studentId: "ana", sectionId: "mon" }];
    const locked = (content: Partial<GroupPlanContent>) =>
      goingOn([candidate("ana", "ready")], { ...NOTHING, ...content })[0]?.locked;
    expect(locked({ locks, goalIds: ["mon"] })).toBe("mon");
    expect(locked({ locks, goalIds: ["tue"] })).toBeNull();
    expect(locked({ locks: [{ studentId: "ana", sectionId: null }] })).toBe("waits");
  });

  it("meets who is in a section already, without those who wait or left", () => {
    const course = (about: object) => ({
      sectionId: "mon",
      role: "leader",
      from: "2027-04-05",
      until: null,
      waiting: false,
      ...about,
    });
    const people = [
      { courses: [course({})] },
      { courses: [course({ role: "both" })] },
      { courses: [course({ waiting: true })] },
      { courses: [course({ from: "2027-01-01", until: "2027-02-01" })] },
      { courses: [course({ sectionId: "tue" })] },
    ] as unknown as StudioPerson[];
    expect(goalOf(section, people)).toEqual({
      id: "mon",
      name: "Monday",
      places: 8,
      weekday: 1,
      leaders: 1,
      followers: 0,
      others: 1,
    });
  });
});

describe("two who lay the same groups", () => {
  const merge = groupMerger(
    (id) => id,
    (id) => id,
  );

  it("keep what only one of them changed, and are asked for the rest", () => {
    const mine = {
      ...NOTHING,
      goes: [{ studentId: "ana", goes: true }],
      locks: [{ studentId: "ben", sectionId: "mon" }],
    };
    const theirs = { ...NOTHING, goalIds: ["mon"], locks: [{ studentId: "ben", sectionId: null }] };
    const { conflicts, take } = merge(NOTHING, mine, theirs);
    expect(conflicts).toEqual([{ key: "ben", label: "ben", mine: "in mon", theirs: "waits" }]);
    expect(take(new Set())).toEqual({ ...mine, goalIds: ["mon"] });
    expect(take(new Set(["ben"])).locks).toEqual(theirs.locks);
  });
});
