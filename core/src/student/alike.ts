/** A name as it is compared: without marks on letters, capitals, and doubled spaces. */
const plain = (name: string): string =>
  name
    .normalize("NFKD")
    .replaceAll(/\p{M}/gu, "")
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Letters to change, add, take out or swap with a neighbour until one text is the other (Damerau, 1964), up to 2. */
function lettersApart(one: string, other: string): number {
  if (Math.abs(one.length - other.length) > 1) return 2;
  const rows = Array.from({ length: one.length + 1 }, (_, a) =>
    Array.from({ length: other.length + 1 }, (_, b) => (a === 0 ? b : b === 0 ? a : 0)),
  );
  const at = (a: number, b: number): number => rows[a]?.[b] ?? 0;
  for (let a = 1; a <= one.length; a++)
    for (let b = 1; b <= other.length; b++) {
      const same = one[a - 1] === other[b - 1];
      let least = Math.min(at(a - 1, b) + 1, at(a, b - 1) + 1, at(a - 1, b - 1) + (same ? 0 : 1));
      if (a > 1 && b > 1 && one[a - 1] === other[b - 2] && one[a - 2] === other[b - 1])
        least = Math.min(least, at(a - 2, b - 2) + 1);
      (rows[a] as number[])[b] = least;
    }
  return Math.min(2, at(one.length, other.length));
}

/** How alike two names are. */
export type NameLikeness = "same" | "nearly" | "other";

/** Names shorter than this are nearly the same as too many others. */
const LONG_ENOUGH = 5;

/** Whether one name is the other with its last word cut short: `Ana M` and `Ana Marsh`. */
function isShortFor(one: readonly string[], other: readonly string[]): boolean {
  if (one.length !== other.length || one.length < 2) return false;
  const last = one.at(-1) ?? "";
  return one.slice(0, -1).join(" ") === other.slice(0, -1).join(" ") && (other.at(-1) ?? "").startsWith(last);
}

/**
 * Whether two names may be one person's: the same but for capitals and marks on letters, or nearly so: one letter apart,
 * or the last name cut short.
 * @example
 * alikeNames("Zoé Marsh", "zoe marsh") // "same"
 */
export function alikeNames(one: string, other: string): NameLikeness {
  const [a, b] = [plain(one), plain(other)];
  if (a === "" || b === "") return "other";
  if (a === b) return "same";
  const [wordsOfA, wordsOfB] = [a.split(" "), b.split(" ")];
  if (isShortFor(wordsOfA, wordsOfB) || isShortFor(wordsOfB, wordsOfA)) return "nearly";
  return Math.min(a.length, b.length) >= LONG_ENOUGH && lettersApart(a, b) === 1 ? "nearly" : "other";
}

/**
 * Keys of which two names that are nearly the same have one in common: the name without any one of its letters, and with
 * its last word cut to a letter.
 */
function keysOf(name: string): readonly string[] {
  const without = Array.from({ length: name.length }, (_, at) => name.slice(0, at) + name.slice(at + 1));
  const cut = name.lastIndexOf(" ");
  return [...new Set([name, ...without, ...(cut < 0 ? [] : [`${name.slice(0, cut + 2)}…`])])];
}

/** Two who may be one person. */
export interface AlikePeople<P> {
  readonly one: P;
  readonly other: P;
  /** Whether their names are the same but for capitals and marks on letters. */
  readonly same: boolean;
}

/**
 * Pairs of people whose names are the same, or nearly (`alikeNames`), the same ones first, then by name. Only names with
 * a key in common are looked at, so that thousands of people take no longer than their names are long.
 * @param most ends the search when so many pairs are found
 * @param mayBeOne leaves out pairs of whom it is known otherwise
 * @example
 * alikePairs([{ name: "Zoé" }, { name: "zoe" }], 10).length // 1
 */
export function alikePairs<P extends { readonly name: string }>(
  people: readonly P[],
  most: number,
  mayBeOne: (one: P, other: P) => boolean = () => true,
): AlikePeople<P>[] {
  const named = people
    .map((person) => ({ person, name: plain(person.name) }))
    .filter(({ name }) => name !== "")
    .toSorted((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
  const holders = new Map<string, number[]>();
  for (const [at, { name }] of named.entries())
    for (const key of keysOf(name)) {
      const there = holders.get(key);
      if (there) there.push(at);
      else holders.set(key, [at]);
    }
  const found: AlikePeople<P>[] = [];
  for (const wanted of ["same", "nearly"] as const)
    for (const [at, { person, name }] of named.entries()) {
      const keys = wanted === "same" ? [name] : keysOf(name);
      const others = new Set(keys.flatMap((key) => (holders.get(key) ?? []).filter((other) => other > at)));
      for (const index of [...others].toSorted((a, b) => a - b)) {
        const other = named[index]?.person;
        if (!other || !mayBeOne(person, other) || alikeNames(person.name, other.name) !== wanted) continue;
        found.push({ one: person, other, same: wanted === "same" });
        if (found.length >= most) return found;
      }
    }
  return found;
}
