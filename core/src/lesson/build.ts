import {
  type LevelPlan,
  layOut,
  type PlacedShare,
  type RoutineOfWeek,
  refresherOf,
  type SpecialKind,
  shareOut,
  teachingMinutes,
  weekCapacities,
} from "../plan/index.ts";
import { chainOf } from "../sequence/index.ts";
import { inWords } from "../words/index.ts";
import { NOTHING_PLANNED, type Segment, type SegmentKind, sayFirst } from "./segment.ts";

/** What a lesson is built from. */
export interface LessonInput {
  readonly plan: LevelPlan;
  /** Counted from 1. */
  readonly week: number;
  /** What the lesson before left unfinished; it comes first. */
  readonly carryOver: readonly Segment[];
}

/** Minutes to hold two look-alikes against each other, and so many pairs at most. Stated defaults of the product. */
const CONTRAST_MINUTES = 3;
const MOST_CONTRASTS = 2;
/** Dancing a chain goes on for so long at most; what is left beyond it is told as not planned. */
const MOST_PRACTICE = 15;

const kindAt = (age: number, work: string): SegmentKind =>
  work === "return" ? "return" : age === 0 ? "new" : "deepen";

/** What the plan puts into a week: one segment a figure, what comes back first and what is new last. */
function planned({ plan, week }: LessonInput): Segment[] {
  const { shares: placed, weeks } = layOut(plan);
  const segmentOf = (
    figureId: string,
    title: string,
    cautions: readonly string[],
    all: readonly PlacedShare[],
    nights: number,
  ): Segment[] => {
    const parts = all.filter((part) => part.week === week);
    const [first] = parts;
    if (!first) return [];
    const layers = parts.map(({ layer, minutes }) => ({ layer, minutes }));
    const minutes = layers.reduce((sum, part) => sum + part.minutes, 0);
    const still = weeks.get(figureId) !== undefined && first.age < nights ? 0 : first.age;
    const kind = kindAt(still, first.layer);
    return [{ ...segment(kind, title, minutes), figureId, layers, cautions }];
  };
  const segments = plan.figures.flatMap(({ id, name, cautions, pieces = 1 }) =>
    segmentOf(id, name, cautions, placed.get(id) ?? [], pieces),
  );
  const order: readonly SegmentKind[] = ["return", "deepen", "new"];
  return order.flatMap((kind) => segments.filter((segment) => segment.kind === kind));
}

/**
 * Gives every segment at least a minute and shares the rest by what was planned. What finds no minute falls out, those
 * with cautions last.
 */
function squeeze(segments: readonly Segment[], room: number): { kept: Segment[]; dropped: Segment[] } {
  const order = [...segments.keys()].sort(
    (a, b) =>
      Number((segments[b]?.cautions.length ?? 0) > 0) - Number((segments[a]?.cautions.length ?? 0) > 0) ||
      a - b,
  );
  const chosen = new Set(order.slice(0, room));
  const kept = segments.filter((_, at) => chosen.has(at));
  const extra = shareOut(
    room - kept.length,
    kept.map(({ minutes }) => minutes - 1 || 0.001),
  );
  return {
    kept: kept.map((segment, index) => ({ ...segment, minutes: 1 + (extra[index] ?? 0) })),
    dropped: segments.filter((_, at) => !chosen.has(at)),
  };
}

/**
 * A part without a figure.
 * @example
 * segment("own", "Circle", 5).minutes // 5
 */
export const segment = (kind: SegmentKind, title: string, minutes: number): Segment => ({
  kind,
  title,
  figureId: null,
  withIds: [],
  sequenceId: null,
  layers: [],
  minutes,
  locked: false,
  cautions: [],
});

const fixed = (kind: SegmentKind, title: string, minutes: number): Segment[] =>
  minutes > 0 ? [segment(kind, title, minutes)] : [];

/**
 * Look-alikes that are danced both by now, the later of them since the lesson before at most, and one of which is
 * taught tonight; the latest first.
 */
function contrasts({ plan, week }: LessonInput, work: readonly Segment[]): Segment[] {
  const names = new Map(plan.figures.map(({ id, name }) => [id, name]));
  const tonight = new Set(work.flatMap(({ kind, figureId }) => (kind === "return" ? [] : (figureId ?? []))));
  const began = new Map(plan.placements.map((placement) => [placement.figureId, placement.week]));
  for (const id of plan.known) began.set(id, 0);
  const later = (a: string, b: string) => Math.max(began.get(a) ?? week + 1, began.get(b) ?? week + 1);
  return (plan.alike ?? [])
    .filter(({ a, b, decides }) => {
      const [last, named] = [later(a, b), names.has(a) && names.has(b)];
      const isNow = last <= week && last >= week - 1 && (tonight.has(a) || tonight.has(b));
      return decides !== null && named && isNow;
    })
    .sort((one, two) => later(two.a, two.b) - later(one.a, one.b))
    .slice(0, MOST_CONTRASTS)
    .map(({ a, b }) => ({
      ...segment("contrast", `${names.get(a)} or ${names.get(b)}`, CONTRAST_MINUTES),
      withIds: [a, b],
    }));
}

const beganBy = ({ placements }: LevelPlan, week: number): string[] =>
  placements.filter((placement) => placement.week <= week).map(({ figureId }) => figureId);

/**
 * What is done with the minutes that are left: a chain of tonight's figures and what leads from one to the next, as
 * long as that makes sense, and beyond it a part that says that nothing is planned.
 */
