/** How a couple stands to each other in a hold. `apart` says nothing of where either faces. */
export const FACINGS = ["facing", "beside", "shadow", "apart"] as const;
/** One of `FACINGS`. */
export type Facing = (typeof FACINGS)[number];

/** A hold of a dance. What a hold means is read from here, never from its name. */
export interface Hold {
  readonly name: string;
  readonly otherNames: readonly string[];
  /** How many hands of each partner are joined: 0, 1 or 2. */
  readonly hands: number;
  /** Whether bodies touch or nearly do: it needs its talk and consent. */
  readonly close: boolean;
  readonly facing: Facing;
  /** Names of the holds into which it changes between two figures without a signal of its own. */
  readonly changesTo: readonly string[];
}
