import type { Token } from "./scan.ts";

const numberOf = (token: Token | undefined): number | null =>
  token?.kind === "word" && /^\d{1,3}$/.test(token.value) ? Number(token.value) : null;

/**
 * Counts that begin each bar with its number, `2 2 3`, as counts of the figure, `4 5 6`. A row is counted so where the
 * second count is 2 and the first no 1.
 * @param meter beats to the bar; without it nothing is counted by bars
 */
export function withoutBars(
  tokens: readonly Token[],
  from: number,
  meter: number | undefined,
): readonly Token[] {
  const bar = numberOf(tokens[from]);
  if (!meter || bar === null || bar < 2) return tokens;
  const next = tokens.findIndex((token, at) => at > from && numberOf(token) !== null);
  if (numberOf(tokens[next]) !== 2) return tokens;
  const before = (bar - 1) * meter;
  return tokens.map((token, at) => {
    const count = numberOf(token);
    if (at < from || count === null || count > meter) return token;
    return { ...token, value: String(before + (at === from ? 1 : count)) };
  });
}
