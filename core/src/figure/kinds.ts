/** What sort of teachable unit a figure is. */
export const FIGURE_KINDS = ["basic", "pattern", "turn", "technique", "musicality", "show"] as const;
/** One of `FIGURE_KINDS`. */
export type FigureKind = (typeof FIGURE_KINDS)[number];

/** How a kind of figure is called, one and many. */
export const KIND_NAMES: Readonly<Record<FigureKind, { one: string; many: string }>> = {
  basic: { one: "basic", many: "Basics" },
  pattern: { one: "pattern", many: "Patterns" },
  turn: { one: "turn", many: "Turns" },
  technique: { one: "technique", many: "Technique" },
  musicality: { one: "musicality", many: "Musicality" },
  show: { one: "show move", many: "Show moves" },
};

/** The depths at which a figure is taught and checked, in order. */
export const LAYERS = ["steps", "rhythm", "count", "partner", "technique", "style"] as const;
/** One of `LAYERS`. */
export type Layer = (typeof LAYERS)[number];
