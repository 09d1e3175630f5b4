import { MARKS, type Mark } from "./mark.ts";

/** How far two markers agree on the same things. */
export interface Agreement {
  /** Quadratic weighted kappa, −1 to 1; `null` where it isn't defined: no pairs, or both always gave one and the same mark. */
  readonly kappa: number | null;
  /** Its interval of 95 %, within −1 to 1; `null` where there are fewer than two pairs or no kappa. */
  readonly low: number | null;
  readonly high: number | null;
  /** How often the first marker gave the row's mark and the second the column's, marks from least to most. */
  readonly table: readonly (readonly number[])[];
  /** Mean rank of the first marker less that of the second: above 0 the first is the milder. 0 without pairs. */
  readonly difference: number;
}

/** From fewer things that both marked nothing can be said of how far they agree. */
export const FEWEST_PAIRS = 8;

const SIZE = MARKS.length;
const NORMAL_95 = 1.959_963_984_540_054;
/** What a pair of ranks weighs: 1 for the same, 0 for the two ends. */
const weight = (a: number, b: number): number => 1 - ((a - b) / (SIZE - 1)) ** 2;

const clamp = (value: number): number => Math.max(-1, Math.min(1, value));

/**
 * Agreement of two markers by quadratic weighted kappa (Cohen, 1968), its interval by the large-sample variance of
 * Fleiss, Cohen and Everitt (1969).
 * @param pairs the marks of the first and of the second for each thing that both marked
 * @example
 * agreement([["alone", "alone"], ["not-yet", "not-yet"]]).kappa // 1
 */
export function agreement(pairs: readonly (readonly [Mark, Mark])[]): Agreement {
  const table = MARKS.map(() => MARKS.map(() => 0));
  let difference = 0;
  for (const [first, second] of pairs) {
    const [a, b] = [MARKS.indexOf(first), MARKS.indexOf(second)];
    const row = table[a];
    if (row) row[b] = (row[b] ?? 0) + 1;
    difference += a - b;
  }
  const many = pairs.length;
  const none = { kappa: null, low: null, high: null, table, difference: many === 0 ? 0 : difference / many };
  if (many === 0) return none;
  const share = table.map((row) => row.map((own) => own / many));
  const rows = share.map((row) => row.reduce((sum, own) => sum + own, 0));
  const columns = MARKS.map((_, b) => share.reduce((sum, row) => sum + (row[b] ?? 0), 0));
  let [seen, chance] = [0, 0];
  for (let a = 0; a < SIZE; a++)
    for (let b = 0; b < SIZE; b++) {
      seen += weight(a, b) * (share[a]?.[b] ?? 0);
      chance += weight(a, b) * (rows[a] ?? 0) * (columns[b] ?? 0);
    }
  if (1 - chance < 1e-12) return none;
  const kappa = (seen - chance) / (1 - chance);
  if (many < 2) return { ...none, kappa };
  const meanOfRow = (a: number) => columns.reduce((sum, own, b) => sum + own * weight(a, b), 0);
  const meanOfColumn = (b: number) => rows.reduce((sum, own, a) => sum + own * weight(a, b), 0);
  let spread = 0;
  for (let a = 0; a < SIZE; a++)
    for (let b = 0; b < SIZE; b++)
      spread += (share[a]?.[b] ?? 0) * (weight(a, b) - (meanOfRow(a) + meanOfColumn(b)) * (1 - kappa)) ** 2;
  const variance = Math.max(0, spread - (kappa - chance * (1 - kappa)) ** 2) / (many * (1 - chance) ** 2);
  const reach = NORMAL_95 * Math.sqrt(variance);
  return { ...none, kappa, low: clamp(kappa - reach), high: clamp(kappa + reach) };
}
