/** One thing that differs between what I wrote and what somebody else saved meanwhile. */
export interface Difference {
  readonly key: string;
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

/** A small record of a list, known by its name. */
interface Named {
  readonly name: string;
}

/** How one field is named and told as text: as a whole, or, where it is a list of records, each of them. */
type ShownField<V> =
  | readonly [label: string, text: (value: V) => string]
  | { readonly label: string; readonly each: (record: never) => string };

/** How the fields of a thing are named and told as text. */
export type Shown<T> = Readonly<Partial<{ [K in keyof T & string]: ShownField<T[K]> }>>;

const NOT_THERE = "not there";
const BEHIND_FIELD = "\n";

/** What differs between two lists of records, by their names. */
function listDifferences(
  key: string,
  label: string,
  [mine, theirs]: readonly [readonly Named[], readonly Named[]],
  textOf: (record: never) => string,
): Difference[] {
  const text = (list: readonly Named[], name: string): string => {
    const record = list.find((one) => one.name === name);
    return record ? textOf(record as never) : NOT_THERE;
  };
  const names = new Set([...mine, ...theirs].map(({ name }) => name));
  return [...names].flatMap((name) => {
    const [own, other] = [text(mine, name), text(theirs, name)];
    return own === other
      ? []
      : [{ key: `${key}${BEHIND_FIELD}${name}`, label: `${label}, ${name}`, mine: own, theirs: other }];
  });
}

/** The differing fields of two versions of the same thing, each shown as text. */
export function differencesOf<T extends object>(mine: T, theirs: T, shown: Shown<T>): Difference[] {
  return (Object.keys(shown) as (keyof T & string)[]).flatMap((key) => {
    const entry = shown[key];
    if (!entry) return [];
    if ("each" in entry) {
      const lists = [mine[key] ?? [], theirs[key] ?? []] as unknown as [Named[], Named[]];
      return listDifferences(key, entry.label, lists, entry.each);
    }
    const [label, text] = entry as readonly [string, (value: T[typeof key]) => string];
    const difference = { key, label, mine: text(mine[key]), theirs: text(theirs[key]) };
    return difference.mine === difference.theirs ? [] : [difference];
  });
}

/** My list with the records of some names as they are in theirs; what only they have comes last. */
function mergedList(mine: readonly Named[], theirs: readonly Named[], names: ReadonlySet<string>): Named[] {
  const own = mine.flatMap((one) =>
    names.has(one.name) ? theirs.filter(({ name }) => name === one.name) : [one],
  );
  const here = new Set(mine.map(({ name }) => name));
  return [...own, ...theirs.filter(({ name }) => names.has(name) && !here.has(name))];
}

/** My version with the chosen fields, and records of lists, taken from theirs. */
export function mergeChoice<T extends object>(mine: T, theirs: T, chosen: ReadonlySet<string>): T {
  const taken = Object.entries(theirs).filter(([key]) => chosen.has(key));
  const lists = new Map<string, Set<string>>();
  for (const key of chosen) {
    const [field = "", name] = key.split(BEHIND_FIELD);
    if (name !== undefined) lists.set(field, (lists.get(field) ?? new Set()).add(name));
  }
  const listOf = (thing: T, field: string) => (thing as Record<string, readonly Named[]>)[field] ?? [];
  const merged = [...lists].map(([field, names]) => [
    field,
    mergedList(listOf(mine, field), listOf(theirs, field), names),
  ]);
  return { ...mine, ...Object.fromEntries(taken), ...Object.fromEntries(merged) };
}

/** Two changes of one thing put together. */
export interface Merged<T> {
  /** What both changed, each another way. */
  readonly conflicts: readonly Difference[];
  /** The result, with theirs for the conflicts that are named and mine for the others. */
  readonly take: (theirs: ReadonlySet<string>) => T;
}

/**
 * Puts two changes of the same thing together: what only one of two people changed is as they changed it. Without
 * the thing as it was before, every difference is a conflict.
 * @param differ where two versions differ, each difference with a key
 * @param merge the first version with what is named taken from the second
 */
export function threeWay<T>(
  base: T | undefined,
  mine: T,
  theirs: T,
  differ: (one: T, other: T) => readonly Difference[],
  merge: (mine: T, theirs: T, taken: ReadonlySet<string>) => T,
): Merged<T> {
  const open = differ(mine, theirs);
  const keysIn = (other: T): ReadonlySet<string> =>
    new Set((base === undefined ? open : differ(base, other)).map(({ key }) => key));
  const [byMe, byThem] = [keysIn(mine), keysIn(theirs)];
  const conflicts = open.filter(({ key }) => byMe.has(key) && byThem.has(key));
  const onlyThem = open.flatMap(({ key }) => (byMe.has(key) ? [] : [key]));
  return { conflicts, take: (taken) => merge(mine, theirs, new Set([...onlyThem, ...taken])) };
}
