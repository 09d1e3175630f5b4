import type { LevelPlan, SpecialWeek } from "./level.ts";

/** What happened to a running plan. Weeks up to `taught` are done and stay. */
export type Change =
  | { readonly kind: "none" }
  | { readonly kind: "cancelled"; readonly week: number }
  | { readonly kind: "short"; readonly week: number; readonly minutes: number }
  | { readonly kind: "away"; readonly week: number; readonly staffId: string }
  /** A figure comes back in a week, because dancers lack it. */
  | { readonly kind: "again"; readonly figureId: string; readonly week: number };

/**
 * The plan with the change put into it, before anything is moved.
 * @example
 * withChange(LEVEL, { kind: "cancelled", week: 3 }).special // [{ week: 3, kind: "cancelled", minutes: 0 }]
 */
export function withChange(level: LevelPlan, change: Change): LevelPlan {
  const others = (week: number) => (level.special ?? []).filter((entry) => entry.week !== week);
  const special = (entry: SpecialWeek) => [...others(entry.week), entry].sort((a, b) => a.week - b.week);
  switch (change.kind) {
    case "none":
      return level;
    case "cancelled":
      return { ...level, special: special({ week: change.week, kind: "cancelled", minutes: 0 }) };
    case "short":
      return { ...level, special: special({ week: change.week, kind: "short", minutes: change.minutes }) };
    case "again":
      return {
        ...level,
        figures: level.figures.map((figure) =>
          figure.id === change.figureId
            ? {
                ...figure,
                extraReturns: [...new Set([...(figure.extraReturns ?? []), change.week])].sort(
                  (a, b) => a - b,
                ),
              }
            : figure,
        ),
      };
    case "away":
      return { ...level, away: [...(level.away ?? []), { week: change.week, staffId: change.staffId }] };
  }
}
