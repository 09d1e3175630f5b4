import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, lessonDates, weekdayOf } from "../time/index.ts";
import {
  type Absence,
  type Clash,
  type ClashRemedy,
  clashesOf,
  isAway,
  laidIn,
  type Means,
  minutesOf,
  overlapOf,
  remediesFor,
  type Slot,
  standInsFor,
  there,
  timeOf,
} from "./index.ts";

const MONDAY = "2027-02-01";
const PEOPLE = ["ana", "ben", "cy", "dot"];
const ROOMS = ["Harbour", "Loft", ""];

const slot = (given: Partial<Slot>): Slot => ({
  sectionId: "a",
  levelId: "one",
  week: 1,
  date: MONDAY,
  start: minutesOf("19:00"),
  minutes: 60,
  room: "Harbour",
  teacherIds: ["ana"],
  standIns: [],
  guarded: [],
  held: true,
  ...given,
});

const aSection = fc
  .record({
    levelId: fc.constantFrom("one", "two"),
    day: fc.integer({ min: 0, max: 2 }),
    start: fc.integer({ min: 76, max: 84 }).map((quarter) => quarter * 15),
    minutes: fc.constantFrom(45, 60, 90),
    room: fc.constantFrom(...ROOMS),
    teacherIds: fc.subarray(PEOPLE, { maxLength: 2 }),
    guard: fc.option(fc.subarray(PEOPLE, { minLength: 1 })),
    standIn: fc.option(
      fc.record({ week: fc.integer({ min: 1, max: 3 }), staffId: fc.constantFrom(...PEOPLE) }),
    ),
  })
  .map(
    (one) =>
      (id: string): Slot[] =>
        [1, 2, 3].map((week) =>
          slot({
            sectionId: id,
            levelId: one.levelId,
            week,
            date: addDays(MONDAY, one.day + 7 * (week - 1)),
            start: one.start,
            minutes: one.minutes,
            room: one.room,
            teacherIds: one.teacherIds,
            standIns:
              one.standIn?.week === week && one.teacherIds[0] && !one.teacherIds.includes(one.standIn.staffId)
                ? [{ staffId: one.standIn.staffId, forId: one.teacherIds[0] }]
                : [],
            guarded: one.guard ? [{ figure: "Inside turn", teacherIds: one.guard }] : [],
          }),
        ),
  );

const aTimetable: fc.Arbitrary<Means> = fc
  .record({
    sections: fc.array(aSection, { minLength: 1, maxLength: 5 }),
    absences: fc.array(
      fc.record({
        staffId: fc.constantFrom(...PEOPLE),
        from: fc.integer({ min: 0, max: 20 }).map((days) => addDays(MONDAY, days)),
        long: fc.integer({ min: 0, max: 6 }),
      }),
      { maxLength: 3 },
    ),
    closed: fc.array(
      fc.integer({ min: 0, max: 20 }).map((days) => addDays(MONDAY, days)),
      { maxLength: 2 },
    ),
  })
  .map(({ sections, absences, closed }) => ({
    slots: sections.flatMap((make, at) => make(`s${at}`)),
    absences: absences.map(({ staffId, from, long }) => ({ staffId, from, until: addDays(from, long) })),
    closed: closed.map((day) => ({ day, reason: "Fair" })),
    rooms: [
      { name: "Harbour", places: 30 },
      { name: "Loft", places: 12 },
    ],
    staff: PEOPLE.map((staffId) => ({ staffId, knows: staffId === "cy" ? ["one"] : [], stoodIn: 0 })),
    needs: new Map([["s0", 20]]),
  }));

/** The same, minute by minute: who and what is needed at each, by how many sections. */
function byTheMinute({ slots, closed, absences }: Pick<Means, "slots" | "closed" | "absences">): Set<string> {
  const found = new Set<string>();
  const taken = new Map<string, string>();
  for (const one of slots) {
    const isShut = closed.some(({ day }) => day === one.date);
    if (isShut) found.add(`closed ${one.sectionId} ${one.date}`);
    for (const id of there(one)) {
      if (
        !isShut &&
        absences.some((gone) => gone.staffId === id && one.date >= gone.from && one.date <= gone.until)
      )
        found.add(`away ${one.sectionId} ${one.date} ${id}`);
      if (!isShut && one.teacherIds.length === 0) found.add(`nobody ${one.sectionId} ${one.date}`);
    }
    const needed = [...there(one).map((id) => `teacher ${id}`), ...(one.room ? [`room ${one.room}`] : [])];
    for (let minute = one.start; minute < one.start + one.minutes; minute++)
      for (const what of needed) {
        const key = `${what} ${one.date} ${minute}`;
        for (const other of (taken.get(key) ?? "").split(" ").filter(Boolean))
          if (other !== one.sectionId)
            found.add(`${what} ${one.date} ${[other, one.sectionId].toSorted().join(" ")}`);
        taken.set(key, `${taken.get(key) ?? ""} ${one.sectionId}`);
      }
  }
  return found;
}

