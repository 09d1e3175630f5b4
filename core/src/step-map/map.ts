import type { FigureKind } from "../figure/index.ts";
import type { Tier } from "../time/index.ts";
import type { Needing } from "./circle.ts";

/** What the map needs to know of a figure. */
export interface MapFigure extends Needing {
  readonly name: string;
  readonly kind: FigureKind;
  readonly tier: Tier;
  /** Minutes on its first night. */
  readonly minutes: number;
}

/** A figure with its place in the map. */
export interface MapNode<F extends MapFigure = MapFigure> {
  readonly figure: F;
  /** Figures that must come one after the other before this one: 0 for a first basic. */
  readonly depth: number;
  /** Ids of all figures that must come before it, near and far. */
  readonly before: ReadonlySet<string>;
  /** Ids of all figures that it opens the way to, near and far. */
  readonly opens: ReadonlySet<string>;
}

/** Figures and what each opens the way to. */
export interface StepMap<F extends MapFigure = MapFigure> {
  /** By depth, then in the order given. */
  readonly nodes: readonly MapNode<F>[];
  /**
   * Needs to draw: those that do not follow from others (transitive reduction). `from` comes first, `to` needs it.
   */
  readonly edges: readonly { readonly from: string; readonly to: string }[];
  /** Ids of figures that a quarter or more of the map can only be reached through, most first. */
  readonly bottlenecks: readonly string[];
  /** Ids of figures that need nothing and that nothing needs. */
  readonly orphans: readonly string[];
}

/** A figure is a bottleneck when at least this share of the others, and at least two, lie behind it. */
const BOTTLENECK = 0.25;

/** Each figure with all that must come before it; figures in a circle of needs keep what was found so far. */
function allBefore(figures: readonly MapFigure[]): Map<string, Set<string>> {
  const needs = new Map(figures.map((figure) => [figure.id, figure.needs]));
  const found = new Map<string, Set<string>>();
  const visit = (id: string, path: ReadonlySet<string>): Set<string> => {
    const known = found.get(id);
    if (known) return known;
    const before = new Set<string>();
    for (const need of needs.get(id) ?? []) {
      if (!needs.has(need) || path.has(need)) continue;
      before.add(need);
      for (const far of visit(need, new Set([...path, need]))) before.add(far);
    }
    before.delete(id);
    found.set(id, before);
    return before;
  };
  for (const { id } of figures) visit(id, new Set([id]));
  return found;
}

/**
 * The figures of a dance as a layered map from first basics to goals. Needs outside the list are left out.
 * @example
 * buildStepMap([{ id: "a", name: "A", kind: "basic", tier: 1, minutes: 5, needs: [] }, { id: "b", name: "B", kind: "turn", tier: 1, minutes: 5, needs: ["a"] }]).edges
 * // [{ from: "a", to: "b" }]
 */
export function buildStepMap<F extends MapFigure>(figures: readonly F[]): StepMap<F> {
  const before = allBefore(figures);
  const opens = new Map(figures.map(({ id }) => [id, new Set<string>()]));
  for (const [id, needed] of before) for (const need of needed) opens.get(need)?.add(id);

  const depths = new Map<string, number>();
  const byReach = [...figures].sort((a, b) => (before.get(a.id)?.size ?? 0) - (before.get(b.id)?.size ?? 0));
  for (const { id, needs } of byReach)
    depths.set(id, Math.max(-1, ...needs.flatMap((need) => depths.get(need) ?? [])) + 1);

  const nodes = figures.map((figure) => ({
    figure,
    depth: depths.get(figure.id) ?? 0,
    before: before.get(figure.id) ?? new Set<string>(),
    opens: opens.get(figure.id) ?? new Set<string>(),
  }));
  const edges = figures.flatMap(({ id, needs }) => {
    const near = [...new Set(needs)].filter((need) => before.get(id)?.has(need));
    const implied = (need: string) => near.some((other) => other !== need && before.get(other)?.has(need));
    return near.filter((need) => !implied(need)).map((from) => ({ from, to: id }));
  });
  const heavy = nodes.filter(
    ({ opens: behind }) => behind.size >= Math.max(2, BOTTLENECK * (figures.length - 1)),
  );
  return {
    nodes: [...nodes].sort((a, b) => a.depth - b.depth),
    edges,
    bottlenecks: heavy.sort((a, b) => b.opens.size - a.opens.size).map(({ figure }) => figure.id),
    orphans: nodes
      .filter((node) => node.before.size === 0 && node.opens.size === 0)
      .map(({ figure }) => figure.id),
  };
}
