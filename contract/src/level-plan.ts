import { readingOf } from "@map-step/core/element";
import { asHouseCounts } from "@map-step/core/figure";
import { compareLibrary, type LikePair } from "@map-step/core/likeness";
import { type Figure, openLibrary } from "@map-step/core/notation";
import {
  type AlikeFigures,
  approachOf,
  type LevelPlan,
  type PlanFacts,
  planFacts,
  type SpecialWeek,
} from "@map-step/core/plan";
import { chunksOf, roundOf } from "@map-step/core/sequence";
import { type ApproachRecord, asApproach } from "./approaches.ts";
import type { DanceRecord } from "./dances.ts";
import type { FigureRecord } from "./figures.ts";
import type { Level } from "./levels.ts";
import type { Plan } from "./plans.ts";
import type { SequenceContent } from "./sequences.ts";

/** What plans read off a dance's figures, each thing worked out when it is first asked for. */
export interface DanceFacts {
  /** Nothing for a figure without steps, or that cannot be read. */
  readonly factsOf: (figureId: string) => PlanFacts | undefined;
  /** What its figures have in common, each with each; takes long the first time. */
  readonly alike: () => readonly LikePair[];
}

/** So many libraries are kept: those of the dances as they are now, and a few as they were. */
const MOST_KEPT = 24;
const kept = new Map<string, DanceFacts>();

function factsOfDance(own: readonly FigureRecord[], dance: DanceRecord): DanceFacts {
  const find = openLibrary(own, readingOf(dance));
  const records = new Map(own.map((record) => [record.id, record]));
  const stepsOf = once((id: string): Figure | undefined => {
    return asHouseCounts(find(records.get(id)?.name ?? ""), dance) ?? undefined;
  });
  const withSteps = (ids: Iterable<string>) =>
    [...ids].flatMap((id) => {
      const figure = stepsOf(id);
      return figure ? [{ id, figure }] : [];
    });
  const factsOf = once((id: string): PlanFacts | undefined => {
    const [record, figure] = [records.get(id), stepsOf(id)];
    return record && figure ? planFacts(figure, record.tier, dance, withSteps(record.needs)) : undefined;
  });
  const pairs = once(() => compareLibrary(withSteps(records.keys())));
  return { factsOf, alike: () => pairs("") };
}

/** A function of a name that works out each answer once. */
function once<T>(work: (name: string) => T): (name: string) => T {
  const known = new Map<string, T>();
  return (name) => {
    if (!known.has(name)) known.set(name, work(name));
    return known.get(name) as T;
  };
}

/** Facts by the very list that they were read off, so that nothing is compared while it stays the same list. */
const keptByList = new WeakMap<
  readonly FigureRecord[],
  { readonly dance: DanceRecord; readonly facts: DanceFacts }
>();

/** The facts of a dance's figures, worked out once for as long as none of them changes. */
export function danceFacts(library: readonly FigureRecord[], dance: DanceRecord): DanceFacts {
  const before = keptByList.get(library);
  if (before?.dance.id === dance.id && before.dance.version === dance.version) return before.facts;
  const facts = sameFacts(library, dance);
  keptByList.set(library, { dance, facts });
  return facts;
}

function sameFacts(library: readonly FigureRecord[], dance: DanceRecord): DanceFacts {
  const own = library.filter(({ danceId }) => danceId === dance.id);
  const key = [`${dance.id}.${dance.version}`, ...own.map(({ id, version }) => `${id}.${version}`)].join(" ");
  const known = kept.get(key);
  if (known) return known;
  const facts = factsOfDance(own, dance);
  kept.set(key, facts);
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  return facts;
}

/** What a plan is computed with beside its level and the library. */
export interface PlanSurroundings {
  readonly dance?: DanceRecord | undefined;
  readonly approaches?: readonly ApproachRecord[];
  /** Pairs that have something in common; worked out from the dance where nothing is given. */
  readonly alike?: readonly AlikeFigures[] | undefined;
  /** The sequences that its routine weeks are for, by id. */
  readonly sequences?: ReadonlyMap<string, SequenceContent> | undefined;
  /** Who teaches the section; nothing for a level's own plan. */
  readonly teachers?: readonly { readonly id: string; readonly name: string }[] | undefined;
}

/** Pairs by each of their figures, once for all plans of a dance: a large library has a hundred thousand. */
const pairsOf = new WeakMap<readonly AlikeFigures[], ReadonlyMap<string, readonly AlikeFigures[]>>();

