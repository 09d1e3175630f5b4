/** Edits (insert, delete, change, swap neighbours) between two words: optimal string alignment distance. */
function distance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, column) => column)];
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const at = (r: number, c: number) => (r === i ? row[c] : rows[r]?.[c]) ?? 0;
      const change = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(at(i - 1, j) + 1, at(i, j - 1) + 1, at(i - 1, j - 1) + change);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        best = Math.min(best, at(i - 2, j - 2) + 1);
      row.push(best);
    }
    rows.push(row);
  }
  return rows[a.length]?.[b.length] ?? 0;
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
    const edits = distance(typed, word);
    if (edits > Math.max(1, Math.floor(word.length / 3)) || edits >= fewest) continue;
    [best, fewest] = [word, edits];
  }
  return best;
}
