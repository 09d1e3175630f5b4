/** The longest figure, in beats. */
export const MAX_BEATS = 512;

/** Actions that change weight: the foot named carries the dancer afterwards. */
export const WEIGHT_ACTIONS = [
  "forward",
  "back",
  "side",
  "close",
  "place",
  "replace",
  "cross-front",
  "cross-behind",
  "lock",
  "diagonal-forward",
  "diagonal-back",
  "stomp",
  "lunge",
  "slide",
  "jump",
  "sway",
] as const;

/** What the body does by itself, with a side or without. */
const BODY_MOVES = [
  "bump",
  "roll",
  "bounce",
  "shimmy",
  "contract",
  "lean",
  "sit",
  "kneel",
  "dip",
  "drop",
  "snap",
  "slap",
] as const;

/** Actions that leave the weight where it is. */
export const FREE_ACTIONS = [
  "tap",
  "touch",
  "point",
  "kick",
  "brush",
  "scuff",
  "hitch",
  "heel",
  "swivel",
  "hold",
  "flick",
  "drag",
  "hop",
  "clap",
  "swing",
  "ronde",
  ...BODY_MOVES,
] as const;

/** Actions without weight that the whole body can do; all others are done with a foot. */
const BODY_ACTIONS = ["swivel", "hold", "clap", ...BODY_MOVES] as const;
/** Actions without weight that both feet can do together. */
const BOTH_ACTIONS = [...BODY_ACTIONS, "heel"] as const;

/** Where an action without weight (or a lock or replace) goes. */
export const DIRECTIONS = [
  "forward",
  "back",
  "side",
  "close",
  "place",
  "cross-front",
  "cross-behind",
  "diagonal-forward",
  "diagonal-back",
] as const;

/** Words that say more of a step. */
export const MODIFIERS = ["turn", "small", "long", "hold", "lead", "cue"] as const;
/** Who dances a row of steps. */
export const ROLES = ["leader", "follower", "solo"] as const;

/** Actions with weight that say what the foot does, so that where it goes can be said too. */
const DIRECTED: readonly string[] = ["lock", "replace", "stomp", "lunge", "slide", "jump", "sway"];

/** One of `WEIGHT_ACTIONS`. */
export type WeightAction = (typeof WEIGHT_ACTIONS)[number];
/** One of `FREE_ACTIONS`. */
export type FreeAction = (typeof FREE_ACTIONS)[number];
/** What a step does, with weight or without. */
export type Action = WeightAction | FreeAction;
/** One of `DIRECTIONS`. */
export type Direction = (typeof DIRECTIONS)[number];
/** One of `MODIFIERS`. */
export type Modifier = (typeof MODIFIERS)[number];
/** One of `ROLES`. */
export type Role = (typeof ROLES)[number];

/** One short form a word, accepted on reading and written out in full on formatting. */
export const SHORT_FORMS: Readonly<Record<string, string>> = {
  f: "forward",
  b: "back",
  s: "side",
  c: "close",
  p: "place",
  rp: "replace",
  xf: "cross-front",
  xb: "cross-behind",
  lk: "lock",
  df: "diagonal-forward",
  db: "diagonal-back",
  t: "tap",
  th: "touch",
  pt: "point",
  k: "kick",
  br: "brush",
  sc: "scuff",
  ht: "hitch",
  hl: "heel",
  sw: "swivel",
  h: "hold",
  sp: "stomp",
  fl: "flick",
  dg: "drag",
  hp: "hop",
  cl: "clap",
  lu: "lunge",
  sl: "slide",
  jp: "jump",
  sy: "sway",
  sg: "swing",
  rd: "ronde",
  bp: "bump",
  rl: "roll",
  bo: "bounce",
  sh: "shimmy",
  ct: "contract",
  ln: "lean",
  si: "sit",
  kn: "kneel",
  dp: "dip",
  dr: "drop",
  sn: "snap",
  sa: "slap",
  tn: "turn",
  sm: "small",
  lg: "long",
  ld: "lead",
  cu: "cue",
  lr: "both",
  bt: "beats",
  us: "use",
  cs: "counts",
  om: "omit",
  fr: "free",
  mr: "mirror",
  op: "opposite",
  im: "image",
  le: "leader",
  fo: "follower",
  so: "solo",
};

const among = <T extends string>(list: readonly T[]) => {
  const words: ReadonlySet<string> = new Set(list);
  return (word: string): word is T => words.has(word);
};

/**
 * Whether an action puts the weight on the foot.
 * @example
 * isWeightAction("tap") // false
 */
export const isWeightAction = among(WEIGHT_ACTIONS);
/**
 * Whether a word is an action, in its long form.
 * @example
 * isAction("tap") // true
 */
export const isAction = among<Action>([...WEIGHT_ACTIONS, ...FREE_ACTIONS]);
/**
 * Whether an action needs no foot.
 * @example
 * needsNoFoot("hold") // true
 */
export const needsNoFoot: (action: string) => boolean = among(BODY_ACTIONS);
const OF_ONE_SIDE: ReadonlySet<string> = new Set(["bump", "roll", "lean", "kneel", "dip", "snap", "slap"]);
/**
 * Whether a foot, or a side of the body, may be said of an action.
 * @example
 * mayHaveFoot("hold") // false
 */
export const mayHaveFoot = (action: string): boolean => !needsNoFoot(action) || OF_ONE_SIDE.has(action);
/**
 * Whether both feet can do an action at once: a step lands on both, but nobody kicks with both.
 * @example
 * canBeBoth("tap") // false
 */
export const canBeBoth = (action: Action): boolean => isWeightAction(action) || among(BOTH_ACTIONS)(action);
/**
 * Whether a word is a direction, in its long form.
 * @example
 * isDirection("up") // false
 */
export const isDirection = among(DIRECTIONS);
/**
 * Whether a word says more of a step.
 * @example
 * isModifier("turn") // true
 */
export const isModifier = among(MODIFIERS);
/**
 * Whether a word names a role.
 * @example
 * isRole("solo") // true
 */
export const isRole = among(ROLES);

/** What is heard or seen of the whole body and goes nowhere. */
const UNDIRECTED: ReadonlySet<Action> = new Set(["clap", "snap", "slap", "shimmy", "contract", "bounce"]);

/**
 * Actions that may be followed by a direction.
 * @example
 * takesDirection("tap") // true
 */
export const takesDirection = (action: Action): boolean =>
  isWeightAction(action) ? DIRECTED.includes(action) : !UNDIRECTED.has(action);
