import type { Item } from "./read-item.ts";
import { type Counted, nextBeat, type Placed, type RoleRow, type RowContext, type Spelling } from "./row.ts";
import type { Token } from "./scan.ts";
import type { Element, Foot } from "./types.ts";

/** An element whose steps are often said after its name: those that come back onto the other foot. */
export const canBeSpelled = ({ ways }: Element): boolean => ways[0]?.steps[1]?.action === "replace";

/** Whether a step of an element that was said is danced with a foot. */
function isFootOf({ place }: Spelling, own: Foot | null, foot: Foot): boolean {
  const begins = place.item.foot;
  return begins !== undefined && own !== null && (begins === "L") === (own === foot);
}

/** Whether a step only says what the element before it does: `recover` after a rock adds nothing. */
export function spells(row: RoleRow, item: Item, [count, ...more]: readonly Counted[], at: Token): boolean {
  const { spelling } = row;
  if (!spelling || item.kind !== "step" || more.length > 0) return false;
  if (Object.keys(item.extras).length > 0) return false;
  const step = spelling.element.ways[0]?.steps[spelling.said];
  if (!step || step.action !== item.action) return false;
  if (item.foot && !isFootOf(spelling, step.foot, item.foot)) return false;
  if (count && count.onset !== spelling.place.onset + step.onset) return false;
  spelling.said += 1;
  spelling.last = at;
  if (count) row.end = Math.max(row.end, nextBeat(count.onset));
  if (spelling.said === spelling.element.ways[0]?.steps.length) row.spelling = null;
  return true;
}

/** Of an element whose steps were said in part, only those are danced; whether all were meant is asked. */
export function endSpelling(row: RoleRow, { doubt }: RowContext): void {
  const { spelling } = row;
  row.spelling = null;
  if (!spelling || spelling.said < 2) return;
  const { element, place, said, last } = spelling;
  const index = row.placed.indexOf(place);
  if (index < 0 || place.item.kind !== "element") return;
  const steps = element.ways[0]?.steps ?? [];
  const { direction, foot, extras } = place.item;
  const own = steps.slice(0, said).map((step, at): Placed => {
    const action = step.goes && direction ? direction : step.action;
    const item: Item = {
      kind: "step",
      action,
      at: place.at,
      extras: at === 0 ? extras : {},
      ...(at === 0 && foot ? { foot } : {}),
    };
    return { kind: "item", at: place.at, onset: place.onset + step.onset, item };
  });
  row.placed.splice(index, 1, ...own);
  const ends = place.onset + (steps[said]?.onset ?? element.ways[0]?.length ?? 0);
  if (index === row.placed.length - own.length) row.end = Math.min(row.end, ends);
  const words = steps.map((step, at) =>
    [step.goes && direction ? direction : step.action, at === 0 ? foot : undefined].filter(Boolean).join(" "),
  );
  doubt(place.item.at, last, [`${words.slice(0, said).join(", ")},`, `${words.join(", ")},`]);
}
