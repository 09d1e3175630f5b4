import type { CheckLine, Course } from "@map-step/contract";
import { dayAndMonth } from "../../kit/dates.ts";

/** What a class's checks wait for. */
export interface CheckDue {
  /** `late`: its evening is over and nobody was marked on it or since. */
  readonly state: "late" | "next";
  readonly date: string;
  /** The week of the plan that is for it; `null` where one was begun on a day of its own. */
  readonly week: number | null;
  /** The check of that day, where somebody began it. */
  readonly checkId: string | null;
}

/**
 * The check that a class waits for first: one whose evening went by without a mark before the next one ahead.
 * @param checks those of the class
 */
export function checkDue(
  { weeks }: Pick<Course, "weeks">,
  checks: readonly Pick<CheckLine, "id" | "heldOn" | "marks">[],
  today: string,
): CheckDue | null {
  const begunOn = new Map(checks.map(({ heldOn, id }) => [heldOn, id]));
  const planned = weeks.flatMap(({ special, cancelled, date, week }) =>
    special === "check" && !cancelled && date !== null ? [{ date, week }] : [],
  );
  const weekOn = new Map(planned.map(({ date, week }) => [date, week]));
  const marked = checks.flatMap(({ heldOn, marks }) => (marks > 0 ? [heldOn] : []));
  const due = (state: CheckDue["state"], date: string): CheckDue => ({
    state,
    date,
    week: weekOn.get(date) ?? null,
    checkId: begunOn.get(date) ?? null,
  });
  const late = planned.find(({ date }) => date < today && !marked.some((day) => day >= date));
  if (late) return due("late", late.date);
  const [next] = [...planned.map(({ date }) => date), ...begunOn.keys()]
    .filter((date) => date >= today)
    .sort();
  return next === undefined ? null : due("next", next);
}

/** `week 8, 12 March, not begun yet` */
export function checkInWords({ state, date, week, checkId }: CheckDue): string {
  const when = week === null ? dayAndMonth(date) : `week ${week}, ${dayAndMonth(date)}`;
  if (state === "late") return `${when}, went by and nobody was marked`;
  return checkId === null ? `${when}, not begun yet` : `${when}, begun`;
}