const asMinutes = (clash: Clash): string[] =>
  clash.days.map(({ date }) => {
    switch (clash.kind) {
      case "room":
        return `room ${clash.room} ${date} ${clash.sectionIds.toSorted().join(" ")}`;
      case "teacher":
        return `teacher ${clash.staffId} ${date} ${clash.sectionIds.toSorted().join(" ")}`;
      case "away":
        return `away ${clash.sectionIds[0]} ${date} ${clash.staffId}`;
      default:
        return `${clash.kind} ${clash.sectionIds[0]} ${date}`;
    }
  });

/** A section as a remedy leaves it, worked out by itself. */
function afterRemedy(means: Means, remedy: ClashRemedy): Means {
  const slots = means.slots.flatMap((one): Slot[] => {
    if (one.sectionId !== remedy.sectionId) return [one];
    if (remedy.kind === "dayOff") {
      const own = means.slots.filter(({ sectionId }) => sectionId === one.sectionId);
      const dates = lessonDates(own[0]?.date ?? "", own.length, remedy.days);
      return [{ ...one, date: dates[one.week - 1] ?? "" }];
    }
    if (remedy.kind === "room") return [{ ...one, room: remedy.room }];
    if (remedy.kind === "start") return [{ ...one, start: remedy.start }];
    if (remedy.kind === "teacher") {
      const stay = one.teacherIds.filter((id) => id !== remedy.forId);
      return [{ ...one, teacherIds: [...stay, remedy.staffId] }];
    }
    const { staffId, forId } = remedy;
    const stay = one.standIns.filter((other) => other.forId !== forId);
    return [one.week === remedy.week ? { ...one, standIns: [...stay, { staffId, forId }] } : one];
  });
  return { ...means, slots };
}

describe("a timetable", () => {
  it("tells a room and a teacher in two lessons at once, the same thing once for all its days", () => {
    const slots = [1, 2].flatMap((week) => [
      slot({ week, date: addDays(MONDAY, 7 * week) }),
      slot({
        sectionId: "b",
        week,
        date: addDays(MONDAY, 7 * week),
        start: minutesOf("19:45"),
        room: "harbour ",
      }),
    ]);
    const found = clashesOf({ slots, closed: [], absences: [] });
    expect(found.map(({ kind, minutes, days }) => [kind, minutes, days.length])).toEqual([
      ["room", 15, 2],
      ["teacher", 15, 2],
    ]);
    expect(found[0]?.sectionIds).toEqual(["a", "b"]);
  });

  it("is content where one lesson ends as the next begins", () => {
    const slots = [slot({}), slot({ sectionId: "b", start: minutesOf("20:00") })];
    expect(clashesOf({ slots, closed: [], absences: [] })).toEqual([]);
  });

  it("asks nobody to come on a closed day", () => {
    const closed = [{ day: MONDAY, reason: "Harbour fair" }];
    const absences = [{ staffId: "ana", from: MONDAY, until: MONDAY }];
    expect(clashesOf({ slots: [slot({})], closed, absences })).toMatchObject([
      { kind: "closed", about: ["Harbour fair"] },
    ]);
  });

  it("says which figures nobody there may teach", () => {
    const guarded = [
      { figure: "Dip", teacherIds: ["ben"] },
      { figure: "Inside turn", teacherIds: ["ana", "ben"] },
    ];
    expect(clashesOf({ slots: [slot({ guarded })], closed: [], absences: [] })).toMatchObject([
      { kind: "unable", about: ["Dip"] },
    ]);
  });

  it("finds what is found minute by minute", () => {
    fc.assert(
      fc.property(aTimetable, (means) => {
        const told = clashesOf(means)
          .filter(({ kind }) => kind !== "unable" && kind !== "nobody")
          .flatMap(asMinutes);
        expect(new Set(told)).toEqual(byTheMinute(means));
      }),
    );
  });

  it("tells of one section what it tells of all that touch it", () => {
    fc.assert(
      fc.property(aTimetable, (means) => {
        const all = clashesOf(means).filter(({ sectionIds }) => sectionIds.includes("s0"));
        expect(clashesOf(means, "s0")).toEqual(all);
      }),
    );
  });

  it("offers only ways out that take the clash away and bring no other", () => {
    let offered = 0;
    fc.assert(
      fc.property(aTimetable, (means) => {
        for (const clash of clashesOf(means))
          for (const remedy of remediesFor(clash, means)) {
            offered += 1;
            const then = clashesOf(afterRemedy(means, remedy));
            const left = then.find(({ key }) => key === clash.key);
            if (remedy.kind === "standIn") expect(left?.days.length ?? 0).toBeLessThan(clash.days.length);
            else expect(left).toBeUndefined();
            const before = new Set(clashesOf(means).map(({ key }) => key));
            expect(then.filter(({ key }) => !before.has(key))).toEqual([]);
          }
      }),
    );
    expect(offered).toBeGreaterThan(50);
  });

  it("moves into a room only where its dancers have places", () => {
    const slots = [slot({}), slot({ sectionId: "b", teacherIds: ["ben"] })];
    const rooms = [
      { name: "Harbour", places: 30 },
      { name: "Loft", places: 12 },
    ];
    const means: Means = {
      slots,
      rooms,
      closed: [],
      absences: [],
      staff: [],
      needs: new Map([
        ["a", 20],
        ["b", 10],
      ]),
    };
    const [clash] = clashesOf(means);
    const moves = remediesFor(clash as Clash, means).filter(({ kind }) => kind === "room");
    expect(moves).toEqual([{ kind: "room", sectionId: "b", room: "Loft" }]);
  });
});

