/** One thing that differs between what I wrote and what somebody else saved meanwhile. */
export interface Difference {
  readonly key: string;
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

/** How the fields of a thing are named and told as text. */
export type Shown<T> = Readonly<
  Partial<{ [K in keyof T & string]: readonly [label: string, text: (value: T[K]) => string] }>
>;

/** The differing fields of two versions of the same thing, each shown as text. */
export function differencesOf<T extends object>(mine: T, theirs: T, shown: Shown<T>): Difference[] {
  return (Object.keys(shown) as (keyof T & string)[]).flatMap((key) => {
    const entry = shown[key];
    if (!entry) return [];
    const [label, text] = entry;
    const difference = { key, label, mine: text(mine[key]), theirs: text(theirs[key]) };
    return difference.mine === difference.theirs ? [] : [difference];
  });
}

/** My version with the chosen fields taken from theirs. */
export function mergeChoice<T extends object>(mine: T, theirs: T, chosen: ReadonlySet<string>): T {
  const taken = Object.entries(theirs).filter(([key]) => chosen.has(key));
  return { ...mine, ...Object.fromEntries(taken) };
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
