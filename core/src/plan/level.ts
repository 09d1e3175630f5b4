import type { FigureKind, Layer } from "../figure/index.ts";
import type { Hold } from "../hold/index.ts";
import type { Approach } from "./approach.ts";
import type { PlanFacts } from "./facts.ts";

/** How much a plan wants a figure: it must come, it may come, it must not. */
export const WISHES = ["must", "may", "ban"] as const;
/** One of `WISHES`. */
export type Wish = (typeof WISHES)[number];

/** What the plan needs to know of a figure, and what this plan wants of it. */
export interface PlanFigure {
  readonly id: string;
  readonly name: string;
  readonly kind: FigureKind;
  /** Minutes to teach it on its first night, above 0. */
  readonly minutes: number;
  /** Ids of the figures that must come first. */
  readonly needs: readonly string[];
  readonly cautions: readonly string[];
  /** Who may teach it; nobody named means everybody. */
  readonly teacherIds?: readonly string[];
  /** What follows from its steps; nothing for a drill without steps. */
  readonly facts?: PlanFacts | undefined;
  /** `may` where nothing is said. */
  readonly wish?: Wish;
  /** What it is worth to this level, 1 to 9; 5 where nothing is said. */
  readonly worth?: number;
  /** Stays in its week whatever a draft or a repair does. */
  readonly pinned?: boolean;
  /** In how many successive weeks its new material is taught; 1 where nothing is said. */
  readonly pieces?: number;
  /** An approach of its own; that of the level where nothing is said. */
  readonly approach?: Approach | undefined;
  /** Weeks in which it is brought back beside what its approach says. */
  readonly extraReturns?: readonly number[];
}

/** A figure and the week, counted from 1, in which it is new. */
export interface Placement {
  readonly figureId: string;
  readonly week: number;
}

/** The limits of a level. Weeks and lessons are counted from 1, times are whole minutes. */
export interface LevelRules {
  readonly weeks: number;
  readonly lessonMinutes: number;
  readonly warmUpMinutes: number;
  readonly wrapMinutes: number;
  readonly mostNew: number;
  /** Most ways to count that may be new in one lesson. */
  readonly mostNewCounts: number;
  /** Lessons in which a basic must have been danced before a turn that needs it. */
  readonly settledLessons: number;
  /** The first week that may take a show move. */
  readonly firstShowWeek: number;
  /** The week in which consent and holds are talked about, before any close hold; `null` while none is set. */
  readonly talkWeek: number | null;
  /** The tempo at which the level dances, in beats per minute; `null` where none is set. */
  readonly bpm: number | null;
  /** Weeks between the level before and this one, in which what was learned fades. */
  readonly breakWeeks: number;
  readonly approachId: string;
}

/** A week that is not like the others. */
export const SPECIAL_KINDS = ["routine", "check", "guest", "short", "cancelled"] as const;
/** One of `SPECIAL_KINDS`. */
export type SpecialKind = (typeof SPECIAL_KINDS)[number];
/** A week with something of its own in it. */
export interface SpecialWeek {
  readonly week: number;
  readonly kind: SpecialKind;
  /** Minutes of the lesson that it takes; a cancelled one takes all. */
  readonly minutes: number;
  /** The routine that a routine week is for, phrase by phrase; none where none was chosen. */
  readonly routine?: RoutineOfWeek | undefined;
}

/** A sequence as a lesson teaches it. */
export interface RoutineOfWeek {
  readonly sequenceId: string;
  readonly name: string;
  readonly chunks: readonly {
    /** Such as `phrases 1–3: Basic ×2, Turn`. */
    readonly title: string;
    readonly figureIds: readonly string[];
    readonly beats: number;
  }[];
}

/** A finding that somebody accepted, and why. */
export interface Muted {
  readonly key: string;
  readonly reason: string;
  /** How bad it was when it was accepted; should it get worse, it is told again. Any where nothing is said. */
  readonly size?: number | undefined;
}

/** A teacher who cannot be there. */
export interface Away {
  readonly week: number;
  readonly staffId: string;
}

/** Two figures that have something in common, as the likeness of the library tells. */
export interface AlikeFigures {
  readonly a: string;
  readonly b: string;
  readonly likeness: number;
  /** The counts that decide between look-alikes, such as `3 to 6`; null for others. */
  readonly decides: string | null;
}

/** A lesson that was taught, as its log tells. */
export interface HeldLesson {
  readonly week: number;
  readonly danced: readonly { readonly figureId: string; readonly layer: Layer | "return" }[];
}

