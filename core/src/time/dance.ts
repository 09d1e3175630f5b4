/** What the arithmetic needs to know of a dance. Lengths are in beats, tempi in beats per minute. */
export interface Dance {
  readonly name: string;
  /** Beats to the bar. */
  readonly meter: number;
  readonly phraseBeats: number;
  /** Beats of a slow and of a quick step. */
  readonly slowBeats: number;
  readonly quickBeats: number;
  readonly slowestBpm: number;
  readonly fastestBpm: number;
  /** No fixed beat: counts are only an order, phrase and tempo do not apply. */
  readonly freeTimed: boolean;
  /** The count of the figures as written that the house calls count 1. */
  readonly countFrom: number;
}
