import { type Call, callOf } from "../element/index.ts";
import { type Element, type Figure, nameKey, type Role } from "../notation/index.ts";

/** A figure of a library, read; without steps it shows only itself. */
export interface LibraryFigure {
  readonly id: string;
  readonly name: string;
  readonly figure: Figure | null;
}

/** The one element that each role of a figure is, for a figure that is nothing but an element. */
function elementOf(call: Call): readonly (readonly [Role, string])[] | null {
  const roles = Object.entries(call) as [Role, NonNullable<Call[Role]>][];
  const all = roles.flatMap(([role, pieces]) => {
    const [only, ...more] = pieces;
    return only?.element && more.length === 0 ? [[role, only.element] as const] : [];
  });
  return all.length > 0 && all.length === roles.length ? all : null;
}

/** Everything that a figure is composed of, however deep, without the figure itself. */
function madeOf(id: string, usesOf: ReadonlyMap<string, readonly string[]>): ReadonlySet<string> {
  const found = new Set<string>();
  const open = [id];
  for (let next = open.pop(); next !== undefined; next = open.pop())
    for (const used of usesOf.get(next) ?? [])
      if (used !== id && !found.has(used)) {
        found.add(used);
        open.push(used);
      }
  return found;
}

/**
 * In which figures each figure is seen: in itself, in those that are composed of it, however deep, and, where it is
 * nothing but one element, in all that hold this element in the same roles.
 * @param elements what the dance calls elements
 * @returns by figure id the ids of figures that show it, its own first
 * @example
 * shownIn([{ id: "basic", name: "Side basic", figure: BASIC }], elementSet(DANCE)).get("basic") // ["basic"]
 */
export function shownIn(
  figures: readonly LibraryFigure[],
  elements: readonly Element[],
): ReadonlyMap<string, readonly string[]> {
  const idOf = new Map(figures.map(({ id, name }) => [nameKey(name), id]));
  const usesOf = new Map(
    figures.map(({ id, figure }) => [
      id,
      (figure?.composition?.uses ?? []).flatMap(({ name }) => idOf.get(nameKey(name)) ?? []),
    ]),
  );
  const parts = new Map(figures.map(({ id }) => [id, madeOf(id, usesOf)]));
  const calls = new Map(figures.map(({ id, figure }) => [id, figure ? callOf(figure, elements) : {}]));
  const holds = (id: string, wanted: readonly (readonly [Role, string])[]) =>
    wanted.every(([role, element]) => calls.get(id)?.[role]?.some((piece) => piece.element === element));
  return new Map(
    figures.map(({ id }) => {
      const element = elementOf(calls.get(id) ?? {});
      const others = figures.flatMap((other) =>
        other.id !== id && (parts.get(other.id)?.has(id) || (element !== null && holds(other.id, element)))
          ? [other.id]
          : [],
      );
      return [id, [id, ...others]];
    }),
  );
}
