/** A linear row: `lower ≤ Σ value · column ≤ upper`. */
export interface LinearRow {
  readonly lower: number;
  readonly upper: number;
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

/** A linear program as a solver takes it: costs of columns that begin at 0, some of them whole, over rows. */
export interface LinearProgram {
  readonly cost: readonly number[];
  readonly upper: readonly number[];
  readonly integer: readonly boolean[];
  readonly rows: readonly LinearRow[];
}
