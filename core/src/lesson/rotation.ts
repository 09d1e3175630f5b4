/** One dance between two changes of partner. Dancers are told by their place in the list of their role. */
export interface Round {
  readonly couples: readonly (readonly [leader: number, follower: number])[];
  /** Dancers of the larger role who sit this one out, or dance alone. */
  readonly waiting: readonly number[];
}

/** The same numbers in an order that looks random and is the same for the same seed (Lehmer, 1951; Fisher and Yates). */
function shuffled(count: number, seed: number): number[] {
  const order = Array.from({ length: count }, (_, index) => index);
  let state = (Math.abs(Math.trunc(seed)) % 2_147_483_646) + 1;
  for (let at = count - 1; at > 0; at--) {
    state = (state * 48_271) % 2_147_483_647;
    const other = state % (at + 1);
    [order[at], order[other]] = [order[other] as number, order[at] as number];
  }
  return order;
}

/**
 * Who dances with whom, round by round. The larger role moves round a ring of as many places as it has dancers;
 * the places at which one waits are spread evenly round the ring. So within any number of rounds nobody waits more
 * than once more than anybody else, and no two meet again before everybody of the larger role had each place once.
 * Those who waited most so far begin where it takes longest until they wait again. Each dancer's waits follow one
 * another as the first ones do (a balanced word; Morse and Hedlund, 1940), so a term stays as fair as an evening,
 * after however many rounds an evening ends.
 * @param leaders how many there are, a whole number from 0
 * @param followers likewise
 * @param seed for another order of dancers; the same seed gives the same rounds
 * @param waited how often each dancer of the larger role has waited so far, in earlier lessons
 * @returns no rounds when a role has nobody
 * @example
 * rotation(3, 2, 3, 0).map(({ waiting }) => waiting.length) // [1, 1, 1]
 */
export function rotation(
  leaders: number,
  followers: number,
  rounds: number,
  seed: number,
  waited: readonly number[] = [],
): Round[] {
  const [many, few] = [Math.max(leaders, followers), Math.min(leaders, followers)];
  if (few === 0) return [];
  const idle = many - few;
  const waitsAt = new Set(Array.from({ length: idle }, (_, index) => Math.floor((index * many) / idle)));
  const dances = Array.from({ length: many }, (_, place) => place).filter((place) => !waitsAt.has(place));
  const placeOf = (start: number, round: number): number => (start + round) % many;
  /** Round by round, once about the ring: 1 where one who begins here waits. */
  const waitsFrom = Array.from({ length: many }, (_, start) =>
    Array.from({ length: many }, (_, round) => (waitsAt.has(placeOf(start, round)) ? 1 : 0)).join(""),
  );
  const starts = shuffled(many, seed + 1).sort((a, b) =>
    (waitsFrom[a] as string).localeCompare(waitsFrom[b] as string),
  );
  const dancers = shuffled(many, seed).sort((a, b) => (waited[b] ?? 0) - (waited[a] ?? 0));
  const partners = shuffled(few, seed + 2);
  return Array.from({ length: rounds }, (_, round) => {
    const at = new Map(dancers.map((dancer, index) => [placeOf(starts[index] as number, round), dancer]));
    const couples = dances.map((place, index): readonly [number, number] => {
      const [one, other] = [at.get(place) as number, partners[index] as number];
      return leaders >= followers ? [one, other] : [other, one];
    });
    return { couples, waiting: [...waitsAt].map((place) => at.get(place) as number) };
  });
}

/**
 * How often each dancer of the larger role waits in some rounds, by place in the list.
 * @example
 * waitsIn(rotation(3, 2, 3, 0), 3) // [1, 1, 1]
 */
export function waitsIn(rounds: readonly Round[], dancers: number): number[] {
  const counts: number[] = Array(dancers).fill(0);
  for (const { waiting } of rounds) for (const one of waiting) counts[one] = (counts[one] ?? 0) + 1;
  return counts;
}