function byFigure(pairs: readonly AlikeFigures[]): ReadonlyMap<string, readonly AlikeFigures[]> {
  const known = pairsOf.get(pairs);
  if (known) return known;
  const found = new Map<string, AlikeFigures[]>();
  for (const pair of pairs)
    for (const id of [pair.a, pair.b]) {
      const own = found.get(id);
      if (own) own.push(pair);
      else found.set(id, [pair]);
    }
  pairsOf.set(pairs, found);
  return found;
}

/** The pairs of what a plan teaches, with each other and with what is known before, most alike first. */
const pairsAmong = (
  chosen: ReadonlySet<string>,
  known: ReadonlySet<string>,
  pairs: readonly AlikeFigures[],
): AlikeFigures[] =>
  [...chosen]
    .flatMap((id) =>
      (byFigure(pairs).get(id) ?? []).filter(({ a, b }) => {
        const other = a === id ? b : a;
        return chosen.has(other) ? a === id : known.has(other);
      }),
    )
    .sort((one, two) => two.likeness - one.likeness);

/** So many chunks a routine is taught in at most. */
const MOST_CHUNKS = 4;

/** A special week with the routine that it is for, chunk by chunk. */
function withRoutine(
  { sequenceId, ...entry }: Plan["special"][number],
  sequences: PlanSurroundings["sequences"],
  library: readonly FigureRecord[],
  read: DanceFacts | null,
): SpecialWeek {
  const sequence = sequences?.get(sequenceId ?? "");
  if (!sequenceId || !sequence || entry.kind !== "routine" || !read) return entry;
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "A removed figure";
  const danced = roundOf(sequence.items, (id) => read.factsOf(id)?.steps ?? null);
  const chunks = chunksOf(danced, sequence.phraseBeats, MOST_CHUNKS).map(
    ({ firstPhrase, lastPhrase, beats, figures }) => ({
      title: `${firstPhrase === lastPhrase ? `phrase ${firstPhrase}` : `phrases ${firstPhrase}–${lastPhrase}`}: ${figures
        .map(({ figureId, times }) => `${nameOf(figureId)}${times > 1 ? ` ×${times}` : ""}`)
        .join(", ")}`,
      figureIds: figures.map(({ figureId }) => figureId),
      beats,
    }),
  );
  return { ...entry, routine: { sequenceId, name: sequence.name, chunks } };
}

/** A plan as the planner computes with it. Figures keep the order of the library, known ones included. */
export function toLevelPlan(
  rules: Level,
  plan: Pick<Plan, "chosen" | "known" | "special" | "muted" | "away" | "held" | "notReached"> &
    Partial<Pick<Plan, "brought">>,
  library: readonly FigureRecord[],
  { dance, approaches = [], alike, teachers, sequences }: PlanSurroundings = {},
): LevelPlan {
  const own = approaches.map(asApproach);
  const chosen = new Map(plan.chosen.map((entry) => [entry.figureId, entry]));
  const used = new Set([...chosen.keys(), ...plan.known]);
  const read = dance ? danceFacts(library, dance) : null;
  const pairs = alike ?? read?.alike() ?? [];
  const needed = new Set(library.flatMap(({ id, needs }) => (chosen.has(id) ? needs : [])));
  return {
    rules,
    approach: approachOf(rules.approachId, own),
    figures: library
      .filter(({ id }) => used.has(id))
      .map((figure) => {
        const { id, name, kind, minutes, needs, cautions, teacherIds } = figure;
        const entry = chosen.get(id);
        return {
          id,
          name,
          kind,
          minutes,
          needs,
          cautions,
          teacherIds,
          facts: read?.factsOf(id),
          wish: entry?.wish ?? "may",
          worth: entry?.worth ?? 5,
          pinned: entry?.pinned ?? false,
          pieces: entry?.pieces ?? 1,
          approach: entry?.approachId ? approachOf(entry.approachId, own) : undefined,
          extraReturns: entry?.extraReturns ?? [],
        };
      }),
    known: plan.known,
    brought: plan.brought ?? [],
    outside: Object.fromEntries(
      library.flatMap(({ id, name }) => (needed.has(id) && !used.has(id) ? [[id, name]] : [])),
    ),
    placements: plan.chosen.flatMap(({ figureId, week }) => (week === null ? [] : [{ figureId, week }])),
    phraseBeats: dance?.phraseBeats ?? 8,
    holds: dance?.holds ?? [],
    special: plan.special.map((entry) => withRoutine(entry, sequences, library, read)),
    muted: plan.muted,
    away: plan.away,
    held: plan.held,
    notReached: plan.notReached,
    alike: pairsAmong(new Set(chosen.keys()), new Set(plan.known), pairs),
    ...(teachers ? { teachers } : {}),
  };
}
