import type { FigureKind } from "../figure/index.ts";
import { stateIn } from "../figure/index.ts";
import { newMaterial } from "../likeness/index.ts";
import { type Figure, nameKey } from "../notation/index.ts";
import type { Dance, Tier } from "../time/index.ts";
import { counted } from "../words/index.ts";
import { findCircle, type Needing } from "./circle.ts";

/** A figure whose needs may be proposed. */
export interface UnplacedFigure extends Needing {
  readonly name: string;
  readonly kind: FigureKind;
  readonly tier: Tier;
  readonly variantOfId: string | null;
  /** Nothing for a drill without steps, or a figure of which only the name is known. */
  readonly steps: Figure | null;
}

/** Something that a figure seems to need, and why. */
export interface ProposedNeed {
  readonly figureId: string;
  readonly needsId: string;
  readonly why: "uses" | "variant" | "shares" | "kind";
  /** The reason as a sentence. */
  readonly text: string;
}

interface Found {
  readonly other: UnplacedFigure;
  readonly why: ProposedNeed["why"];
  readonly text: string;
}

/** Figures that its steps are made of. */
function used(figure: UnplacedFigure, byName: ReadonlyMap<string, UnplacedFigure>): Found[] {
  const names = figure.steps?.composition?.uses.map(({ name }) => nameKey(name)) ?? [];
  return [...new Set(names)].flatMap((name): Found[] => {
    const other = byName.get(name);
    return other && other.id !== figure.id
      ? [{ other, why: "uses", text: `${figure.name} is made of ${other.name}.` }]
      : [];
  });
}

/** Beats of a figure that somebody dances already who knows another. */
function sharedBeats(figure: Figure, known: UnplacedFigure): number {
  if (!known.steps) return 0;
  const { beats, newBeats } = newMaterial(figure, [{ id: known.id, figure: known.steps }]);
  return beats - newBeats;
}

/** The basic of the dance of which it holds most; for a turn that shares none, one that begins alike. */
function nearestBasic(figure: UnplacedFigure, basics: readonly UnplacedFigure[], dance: Dance): Found[] {
  const { steps } = figure;
  const before = basics.filter((basic) => basic.id !== figure.id && basic.tier <= figure.tier && basic.steps);
  if (!steps || figure.kind === "basic" || before.length === 0) return [];
  const ranked = before
    .map((other) => ({ other, shared: sharedBeats(steps, other) }))
    .sort((a, b) => b.shared - a.shared || a.other.tier - b.other.tier);
  const [best] = ranked;
  if (best && best.shared > 0) {
    const text = `${figure.name} shares ${counted(best.shared, "beat")} with ${best.other.name}, more than with any other basic.`;
    return [{ other: best.other, why: "shares", text }];
  }
  if (figure.kind !== "turn") return [];
  const begins = stateIn(steps, dance);
  const alike =
    before.find((other) => other.steps && stateIn(other.steps, dance).hold === begins.hold) ?? before[0];
  return alike
    ? [
        {
          other: alike,
          why: "kind",
          text: `A turn comes after a basic; ${alike.name} begins in the same hold.`,
        },
      ]
    : [];
}

/**
 * Needs that follow from what is known of the figures: what a figure is made of, what it is a variant of, and, where it
 * needs nothing yet, the basic that it shares most with. None that already follows from others, and none that would
 * close a circle.
 * @returns in the order of the figures; nothing for one whose needs are all there
 * @example
 * proposeNeeds([{ id: "b", name: "Basic", kind: "basic", tier: 1, needs: [], variantOfId: null, steps: BASIC }, { id: "t", name: "Turn", kind: "turn", tier: 1, needs: [], variantOfId: null, steps: TURN }], DANCE).map(({ figureId, needsId, why }) => [figureId, needsId, why])
 * // [["t", "b", "shares"]]
 */
export function proposeNeeds(figures: readonly UnplacedFigure[], dance: Dance): readonly ProposedNeed[] {
  const byName = new Map(figures.map((figure) => [nameKey(figure.name), figure]));
  const byId = new Map(figures.map((figure) => [figure.id, figure]));
  const basics = figures.filter(({ kind, variantOfId }) => kind === "basic" && variantOfId === null);
  const needs = new Map(figures.map(({ id, needs: own }) => [id, [...own]]));
  const reaches = (from: string, to: string): boolean => {
    const queue = [from];
    const seen = new Set(queue);
    for (const at of queue)
      for (const next of needs.get(at) ?? []) {
        if (next === to) return true;
        if (!seen.has(next)) {
          seen.add(next);
          queue.push(next);
        }
      }
    return false;
  };
  return figures.flatMap((figure): ProposedNeed[] => {
    const base = figure.variantOfId === null ? undefined : byId.get(figure.variantOfId);
    const variant: Found[] = base
      ? [{ other: base, why: "variant", text: `${figure.name} is another way of ${base.name}.` }]
      : [];
    const certain = [...used(figure, byName), ...variant];
    const found =
      certain.length > 0 || figure.needs.length > 0 ? certain : nearestBasic(figure, basics, dance);
    return found.flatMap(({ other, why, text }): ProposedNeed[] => {
      const own = needs.get(figure.id) as string[];
      if (reaches(figure.id, other.id)) return [];
      own.push(other.id);
      if (findCircle(needs, figure.id)) {
        own.pop();
        return [];
      }
      return [{ figureId: figure.id, needsId: other.id, why, text }];
    });
  });
}
