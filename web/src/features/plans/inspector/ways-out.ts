import { type ChosenFigure, choose, type FigureRecord } from "@map-step/contract";
import {
  type Cause,
  type Finding,
  type LevelPlan,
  planLoads,
  strandsOf,
  weekCapacities,
} from "@map-step/core/plan";
import { withEntry } from "../use-plan.ts";

/** What takes a finding away, other than the move that was tried for it. */
export type WayOut = { readonly name: string } & (
  | { readonly kind: "move"; readonly figureId: string; readonly week: number | null }
  | { readonly kind: "change"; readonly chosen: ChosenFigure[] }
  | { readonly kind: "choose" }
);

/** What ways out are found from. */
export interface Around {
  readonly level: LevelPlan;
  readonly chosen: readonly ChosenFigure[];
  readonly library: readonly Pick<FigureRecord, "id" | "name" | "minutes">[];
  /** The last week taught, 0 before the first. */
  readonly taught: number;
}

const figureIn = ({ library }: Around, id: string) => library.find((figure) => figure.id === id);

/** The nearest week before another in which something is begun: one with room for it, where there is one. */
function weekBefore(around: Around, week: number, figureId: string): number | null {
  const minutes = figureIn(around, figureId)?.minutes ?? 0;
  const loads = planLoads(around.level, strandsOf(around.level));
  const open = weekCapacities(around.level)
    .filter((room) => room.week > around.taught && room.week < week && room.held && room.takesNew)
    .toReversed();
  const free = open.find((room) => room.minutes - (loads[room.week - 1]?.minutes ?? 0) >= minutes);
  return (free ?? open[0])?.week ?? null;
}

/** A figure without a week gets one; it is chosen for it where it is not yet. */
function begin(around: Around, before: number, figureId: string): readonly WayOut[] {
  const week = weekBefore(around, before, figureId);
  const name = figureIn(around, figureId)?.name;
  if (week === null || name === undefined) return [];
  return around.chosen.some((entry) => entry.figureId === figureId)
    ? [{ kind: "move", name: `Put ${name} in week ${week}`, figureId, week }]
    : [
        {
          kind: "change",
          name: `Choose ${name} too, in week ${week}`,
          chosen: [...around.chosen, choose(figureId, week)],
        },
      ];
}

function bringBack({ chosen }: Around, figureId: string, week: number): readonly WayOut[] {
  const entry = chosen.find((one) => one.figureId === figureId);
  if (!entry) return [];
  const extraReturns = [...entry.extraReturns, week].sort((a, b) => a - b);
  return [
    {
      kind: "change",
      name: `Bring it back in week ${week}`,
      chosen: withEntry(chosen, [figureId], () => ({ extraReturns })),
    },
  ];
}

/**
 * Ways out of one finding that change something else than the week of what is placed.
 * @param returnWeek - the week in which one more return takes it away, where there is one
 */
export function waysOutOf(around: Around, finding: Finding, returnWeek: number | null): readonly WayOut[] {
  const { code, figureId, otherId, week } = finding;
  if (code === "room-left") return [{ kind: "choose", name: "Choose more figures" }];
  if (figureId === undefined) return [];
  switch (code) {
    case "need-not-chosen": {
      const needed = figureIn(around, otherId ?? "");
      const chosen = needed ? [...around.chosen, choose(needed.id)] : [];
      return needed ? [{ kind: "change", name: `Choose ${needed.name} too`, chosen }] : [];
    }
    case "needs-missing":
      return otherId === undefined ? [] : begin(around, week, otherId);
    case "must-waits":
      return begin(around, around.level.rules.weeks, figureId);
    case "fades":
      return returnWeek === null ? [] : bringBack(around, figureId, returnWeek);
    case "not-reached":
      return [{ kind: "move", name: "Leave it to the next level", figureId, week: null }];
    case "banned":
      return [{ kind: "move", name: "Take it out of the plan", figureId, week: null }];
    default:
      return [];
  }
}

/** Ways out of many findings of one cause at once: what they all need is put before the first of them. */
export function waysOutOfAll(around: Around, { findings }: Cause): readonly WayOut[] {
  const [first] = findings;
  return first?.code === "needs-missing" && first.otherId
    ? begin(around, Math.min(...findings.map(({ week }) => week)), first.otherId)
    : [];
}
