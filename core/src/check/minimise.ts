/** Gives the value at a place and writes its slope in each direction into `gradient`. */
export type Slope = (at: Float64Array, gradient: Float64Array) => number;

interface Options {
  /** It ends where no direction falls more steeply than this. */
  readonly tolerance: number;
  /** Or after so many steps. */
  readonly most: number;
}

/** Steps that are remembered to guess how the ground bends. */
const MEMORY = 12;
/** A step must gain this share of what its slope promises. */
const GAIN = 1e-4;
const HALVINGS = 40;

const dot = (a: Float64Array, b: Float64Array): number =>
  a.reduce((sum, own, at) => sum + own * (b[at] ?? 0), 0);

interface Step {
  readonly moved: Float64Array;
  readonly bent: Float64Array;
  readonly rho: number;
}

/** The way down by what earlier steps taught of the ground. */
function directionOf(gradient: Float64Array, steps: readonly Step[]): Float64Array {
  const way = gradient.map((own) => -own);
  const shares = new Array<number>(steps.length);
  for (let back = steps.length - 1; back >= 0; back--) {
    const step = steps[back];
    if (!step) continue;
    const share = step.rho * dot(step.moved, way);
    shares[back] = share;
    step.bent.forEach((own, at) => {
      way[at] = (way[at] ?? 0) - share * own;
    });
  }
  const last = steps.at(-1);
  const scale = last
    ? 1 / (last.rho * dot(last.bent, last.bent))
    : 1 / Math.max(1, Math.sqrt(dot(gradient, gradient) / gradient.length));
  way.forEach((own, at) => {
    way[at] = own * scale;
  });
  steps.forEach((step, index) => {
    const share = (shares[index] ?? 0) - step.rho * dot(step.bent, way);
    step.moved.forEach((own, at) => {
      way[at] = (way[at] ?? 0) + share * own;
    });
  });
  return way;
}

/**
 * The lowest place of a smooth function near a start, by the limited-memory method of Broyden, Fletcher, Goldfarb and
 * Shanno (Nocedal, 1980) with a halving line search. The same start gives the same end.
 */
export function minimise(slope: Slope, start: Float64Array, { tolerance, most }: Options): Float64Array {
  let place: Float64Array = start;
  let gradient: Float64Array = new Float64Array(start.length);
  let value = slope(place, gradient);
  let steps: readonly Step[] = [];
  for (let round = 0; round < most; round++) {
    if (gradient.every((own) => Math.abs(own) < tolerance)) break;
    let way = directionOf(gradient, steps);
    let promised = dot(way, gradient);
    if (promised >= 0) {
      // What was remembered misleads here: straight down again.
      steps = [];
      way = directionOf(gradient, steps);
      promised = dot(way, gradient);
    }
    let length = 1;
    let found: { place: Float64Array; gradient: Float64Array; value: number } | null = null;
    for (let halving = 0; halving < HALVINGS && !found; halving++, length /= 2) {
      const next = place.map((own, at) => own + length * (way[at] ?? 0));
      const nextGradient = new Float64Array(start.length);
      const nextValue = slope(next, nextGradient);
      if (nextValue <= value + GAIN * length * promised)
        found = { place: next, gradient: nextGradient, value: nextValue };
    }
    if (!found) break;
    const now = found;
    const moved = now.place.map((own, at) => own - (place[at] ?? 0));
    const bent = now.gradient.map((own, at) => own - (gradient[at] ?? 0));
    const curve = dot(moved, bent);
    if (curve > 1e-12) steps = [...steps.slice(1 - MEMORY), { moved, bent, rho: 1 / curve }];
    ({ place, gradient, value } = now);
  }
  return place;
}
