/** What a plan chooses and which of its weeks are special, as far as two plans of one level can differ in it. */
export interface PlanParts {
  readonly chosen: readonly { readonly figureId: string; readonly week: number | null }[];
  readonly special: readonly { readonly week: number; readonly kind: string }[];
}

/** One thing in which two plans of a level differ. */
export interface PlanChange {
  /** A figure's id, or `week:3`. */
  readonly key: string;
  /** In which of the two it was changed since they were alike; `unknown` where nobody knows how they were. */
  readonly by: "other" | "own" | "both" | "unknown";
  /** A week that was taught already and that it would alter; such a change can't be taken over. */
  readonly held: number | null;
}

const weekKey = (week: number): string => `week:${week}`;
/**
 * Whether a special week is one of what is taught; one without class belongs to a section's dates.
 * @example
 * isOfNoDate({ kind: "cancelled" }) // false
 */
export const isOfNoDate = ({ kind }: Pick<PlanParts["special"][number], "kind">): boolean =>
  kind !== "cancelled";

/**
 * The last week that was taught by a plan; 0 for none.
 * @example
 * lastHeld({ held: [{ week: 1 }, { week: 3 }] }) // 3
 */
export const lastHeld = ({ held }: { readonly held: readonly { readonly week: number }[] }): number =>
  Math.max(0, ...held.map(({ week }) => week));

/** The same text for equal records, in whatever order their fields are kept. */
const textOf = (record: object | undefined): string =>
  record === undefined
    ? ""
    : JSON.stringify(
        Object.entries(record)
          .filter(([, value]) => value !== null && value !== undefined)
          .sort(),
      );

type Entries = ReadonlyMap<string, { readonly week: number | null }>;

const entriesOf = ({ chosen, special }: PlanParts): Entries =>
  new Map<string, { readonly week: number | null }>([
    ...chosen.map((entry) => [entry.figureId, entry] as const),
    ...special.filter(isOfNoDate).map((entry) => [weekKey(entry.week), entry] as const),
  ]);

function changedBy(key: string, base: Entries | null, other: Entries, own: Entries): PlanChange["by"] {
  if (!base) return "unknown";
  const was = textOf(base.get(key));
  if (textOf(own.get(key)) === was) return "other";
  return textOf(other.get(key)) === was ? "own" : "both";
}

/** The first week, taught already, that stands otherwise in the two. */
function heldWeek(
  one: { readonly week: number | null } | undefined,
  two: { readonly week: number | null } | undefined,
  isWeek: boolean,
  taught: number,
): number | null {
  const weeks = [one?.week ?? null, two?.week ?? null];
  if (weeks[0] === weeks[1] && !isWeek) return null;
  const held = weeks.flatMap((week) => (week !== null && week <= taught ? [week] : []));
  return held.length > 0 ? Math.min(...held) : null;
}

/**
 * In what two plans of one level differ: the level's own and a section's. Weeks without class and who is away are a
 * section's own and no difference.
 * @param base how both were when they were last alike; `null` where it is not known
 * @param other the plan to take from
 * @param own the plan that takes
 * @param taught the last week that was taught by the plan that takes; 0 for none
 * @example
 * changesBetween(
 *   { chosen: [{ figureId: "turn", week: 2 }], special: [] },
 *   { chosen: [{ figureId: "turn", week: 4 }], special: [] },
 *   { chosen: [{ figureId: "turn", week: 2 }], special: [] },
 *   1,
 * ) // [{ key: "turn", by: "other", held: null }]
 */
export function changesBetween(
  base: PlanParts | null,
  other: PlanParts,
  own: PlanParts,
  taught: number,
): PlanChange[] {
  const [was, theirs, ours] = [base ? entriesOf(base) : null, entriesOf(other), entriesOf(own)];
  const without = new Set(own.special.filter((entry) => !isOfNoDate(entry)).map(({ week }) => weekKey(week)));
  return [...new Set([...theirs.keys(), ...ours.keys()])].flatMap((key) => {
    const [one, two] = [theirs.get(key), ours.get(key)];
    if (textOf(one) === textOf(two) || without.has(key)) return [];
    const held = heldWeek(one, two, key.startsWith("week:"), taught);
    return [{ key, by: changedBy(key, was, theirs, ours), held }];
  });
}

/** The entries of a list, with those of some keys as another list has them. */
function pick<T>(
  own: readonly T[],
  other: readonly T[],
  keyOf: (entry: T) => string,
  keys: ReadonlySet<string>,
): T[] {
  const theirs = new Map(
    other.filter((entry) => keys.has(keyOf(entry))).map((entry) => [keyOf(entry), entry]),
  );
  const kept = own.flatMap((entry) => (keys.has(keyOf(entry)) ? (theirs.get(keyOf(entry)) ?? []) : [entry]));
  const here = new Set(own.map(keyOf));
  return [...kept, ...[...theirs].flatMap(([key, entry]) => (here.has(key) ? [] : [entry]))];
}

/**
 * A plan with some of its figures and weeks as another plan has them, if it has them. All else stays.
 * @param keys as `changesBetween` names them
 * @example
 * withTaken(
 *   { chosen: [{ figureId: "turn", week: 4 }], special: [] },
 *   { chosen: [{ figureId: "turn", week: 2 }, { figureId: "dip", week: 3 }], special: [] },
 *   new Set(["turn"]),
 * ).chosen // [{ figureId: "turn", week: 4 }, { figureId: "dip", week: 3 }]
 */
export function withTaken<P extends PlanParts>(other: PlanParts, own: P, keys: ReadonlySet<string>): P {
  const special = [
    ...own.special.filter((entry) => !isOfNoDate(entry)),
    ...pick(
      own.special.filter(isOfNoDate),
      other.special.filter(isOfNoDate),
      ({ week }) => weekKey(week),
      keys,
    ),
  ].sort((a, b) => a.week - b.week);
  return { ...own, chosen: pick(own.chosen, other.chosen, ({ figureId }) => figureId, keys), special };
}
