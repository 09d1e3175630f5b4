import { isEmpty, type Segment } from "./segment.ts";

/** A part that is told from others by an id. */
type Part = Pick<Segment, "kind" | "title" | "minutes"> & { readonly id: string };

/** What a lesson was before and after minutes were taken from it. */
export interface CutOf<T> {
  readonly before: readonly T[];
  readonly after: readonly T[];
}

/**
 * Gives back what was taken from a lesson: each part its own minutes, parts that were left out in their places. What
 * was changed since stays; the minutes of a part that is gone since go to what nothing is planned for, to the free
 * dancing, or to the longest part.
 * @param now the lesson as it is
 * @example
 * giveBack([{ id: "a", kind: "new", title: "Turn", minutes: 8 }], {
 *   before: [{ id: "a", kind: "new", title: "Turn", minutes: 12 }], after: [{ id: "a", kind: "new", title: "Turn", minutes: 8 }] })
 * // [{ id: "a", kind: "new", title: "Turn", minutes: 12 }]
 */
export function giveBack<T extends Part>(now: readonly T[], { before, after }: CutOf<T>): T[] {
  const cut = new Map(after.map(({ id, minutes }) => [id, minutes]));
  const here = new Map(now.map((part) => [part.id, part]));
  const result = now.map((part) => ({ ...part }));
  let left = 0;
  before.forEach((part, at) => {
    const taken = part.minutes - (cut.get(part.id) ?? 0);
    const there = result.findIndex(({ id }) => id === part.id);
    if (there >= 0)
      result[there] = { ...(result[there] as T), minutes: (here.get(part.id)?.minutes ?? 0) + taken };
    else if (cut.has(part.id)) left += taken;
    else {
      // After the nearest part before it that is there.
      const previous = before.slice(0, at).findLast(({ id }) => result.some((one) => one.id === id));
      result.splice(previous ? result.findIndex(({ id }) => id === previous.id) + 1 : 0, 0, { ...part });
    }
  });
  if (left === 0) return result;
  const empty = result.findIndex(isEmpty);
  const practice = result.findIndex(({ kind }) => kind === "practice");
  const longest = result.reduce(
    (best, { minutes }, at) => (minutes > (result[best]?.minutes ?? 0) ? at : best),
    0,
  );
  const to = empty >= 0 ? empty : practice >= 0 ? practice : longest;
  return result.map((part, at) => (at === to ? { ...part, minutes: part.minutes + left } : part));
}