describe("somebody who stands in", () => {
  it("is free, there, and not one of the teachers; who knows the level and stood in least comes first", () => {
    const stoodIn = slot({
      sectionId: "b",
      date: addDays(MONDAY, -7),
      teacherIds: ["eli"],
      standIns: [{ staffId: "cy", forId: "eli" }],
    });
    const busy = slot({ sectionId: "c", start: minutesOf("19:30"), teacherIds: ["ben"] });
    const staff = [...PEOPLE, "fay", "gus"].map((staffId) => ({
      staffId,
      knows: staffId === "gus" ? ["one"] : [],
      stoodIn: staffId === "gus" ? 1 : 0,
    }));
    const absences: Absence[] = [{ staffId: "dot", from: MONDAY, until: MONDAY }];
    const found = standInsFor(slot({}), "ana", { slots: [slot({}), stoodIn, busy], absences, staff });
    expect(found.map(({ staffId, already }) => [staffId, already])).toEqual([
      ["gus", 1],
      ["fay", 0],
      ["cy", 1],
    ]);
  });

  it("never has two lessons at once, and is never away", () => {
    fc.assert(
      fc.property(aTimetable, (means) => {
        for (const one of means.slots)
          for (const { staffId } of standInsFor(one, one.teacherIds[0] ?? "", means)) {
            const others = means.slots.filter(
              (other) => other.sectionId !== one.sectionId && other.date === one.date,
            );
            expect(others.some((other) => there(other).includes(staffId) && overlapOf(one, other) > 0)).toBe(
              false,
            );
            expect(isAway(means.absences, staffId, one.date)).toBe(false);
          }
      }),
    );
  });
});

describe("a course in another term", () => {
  const day = fc.integer({ min: 0, max: 90 }).map((days) => addDays(MONDAY, days));
  it("keeps its weekday, its number of lessons, and off closed days", () => {
    fc.assert(
      fc.property(
        fc.array(day, { maxLength: 12 }),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 1, max: 12 }),
        (closed, weekday, lessons) => {
          const term = {
            from: MONDAY,
            until: addDays(MONDAY, 69),
            closed: closed.map((one) => ({ day: one, reason: "" })),
          };
          const { dates, past, daysOff, firstDate } = laidIn(term, weekday, lessons);
          expect(dates).toHaveLength(lessons);
          expect(dates[0]).toBe(firstDate);
          expect(dates.every((date) => weekdayOf(date) === weekday && !closed.includes(date))).toBe(true);
          expect(past).toBe(dates.filter((date) => date > term.until).length);
          const free: string[] = [];
          for (let date = MONDAY; free.length < lessons; date = addDays(date, 1))
            if (weekdayOf(date) === weekday && !closed.includes(date)) free.push(date);
          expect(dates).toEqual(free);
          expect(daysOff.every((one) => closed.includes(one) && one < (dates.at(-1) ?? ""))).toBe(true);
        },
      ),
    );
  });

  it("reads and writes a time of the day", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), (minutes) => {
        expect(minutesOf(timeOf(minutes))).toBe(minutes);
      }),
    );
  });
});
