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
