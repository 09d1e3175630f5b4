import type { ChoiceItem, FigureItem, SequenceItem } from "./sequence.ts";

/** Items as they are read, and as they are given back. */
type Items = readonly SequenceItem[];

/**
 * A figure as it is put into a sequence when nothing else is said of it.
 * @param id its own within the sequence
 * @example
 * newFigureItem("1", "basic").times // 1
 */
export const newFigureItem = (
  id: string,
  figureId: string,
  side: FigureItem["side"] = "written",
): FigureItem => ({
  kind: "figure",
  id,
  figureId,
  side,
  times: 1,
  counts: null,
  priority: "usual",
  note: "",
});

/**
 * Every item by its id, those within choices included.
 * @example
 * itemById(SEQUENCE.items, "2")?.id // "2"
 */
export function itemById(items: Items, id: string): SequenceItem | undefined {
  for (const item of items) {
    if (item.id === id) return item;
    if (item.kind === "figure") continue;
    for (const way of item.ways) {
      const found = itemById(way, id);
      if (found) return found;
    }
  }
  return undefined;
}

const inWays = (item: SequenceItem, change: (way: Items) => SequenceItem[]): SequenceItem =>
  item.kind === "choice" ? { ...item, ways: item.ways.map(change) } : item;

/**
 * Items with one of them exchanged for others, wherever it stands. A way of a choice that is left empty goes, and a choice
 * with it when no way is left.
 * @param more what stands in its place; nothing takes it out
 * @example
 * replaceItem(SEQUENCE.items, "1", []).length // 1
 */
export function replaceItem(items: Items, id: string, more: Items): SequenceItem[] {
  return items.flatMap((item): SequenceItem[] => {
    if (item.id === id) return [...more];
    if (item.kind === "figure") return [item];
    const ways = item.ways.map((way) => replaceItem(way, id, more)).filter((way) => way.length > 0);
    return ways.length === 0 ? [] : [{ ...item, ways }];
  });
}

/**
 * Items with others put in before one of them, wherever it stands, or at the end.
 * @param before the id of the item that comes after them; `null` for the end
 * @example
 * insertItems(SEQUENCE.items, null, [newFigureItem("3", "basic")]).length // 3
 */
export function insertItems(items: Items, before: string | null, more: Items): SequenceItem[] {
  if (before === null) return [...items, ...more];
  return items.flatMap((item): SequenceItem[] => {
    const own = inWays(item, (way) => insertItems(way, before, more));
    return item.id === before ? [...more, own] : [own];
  });
}

/**
 * Items with one of them changed, wherever it stands.
 * @example
 * changeItem(SEQUENCE.items, "2", { times: 4 })[1]?.times // 4
 */
export const changeItem = (
  items: Items,
  id: string,
  change: Partial<Omit<FigureItem, "kind" | "id">> | Partial<Omit<ChoiceItem, "kind" | "id">>,
): SequenceItem[] =>
  items.map((item) =>
    item.id === id
      ? ({ ...item, ...change } as SequenceItem)
      : inWays(item, (way) => changeItem(way, id, change)),
  );

/** Changes the list in which an item stands. */
function changeList(items: Items, id: string, change: (list: Items, at: number) => Items): SequenceItem[] {
  const at = items.findIndex((item) => item.id === id);
  return at >= 0
    ? [...change(items, at)]
    : items.map((item) => inWays(item, (way) => changeList(way, id, change)));
}

/**
 * Items with one of them put before another, or at the end; what stands within it goes along. Nothing changes where it
 * would be put into itself.
 * @param before the id of the item that comes after it; `null` for the end
 * @example
 * moveItem(SEQUENCE.items, "2", "1").map(({ id }) => id) // ["2", "1"]
 */
export function moveItem(items: Items, id: string, before: string | null): readonly SequenceItem[] {
  const item = itemById(items, id);
  if (!item || before === id || (before !== null && itemById([item], before))) return items;
  if (before !== null && !itemById(items, before)) return items;
  const without = replaceItem(items, id, []);
  // The place itself may have gone with the last item of its way.
  return before !== null && !itemById(without, before) ? items : insertItems(without, before, [item]);
}

/**
 * Items with one of them one place earlier or later among its neighbours.
 * @param by -1 or 1
 * @example
 * stepItem(SEQUENCE.items, "1", 1).map(({ id }) => id) // ["2", "1"]
 */
export const stepItem = (items: Items, id: string, by: -1 | 1): SequenceItem[] =>
  changeList(items, id, (list, at) => {
    const [item, other] = [list[at], list[at + by]];
    return item && other ? list.with(at, other).with(at + by, item) : list;
  });

/**
 * Items with one of them made a choice: it, or the figure that is given; without one it may be left out.
 * @param id of the item, and `choiceId` for the choice
 * @example
 * asChoice(SEQUENCE.items, "2", "c", null)[1]?.optional // true
 */
export function asChoice(
  items: Items,
  id: string,
  choiceId: string,
  other: FigureItem | null,
): readonly SequenceItem[] {
  const item = itemById(items, id);
  if (!item) return items;
  const ways = [[item], ...(other ? [[other]] : [])];
  return replaceItem(items, id, [{ kind: "choice", id: choiceId, optional: other === null, ways }]);
}