/** A level with its plan: everything that the planner computes from. */
export interface LevelPlan {
  readonly rules: LevelRules;
  /** The level's approach; the first that ships where nothing is said. */
  readonly approach?: Approach;
  /** All figures chosen for the level, and those known from the levels before. */
  readonly figures: readonly PlanFigure[];
  /** Ids of figures that dancers bring along. */
  readonly known: readonly string[];
  /** Of those, how many of the section's own dancers were seen to have each, of how many; others nobody looked at. */
  readonly brought?: readonly { readonly figureId: string; readonly have: number; readonly seen: number }[];
  /** Names of needed figures that are neither chosen nor known. */
  readonly outside?: Readonly<Record<string, string>>;
  readonly placements: readonly Placement[];
  /** Beats to the phrase of its dance; 8 where nothing is said. */
  readonly phraseBeats?: number;
  /** Holds of its dance, which say what leads freely into what. */
  readonly holds?: readonly Hold[];
  readonly special?: readonly SpecialWeek[];
  readonly muted?: readonly Muted[];
  readonly alike?: readonly AlikeFigures[];
  /** Who teaches the section; nothing for a level's own plan. */
  readonly teachers?: readonly { readonly id: string; readonly name: string }[];
  readonly away?: readonly Away[];
  /** What was really danced in the lessons that were taught, and how deep. */
  readonly held?: readonly HeldLesson[];
  /** Ids of figures that were due in a lesson already held and were not reached. */
  readonly notReached?: readonly { readonly figureId: string; readonly week: number }[];
}

/**
 * Minutes of a lesson that are left for figures.
 * @example
 * teachingMinutes(LEVEL.rules) // 48
 */
export const teachingMinutes = (rules: LevelRules): number =>
  Math.max(0, rules.lessonMinutes - rules.warmUpMinutes - rules.wrapMinutes);

/**
 * Weeks 1 to the last.
 * @example
 * weeksOf(LEVEL.rules) // [1, 2, 3, 4, 5, 6]
 */
export const weeksOf = (rules: LevelRules): number[] =>
  Array.from({ length: rules.weeks }, (_, index) => index + 1);

/**
 * Placements as a lookup from figure to week.
 * @example
 * weekByFigure(LEVEL.placements).get("turn") // 3
 */
export const weekByFigure = (placements: readonly Placement[]): ReadonlyMap<string, number> =>
  new Map(placements.map(({ figureId, week }) => [figureId, week]));

/**
 * The placements with one figure put at a week, or taken out of the plan with `null`.
 * @example
 * place(LEVEL.placements, "turn", 4) // [{ figureId: "basic", week: 1 }, { figureId: "turn", week: 4 }]
 */
export function place(placements: readonly Placement[], figureId: string, week: number | null): Placement[] {
  const others = placements.filter((placement) => placement.figureId !== figureId);
  return week === null ? others : [...others, { figureId, week }];
}

/** Kinds of week in which nothing new is begun. */
const NOTHING_NEW: ReadonlySet<SpecialKind> = new Set(["routine", "check", "guest", "cancelled"]);

/** What a week has room for. */
export interface WeekCapacity {
  readonly week: number;
  readonly held: boolean;
  /** Minutes for figures. */
  readonly minutes: number;
  /** Whether something new may be begun. */
  readonly takesNew: boolean;
  readonly special: SpecialWeek | null;
}

/**
 * The room of every week: a plain one has the lesson without warm-up and wrap, a special one what is left of it.
 * @example
 * weekCapacities(LEVEL)[0] // { week: 1, held: true, minutes: 48, takesNew: true, special: null }
 */
export function weekCapacities({
  rules,
  special = [],
}: Pick<LevelPlan, "rules" | "special">): WeekCapacity[] {
  const full = teachingMinutes(rules);
  return weeksOf(rules).map((week) => {
    const one = special.find((entry) => entry.week === week) ?? null;
    const held = one?.kind !== "cancelled";
    return {
      week,
      held,
      minutes: held ? Math.max(0, full - (one?.minutes ?? 0)) : 0,
      takesNew: !one || !NOTHING_NEW.has(one.kind),
      special: one,
    };
  });
}

/**
 * The last week with a lesson, 0 when there is none.
 * @example
 * lastHeldWeek(weekCapacities(LEVEL)) // 6
 */
export const lastHeldWeek = (capacities: readonly WeekCapacity[]): number =>
  capacities.findLast(({ held }) => held)?.week ?? 0;

/**
 * What a needed figure is called, also one that is neither chosen nor known.
 * @example
 * nameOfNeed(LEVEL, "basic") // "Basic"
 */
export const nameOfNeed = (
  { figures, outside }: Pick<LevelPlan, "figures" | "outside">,
  id: string,
): string =>
  figures.find((figure) => figure.id === id)?.name ?? outside?.[id] ?? "a figure outside this level";
