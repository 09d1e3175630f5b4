import type { FigureKind } from "../figure/index.ts";
import type { Dance, Tier } from "../time/index.ts";

/** A general figure with which a new dance may begin. */
export interface StarterFigure {
  readonly name: string;
  readonly kind: FigureKind;
  readonly tier: Tier;
  /** Minutes on its first night. */
  readonly minutes: number;
  /** Names of figures of the same set. */
  readonly needs: readonly string[];
  readonly variantOf: string | null;
  readonly notation: string;
  readonly cues: readonly string[];
  readonly slips: readonly string[];
  readonly cautions: readonly string[];
}

/** A shape of dancing with general figures, to be changed at will. */
export interface StarterSet {
  readonly id: string;
  /** What it is, in plain words. */
  readonly name: string;
  readonly about: string;
  /** How its dance is counted. */
  readonly dance: Pick<
    Dance,
    | "meter"
    | "phraseBeats"
    | "slowBeats"
    | "quickBeats"
    | "slowestBpm"
    | "fastestBpm"
    | "freeTimed"
    | "swung"
    | "alone"
  >;
  readonly figures: readonly StarterFigure[];
}

/** What is usually taken care of. */
export const CARE = {
  turn: "Turn only with a loose hand: nobody grips thumbs, and arms stay in front of the shoulder line.",
  close: "Close only as far as both agree; either partner may open the hold at any moment.",
  floor: "Look where you go, and leave the couple beside you their room.",
  knees: "Land soft and small; stop at the first pain.",
} as const;

type Written = readonly [
  name: string,
  kind: FigureKind,
  tierAndMinutes: readonly [Tier, number],
  notation: string,
  cue: string,
  slip: string,
  more?: {
    readonly needs?: readonly string[];
    readonly variantOf?: string;
    readonly care?: readonly (keyof typeof CARE)[];
  },
];

/** A figure as the tables of the sets write it. */
export const starter = ([
  name,
  kind,
  [tier, minutes],
  notation,
  cue,
  slip,
  more = {},
]: Written): StarterFigure => ({
  name,
  kind,
  tier,
  minutes,
  needs: more.needs ?? [],
  variantOf: more.variantOf ?? null,
  notation,
  cues: [cue],
  slips: [slip],
  cautions: (more.care ?? []).map((one) => CARE[one]),
});

/** Even beats in four, slow for two beats and quick for one, phrases of eight. */
export const FOUR = {
  meter: 4,
  phraseBeats: 8,
  slowBeats: 2,
  quickBeats: 1,
  freeTimed: false,
  swung: false,
  alone: false,
} as const;
