/** Ways to practise, in the order in which a dancer learns them. */
export const MODES = ["hear", "step", "clap", "tap", "ladder", "caller", "vary"] as const;
/** One of `MODES`. */
export type Mode = (typeof MODES)[number];

export const MODE_NAMES: Readonly<Record<Mode, string>> = {
  hear: "Hear",
  step: "Step",
  clap: "Clap the silent counts",
  tap: "Tap",
  ladder: "Ladder",
  caller: "Caller",
  vary: "Vary",
};

/** Rounds in a row until the ladder rises are said with it. */
export const modeInWords = (mode: Mode, rounds: number, step: number): string =>
  ({
    hear: "Pulse, bars and phrases, with the counts that you accent.",
    step: "The floor from above runs with the music; step along.",
    clap: "Only the counts that you choose sound; clap the others.",
    tap: "Tap on every step, or on the accents: the space bar, a click, or a finger on the large field.",
    ladder: `Tap as before. After ${rounds} rounds in a row that are close to the beat the tempo rises by ${step}.`,
    caller: "The next figure is said ahead; what is left to choose is drawn, or you decide.",
    vary: "Figures that you choose, put together anew each round; every order that can be danced is as likely as the others.",
  })[mode];

const [SLOWEST, FASTEST] = [30, 300];
export const TEMPO_BOUNDS = { min: SLOWEST, max: FASTEST } as const;

/** A tempo within bounds, to a hundredth. */
export const tempoWithin = (bpm: number): number =>
  Math.max(SLOWEST, Math.min(FASTEST, Math.round(bpm * 100) / 100 || SLOWEST));
