import fc from "fast-check";
import { expect, it } from "vitest";
import { nextClass } from "./here.ts";

const TODAY = "2027-02-16";
const day = fc.integer({ min: 1, max: 28 }).map((number) => `2027-02-${String(number).padStart(2, "0")}`);
const person = fc.constantFrom("me", "you", "they");
const classes = fc.uniqueArray(
  fc.record({
    id: fc.uuid(),
    dates: fc.uniqueArray(day, { maxLength: 4 }).map((days) => days.sort()),
    startTime: fc.constantFrom("18:45", "19:30", "20:00"),
    teacherIds: fc.uniqueArray(person, { maxLength: 2 }),
    substituteIds: fc.uniqueArray(person, { maxLength: 1 }),
  }),
  { selector: ({ id }) => id, maxLength: 8 },
);

it("opens one's own class that comes next, or else the studio's, and some class wherever there is one", () => {
  fc.assert(
    fc.property(classes, (all) => {
      const found = nextClass(all, "me", TODAY);
      const next = ({ dates }: { dates: string[] }) => dates.find((date) => date >= TODAY);
      const isMine = ({ teacherIds, substituteIds }: (typeof all)[number]) =>
        teacherIds.includes("me") || substituteIds.includes("me");
      const running = all.filter((one) => next(one) !== undefined);
      const mine = running.filter(isMine);
      if (running.length === 0) {
        expect(found).toBe(all[0]);
        return;
      }
      const among = mine.length > 0 ? mine : running;
      expect(among).toContain(found);
      for (const other of among)
        expect(`${next(other)} ${other.startTime}` >= `${next(found ?? other)} ${found?.startTime}`).toBe(
          true,
        );
    }),
  );
});
