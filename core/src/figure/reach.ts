import type { Action, Direction } from "../notation/index.ts";

/**
 * Step sizes in metres: the product's stated defaults for an average adult, not measurements. Every place and
 * extent that follows from them is an estimate.
 */
export const STEP_SIZES = {
  hips: 0.2,
  walk: 0.45,
  side: 0.45,
  diagonal: 0.35,
  cross: 0.15,
  tap: 0.25,
} as const;
/** How much shorter and longer a step is that is said to be. */
export const SIZE_FACTOR = { small: 0.5, long: 1.4 } as const;

/**
 * Where the moving foot lands, seen from the standing foot: to its own side, and forward. `null` stays where
 * it is.
 */
export function reach(word: Action | Direction, factor: number): { out: number; forward: number } | null {
  const { hips, walk, side, diagonal, cross, tap } = STEP_SIZES;
  switch (word) {
    case "forward":
      return { out: hips, forward: walk * factor };
    case "back":
      return { out: hips, forward: -walk * factor };
    case "side":
    // Where nothing is said a lunge, a slide and a sway go to the side.
    case "lunge":
    case "slide":
    case "sway":
      return { out: hips + (side - hips) * factor, forward: 0 };
    case "close":
    // Without a direction they land beside the standing foot.
    case "tap":
    case "touch":
    case "hitch":
    case "drag":
      return { out: hips, forward: 0 };
    case "cross-front":
      return { out: -cross * factor, forward: cross };
    case "cross-behind":
      return { out: -cross * factor, forward: -cross };
    case "lock":
      return { out: -cross / 2, forward: -cross };
    case "diagonal-forward":
      return { out: hips + diagonal * factor, forward: diagonal * factor };
    case "diagonal-back":
      return { out: hips + diagonal * factor, forward: -diagonal * factor };
    case "kick":
    case "brush":
    case "scuff":
    case "heel":
    case "point":
    case "swing":
    case "ronde":
      return { out: hips, forward: tap * factor };
    case "flick":
      return { out: hips, forward: -tap * factor };
    default:
      return null;
  }
}

/** How far a foot reaches that takes no weight: no further than a tap, whichever way it is said to go. */
export function gesture(word: Action | Direction, factor: number): ReturnType<typeof reach> {
  const to = reach(word, factor);
  const { hips, tap } = STEP_SIZES;
  const most = tap * factor;
  const within = (value: number) => Math.sign(value) * Math.min(Math.abs(value), most);
  return to && { out: Math.min(to.out, hips + most), forward: within(to.forward) };
}
