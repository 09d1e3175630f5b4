import type {
  DanceRecord,
  Enrolled,
  FigureLine,
  Level,
  LevelRule,
  LevelSeen,
  Plan,
  Section,
} from "@map-step/contract";
import {
  cellsOf,
  type FigureCell,
  type ReadinessRule,
  ruleOver,
  type StatedClause,
  usualRule,
} from "@map-step/core/check";
import { FIGURE_KINDS, LAYERS, type Layer } from "@map-step/core/figure";
import { isEnrolledOn } from "@map-step/core/student";
import { earliestDay } from "@map-step/core/time";
import type { Habits } from "../settings/use-habits.ts";
import type { SeenEdit } from "./use-seen.ts";

/** A dancer of a class, as what was seen knows them. */
export interface Dancer {
  /** The person, whoever they were written as. */
  readonly id: string;
  readonly name: string;
  readonly role: Enrolled["role"];
}

/** A figure of a class, and the deepest layer to which it was taught. */
export interface BoardFigure extends FigureLine {
  /** `null` for one that was seen but not taught here. */
  readonly taught: Layer | null;
}

/** All that stands around what was seen of a class. */
export interface Board {
  readonly section: Section;
  readonly level: Level;
  readonly dance: DanceRecord;
  readonly plan: Plan;
  readonly today: string;
  readonly dancers: readonly Dancer[];
  /** Basics first, then the other kinds, those that most have first. */
  readonly figures: readonly BoardFigure[];
  readonly library: readonly FigureLine[];
  readonly nameOf: (figureId: string) => string;
  /** At which marks are told: with a partner, or to counts where one dances alone. */
  readonly layer: Layer;
  readonly seen: SeenEdit;
  readonly cells: readonly FigureCell[];
  readonly rule: ReadinessRule;
  readonly stated: LevelRule;
  /** The clauses in force: stated, or usual. */
  readonly clauses: readonly StatedClause[];
  readonly habits: Habits;
  readonly levelSeen: LevelSeen;
  readonly mayMark: boolean;
}

/** What a dancer of a class is called. */
export const dancerName = ({ dancers }: Pick<Board, "dancers">, id: string): string =>
  dancers.find((one) => one.id === id)?.name ?? "Somebody who left";

/** What was taught of each figure, and how deep, from the class log. */
export function taughtIn(held: Plan["held"], least: Layer): Map<string, Layer> {
  const taught = new Map<string, Layer>();
  for (const { danced } of held)
    for (const { figureId, layer } of danced) {
      const own: Layer = layer === "return" ? (taught.get(figureId) ?? least) : layer;
      const before = taught.get(figureId);
      if (!before || LAYERS.indexOf(own) > LAYERS.indexOf(before)) taught.set(figureId, own);
    }
  return taught;
}

const shareOf = (cells: readonly FigureCell[], figureId: string): number =>
  cells.filter((cell) => cell.figureId === figureId && ["alone", "dances-it"].includes(cell.mark)).length;

/** What a board is put together from. */
export interface BoardInput
  extends Pick<
    Board,
    "section" | "plan" | "library" | "stated" | "levelSeen" | "today" | "habits" | "seen" | "mayMark"
  > {
  readonly levels: readonly Level[];
  readonly dances: readonly DanceRecord[];
  readonly roster: readonly Enrolled[];
}

/**
 * A class with what was seen of it.
 * @returns `null` where its level or dance is not there
 */
export function boardOf(input: BoardInput): Board | null {
  const { section, levels, dances, plan, roster, library, stated, levelSeen } = input;
  const { today, habits, seen, mayMark } = input;
  const level = levels.find(({ id }) => id === section.levelId);
  const dance = dances.find(({ id }) => id === level?.danceId);
  if (!level || !dance) return null;
  const layer: Layer = dance.alone ? "count" : "partner";
  // A class that is over is shown as it was on its last night.
  const last = section.dates.at(-1) ?? today;
  const day = earliestDay([today, last]) ?? today;
  const dancers = roster
    .filter((one) => isEnrolledOn(one, day) || (one.from > day && !one.waiting))
    .map(({ personId, name, role }) => ({ id: personId, name, role }));
  const ids = new Set(dancers.map(({ id }) => id));
  const cells = cellsOf(seen.evidence, layer, today).filter(({ studentId }) => ids.has(studentId));
  const taught = taughtIn(plan.held, "steps");
  const chosen = new Set(plan.chosen.flatMap(({ figureId, week }) => (week === null ? [] : [figureId])));
  const seenHere = new Set(cells.map(({ figureId }) => figureId));
  const known = new Map(library.map((figure) => [figure.id, figure]));
  const shown = [...new Set([...taught.keys(), ...seenHere])].flatMap((id) => {
    const figure = known.get(id);
    // What was seen in courses before is on the dancer's page.
    return figure && (taught.has(id) || chosen.has(id))
      ? [{ ...figure, taught: taught.get(id) ?? null }]
      : [];
  });
  const figures = shown.toSorted(
    (a, b) =>
      FIGURE_KINDS.indexOf(a.kind) - FIGURE_KINDS.indexOf(b.kind) ||
      shareOf(cells, b.id) - shareOf(cells, a.id) ||
      a.name.localeCompare(b.name),
  );
  const ruled = [...chosen].flatMap((id) => {
    const figure = known.get(id);
    return figure ? [{ id, kind: figure.kind }] : [];
  });
  const clauses = stated.clauses.length > 0 ? stated.clauses : usualRule(ruled, layer, habits.rule);
  return {
    section,
    level,
    dance,
    plan,
    today,
    dancers,
    figures,
    layer,
    seen,
    cells,
    stated,
    clauses,
    habits,
    levelSeen,
    library,
    nameOf: (id) => known.get(id)?.name ?? "A removed figure",
    rule: ruleOver(clauses, ruled),
    mayMark,
  };
}