function practice({ plan, week }: LessonInput, work: readonly Segment[], minutes: number): Segment[] {
  if (minutes <= 0) return [];
  const danced = new Set([...plan.known, ...beganBy(plan, week)]);
  const figures = plan.figures.flatMap(({ id, facts }) =>
    danced.has(id) && facts ? [{ id, steps: facts.steps }] : [],
  );
  const wanted = new Set(work.flatMap(({ figureId }) => figureId ?? []));
  const { figureIds } = chainOf(figures, wanted, { holds: plan.holds ?? [] });
  const part = segment("practice", "Chain it and dance to music", Math.min(minutes, MOST_PRACTICE));
  return [...fixed("own", NOTHING_PLANNED, minutes - part.minutes), { ...part, withIds: figureIds }];
}

/** So many figures of a chunk are named with it. */
const MOST_NAMED = 20;

/** A routine in its week: chunk by chunk, and half as long again as a whole; as one part where there is no time for more. */
function routineParts({ sequenceId, name, chunks }: RoutineOfWeek, minutes: number): Segment[] {
  const all = [...new Set(chunks.flatMap(({ figureIds }) => figureIds))];
  const part = (title: string, ids: readonly string[], own: number): Segment => ({
    ...segment("practice", title, own),
    sequenceId,
    withIds: [...new Set(ids)].slice(0, MOST_NAMED),
  });
  const beats = chunks.map((chunk) => chunk.beats);
  const whole = beats.reduce((sum, own) => sum + own, 0) / 2;
  const shares = shareOut(minutes, [...beats, whole]);
  if (chunks.length < 2 || shares.some((own) => own < 1))
    return minutes > 0 ? [part(`${name}, the whole routine`, all, minutes)] : [];
  return [
    ...chunks.map(({ title, figureIds }, at) =>
      part(`${name}, ${title}`.slice(0, 200), figureIds, shares[at] ?? 1),
    ),
    part(`${name}, the whole routine`, all, shares.at(-1) ?? 1),
  ];
}

const SPECIAL_TITLES: Readonly<Partial<Record<SpecialKind, string>>> = {
  routine: "All in one routine",
  check: "The check",
  guest: "The guest's part",
};

/**
 * Minutes of a lesson from beginning to end: none when it is cancelled, fewer when it is cut short.
 * @example
 * lessonLength(LEVEL, 1) // 60
 */
export function lessonLength(plan: Pick<LevelPlan, "rules" | "special">, week: number): number {
  const here = weekCapacities(plan)[week - 1];
  if (!here?.held) return 0;
  const lost = here.special?.kind === "short" ? teachingMinutes(plan.rules) - here.minutes : 0;
  return plan.rules.lessonMinutes - lost;
}

/** So many figures are named in the title of a refresher. */
const MOST_REFRESHED = 3;

/** What comes back first: the figures that the dancers were seen to lack, by name. */
function refresherTitle({ figures }: Pick<LevelPlan, "figures">, lacked: readonly string[]): string {
  const names = lacked.flatMap((id) => figures.find((figure) => figure.id === id)?.name ?? []);
  return names.length === 0
    ? "Back to what came before the break"
    : `Back to ${inWords(names.slice(0, MOST_REFRESHED))}`;
}

/**
 * The running order of one lesson: warm-up, what was carried over, what comes back, what goes deeper, what is
 * new, look-alikes told apart, a chain to dance with the minutes that are left, and the wrap. Whole minutes that
 * sum exactly to the lesson's. When the plan holds more than the lesson, all parts give way in proportion; a caution
 * of the plan's is always said, if need be in the part that opens the lesson.
 * @example
 * totalMinutes(buildLesson({ plan: LEVEL, week: 3, carryOver: [] })) // 60
 */
export function buildLesson(input: LessonInput): Segment[] {
  const { plan, week } = input;
  const { rules } = plan;
  const capacities = weekCapacities(plan);
  const here = capacities[week - 1];
  const room = here?.minutes ?? 0;
  if (here && !here.held) return [];
  const length = lessonLength(plan, week);
  const title = SPECIAL_TITLES[here?.special?.kind ?? "short"];
  const ownMinutes = title === undefined ? 0 : Math.max(0, teachingMinutes(rules) - room);
  const routine = here?.special?.kind === "routine" ? here.special.routine : undefined;
  const own = routine ? routineParts(routine, ownMinutes) : fixed("own", title ?? "", ownMinutes);
  const isFirst = capacities.find(({ held }) => held)?.week === week;
  const { minutes: faded, lacked } = refresherOf(plan);
  const refresher = isFirst ? Math.min(room, faded) : 0;
  const back = fixed("return", refresherTitle(plan, lacked), refresher);
  // A repair may have put what was carried over into this week as new: it is taught once.
  const carried = new Set(input.carryOver.map(({ figureId }) => figureId));
  const fresh = planned(input).filter(({ kind, figureId }) => kind !== "new" || !carried.has(figureId));
  const taught = [...input.carryOver, ...back, ...fresh];
  const work = [...taught, ...contrasts(input, taught)];
  const wanted = work.reduce((sum, { minutes }) => sum + minutes, 0);
  const warmUp = Math.min(rules.warmUpMinutes, rules.lessonMinutes);
  const wrap = Math.max(0, length - warmUp - room - ownMinutes);
  const { kept, dropped } = wanted > room ? squeeze(work, room) : { kept: work, dropped: [] };
  const order = [
    ...fixed("warm-up", "Welcome and warm-up", warmUp),
    ...kept,
    ...own,
    ...practice(input, work, room - wanted),
    ...fixed("wrap", "Wrap up and look ahead", wrap),
  ];
  return sayFirst(order, dropped);
}
