import type { Hold } from "../hold/index.ts";
import { type Figure, writtenRoles } from "../notation/index.ts";
import { islands, stateInWords, transitionGraph } from "../sequence/index.ts";

/** A place at which a routine of all figures breaks: after which, before which, and how the dancers stand there. */
interface Break {
  readonly after: string;
  readonly before: string;
  readonly from: string;
  readonly to: string;
}

type Danced = readonly { readonly id: string; readonly steps: Figure }[];

/** What was asked last: a plan is checked again and again while figures stay in the same weeks. */
const answered: {
  readonly figures: Danced;
  readonly holds: readonly Hold[];
  readonly breaks: readonly Break[];
}[] = [];
const MOST_ANSWERED = 16;

/** What keeps figures from being danced as one loop: the fewest figures that are missing. */
export function breaksOf(figures: Danced, holds: readonly Hold[]): readonly Break[] {
  const known = answered.find(
    (one) =>
      one.holds === holds &&
      one.figures.length === figures.length &&
      one.figures.every(({ id, steps }, at) => id === figures[at]?.id && steps === figures[at]?.steps),
  );
  if (known) return known.breaks;
  const breaks = workOut(figures, holds);
  answered.unshift({ figures, holds, breaks });
  answered.splice(MOST_ANSWERED);
  return breaks;
}

function workOut(figures: Danced, holds: readonly Hold[]): Break[] {
  // What is drilled alone stands in no routine of couples.
  const alone = figures.every(({ steps }) => writtenRoles(steps).includes("solo"));
  const own = figures.filter(({ steps }) => alone || !writtenRoles(steps).includes("solo"));
  const graph = transitionGraph(
    own.map(({ id, steps }) => ({ id, figure: steps, sides: ["written"] as const })),
    { holds, alone },
  );
  return islands(graph).links.flatMap(({ from, to }): Break[] => {
    const [one, other] = [graph.states[from], graph.states[to]];
    const after = graph.arcs.find((arc) => arc.figureId !== null && arc.to === from)?.figureId;
    const before = graph.arcs.find((arc) => arc.figureId !== null && arc.from === to)?.figureId;
    return one && other && after && before
      ? [{ after, before, from: stateInWords(one), to: stateInWords(other) }]
      : [];
  });
}
