import { LAYERS, type Layer } from "../figure/index.ts";
import type { Role } from "../notation/index.ts";
import type { LocalDate } from "../time/index.ts";
import { type Mark, markRank } from "./mark.ts";

/** Where something was seen of a student. */
export const SEEN_IN = ["check", "class", "measured"] as const;
/** One of `SEEN_IN`. */
export type SeenIn = (typeof SEEN_IN)[number];

/** One thing seen of one student at one time. It is never changed: a correction is a further entry. */
export interface Evidence {
  /** Its own, made on the device. */
  readonly id: string;
  readonly studentId: string;
  readonly role: Role;
  readonly figureId: string;
  readonly layer: Layer;
  /** `null` takes back what it corrects, or is a measurement only. */
  readonly mark: Mark | null;
  readonly markerId: string;
  readonly at: LocalDate;
  readonly where: SeenIn;
  /** Milliseconds that a measurement lay off the beat, late above 0; `null` for what was not measured. */
  readonly offset: number | null;
  /** The entry that it corrects; `null` where it says something new. */
  readonly corrects: string | null;
}

/** What stands of one student, role, figure and layer. */
export interface Standing {
  readonly studentId: string;
  readonly role: Role;
  readonly figureId: string;
  readonly layer: Layer;
  /** The mark of the latest day; where markers differ on it, the lowest of theirs. */
  readonly mark: Mark;
  readonly at: LocalDate;
  /** Whether markers differ on that day. */
  readonly differs: boolean;
  /** The entries of that day, in the order in which they came. */
  readonly from: readonly string[];
}

/**
 * Evidence without what was corrected or taken back; a correction stands in the place of what it corrects.
 * @param evidence in the order in which it came
 * @example
 * uncorrected(EVIDENCE).length // 3
 */
export function uncorrected(evidence: readonly Evidence[]): (Evidence & { readonly mark: Mark })[] {
  const gone = new Set(evidence.flatMap(({ corrects }) => corrects ?? []));
  return evidence.filter(
    (entry): entry is Evidence & { readonly mark: Mark } => entry.mark !== null && !gone.has(entry.id),
  );
}

/**
 * The latest measurement of a dancer's timing until a day, in milliseconds off the beat; `null` where there is none.
 * @param own evidence of one student
 * @example
 * latestOffset(EVIDENCE, "2027-03-01") // null
 */
export function latestOffset(own: readonly Evidence[], at: LocalDate): number | null {
  const gone = new Set(own.flatMap(({ corrects }) => corrects ?? []));
  const measured = own.filter((entry) => entry.offset !== null && entry.at <= at && !gone.has(entry.id));
  return (
    measured.reduce<Evidence | null>((best, one) => (best && best.at > one.at ? best : one), null)?.offset ??
    null
  );
}

/**
 * What stands on a day, worked out from everything that was seen until then.
 * @param evidence in the order in which it came
 * @param at the day, which counts as well
 * @example
 * standing(EVIDENCE, "2027-03-01").map(({ figureId, mark }) => [figureId, mark])
 * // [["basic", "alone"], ["turn", "with-help"]]
 */
export function standing(evidence: readonly Evidence[], at: LocalDate): Standing[] {
  const latest = new Map<string, (Evidence & { readonly mark: Mark })[]>();
  for (const entry of uncorrected(evidence)) {
    if (entry.at > at) continue;
    const key = [entry.studentId, entry.role, entry.figureId, entry.layer].join(" ");
    const [before] = latest.get(key) ?? [];
    if (!before || entry.at > before.at) latest.set(key, [entry]);
    else if (entry.at === before.at) latest.get(key)?.push(entry);
  }
  return [...latest.values()].flatMap((entries) => {
    // What one marker says twice on one day is said by the later of the two.
    const byMarker = new Map(entries.map((entry) => [entry.markerId, entry]));
    const marks = [...byMarker.values()];
    const [lowest] = marks.toSorted((a, b) => markRank(a.mark) - markRank(b.mark));
    if (!lowest) return [];
    const { studentId, role, figureId, layer, mark } = lowest;
    return [
      {
        studentId,
        role,
        figureId,
        layer,
        mark,
        at: lowest.at,
        differs: marks.some((one) => one.mark !== mark),
        from: marks.map(({ id }) => id),
      },
    ];
  });
}

/**
 * The mark that stands of a figure at a layer: shown at a deeper layer it is shown at those before as well, and not
 * shown at one it is not at those after.
 * @param own what stands of one student, in any role, of one figure
 * @returns `null` where nobody saw it
 * @example
 * markAtLayer([], "steps") // null
 */
export function markAtLayer(own: readonly Pick<Standing, "layer" | "mark">[], layer: Layer): Mark | null {
  const depth = LAYERS.indexOf(layer);
  const deeper = own.filter((one) => LAYERS.indexOf(one.layer) >= depth);
  const best = deeper.toSorted((a, b) => markRank(b.mark) - markRank(a.mark))[0]?.mark ?? null;
  if (best !== null) return best;
  const before = own.filter((one) => LAYERS.indexOf(one.layer) < depth && one.mark === "not-yet");
  return before.length > 0 ? "not-yet" : null;
}
