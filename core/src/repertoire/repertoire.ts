import type { NotatedDance } from "../element/index.ts";
import { FIGURE_KINDS, type FigureKind } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";
import { ELEMENT_SORTS, type ElementSort, elementsOf } from "./elements.ts";

/** A figure as its elements are counted. */
export interface RepertoireFigure {
  readonly id: string;
  readonly kind: FigureKind;
  /** Nothing for a drill without steps of its own. */
  readonly steps: Figure | null;
}

/** A level as its repertoire is counted. */
export interface RepertoireLevel {
  /** Whose elements the figures are read in. */
  readonly dance: NotatedDance;
  readonly weeks: number;
  /** Figures that dancers bring along. */
  readonly known: readonly RepertoireFigure[];
  /** Figures of the level with the week, from 1, in which each is new. */
  readonly taught: readonly (RepertoireFigure & { readonly week: number })[];
}

/** How many elements of each sort. */
export type ElementCounts = Readonly<Record<ElementSort, number>>;

/** What dancers hold after a week, and what that week brought. */
export interface RepertoireWeek {
  /** From 1; 0 is what dancers bring along. */
  readonly week: number;
  readonly figures: number;
  readonly byKind: Readonly<Record<FigureKind, number>>;
  /** Distinct elements: two figures made of the same ones hold them once. */
  readonly elements: ElementCounts;
  readonly newFigures: number;
  readonly newElements: ElementCounts;
}

/** What dancers hold week by week. */
export interface Repertoire {
  /** What dancers bring along, then one entry a week. */
  readonly weeks: readonly RepertoireWeek[];
  /** What the level adds. */
  readonly adds: { readonly figures: number; readonly elements: ElementCounts };
}

const countsBy = (counts: (sort: ElementSort) => number): ElementCounts =>
  Object.fromEntries(ELEMENT_SORTS.map((sort) => [sort, counts(sort)])) as ElementCounts;

/**
 * The cumulative count, week by week, of figures and of the distinct elements they are made of. A figure that is
 * known already, or placed twice, counts once; one placed outside the weeks does not count.
 * @example
 * repertoire({ dance: DANCE, weeks: 1, known: [], taught: [{ id: "basic", kind: "basic", steps: BASIC, week: 1 }] }).adds.figures
 * // 1
 */
export function repertoire({ dance, weeks, known, taught }: RepertoireLevel): Repertoire {
  const held: Record<ElementSort, Set<string>> = {
    elements: new Set(),
    holds: new Set(),
    counts: new Set(),
  };
  const figures = new Set<string>();
  const byKind = Object.fromEntries(FIGURE_KINDS.map((kind) => [kind, 0])) as Record<FigureKind, number>;
  const add = (week: number, list: readonly RepertoireFigure[]): RepertoireWeek => {
    const before = { figures: figures.size, elements: countsBy((sort) => held[sort].size) };
    for (const { id, kind, steps } of list) {
      if (figures.has(id)) continue;
      figures.add(id);
      byKind[kind] += 1;
      if (!steps) continue;
      const elements = elementsOf(steps, dance);
      for (const sort of ELEMENT_SORTS) for (const name of elements[sort]) held[sort].add(name);
    }
    const elements = countsBy((sort) => held[sort].size);
    return {
      week,
      figures: figures.size,
      byKind: { ...byKind },
      elements,
      newFigures: figures.size - before.figures,
      newElements: countsBy((sort) => elements[sort] - before.elements[sort]),
    };
  };
  const first = add(0, known);
  const rest = Array.from({ length: weeks }, (_, index) =>
    add(
      index + 1,
      taught.filter(({ week }) => week === index + 1),
    ),
  );
  const last = rest.at(-1) ?? first;
  return {
    weeks: [first, ...rest],
    adds: {
      figures: last.figures - first.figures,
      elements: countsBy((sort) => last.elements[sort] - first.elements[sort]),
    },
  };
}
