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
