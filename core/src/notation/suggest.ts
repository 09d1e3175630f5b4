/**
 * Edits (insert, delete, change, swap neighbours) between two words: optimal string alignment distance. Above the most
 * that are of interest it only says that there are more.
 */
function distance(a: string, b: string, most: number): number {
  let beforeLast: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, column) => column);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const change = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(
        (last[j] as number) + 1,
        (row[j - 1] as number) + 1,
        (last[j - 1] as number) + change,
      );
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        best = Math.min(best, (beforeLast[j - 2] as number) + 1);
      row.push(best);
      if (best < least) least = best;
    }
    // A swap reaches back over one row, so a row may be left again by one edit less than its own least.
    if (least > most + 1) return most + 1;
    beforeLast = last;
    last = row;
  }
  return last[b.length] as number;
}

/** In a short word another first letter makes another word: `rock` is not a slip of `lock`. */
const SHORT = 5;

const startsAlike = (found: string, word: string): boolean =>
  word.length > SHORT || found[0] === word[0] || (found[0] === word[1] && found[1] === word[0]);

/** The word of a list that was most likely meant, if any lies near enough. */
export function suggest(found: string, words: readonly string[]): string | undefined {
  if (found.length > 24) return undefined;
  const typed = found.toLowerCase();
  let [best, fewest] = [undefined as string | undefined, Number.POSITIVE_INFINITY];
  for (const word of words) {
    if (Math.abs(word.length - typed.length) > word.length / 3 + 1 || !startsAlike(typed, word)) continue;
    const most = Math.min(Math.max(1, Math.floor(word.length / 3)), fewest - 1);
    const edits = distance(typed, word, most);
    if (edits > most) continue;
    [best, fewest] = [word, edits];
  }
  return best;
}
