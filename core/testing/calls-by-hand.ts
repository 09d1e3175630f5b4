import type { NotatedDance } from "../src/element/index.ts";
import { IN_FOUR } from "./figures.ts";

const FOUR: NotatedDance = IN_FOUR;
const SWUNG: NotatedDance = { ...IN_FOUR, swung: true };
const THREE: NotatedDance = { ...IN_FOUR, meter: 3 };
const ALONE: NotatedDance = { ...IN_FOUR, alone: true };

interface Called {
  readonly dance: NotatedDance;
  /** One role's steps, without any element's name. */
  readonly steps: string;
  /** What a teacher of that family calls it, written down before anything was worked out. */
  readonly call: string;
}

const family = (dance: NotatedDance, figures: Readonly<Record<string, string>>): readonly Called[] =>
  Object.entries(figures).map(([call, steps]) => ({ dance, steps, call }));

/** Figures of twelve families in plain steps, with what their teachers call them. */
export const CALLS_BY_HAND: Readonly<Record<string, readonly Called[]>> = {
  "six beats, swung": family(SWUNG, {
    "rock step, triple step, triple step":
      "1 L back; 2 R replace; 3 L side; & R close; 4 L side; 5 R side; & L close; 6 R side",
    "triple step, triple step, rock step":
      "1 L side; & R close; 2 L side; 3 R side; & L close; 4 R side; 5 L back; 6 R replace",
    "slow side, slow side, rock step": "1 L side; 3 R side; 5 L back; 6 R replace",
    "tap step, tap step, rock step": "1 L tap; 2 L place; 3 R tap; 4 R place; 5 L back; 6 R replace",
    "step touch, step touch, rock step": "1 L side; 2 R touch; 3 R side; 4 L touch; 5 L back; 6 R replace",
  }),
  "slot, swung": family(SWUNG, {
    "walk, walk, triple step forward, anchor":
      "1 R forward; 2 L forward; 3 R forward; & L close; 4 R forward; 5 L cross-behind small; & R place; 6 L place",
    "walk back, walk back, triple step, anchor":
      "1 L back; 2 R back; 3 L side; & R close; 4 L side; 5 R cross-behind small; & L place; 6 R place",
    "walk back, walk back, touch step, anchor":
      "1 L back; 2 R back; 3 L touch; 4 L place; 5 R cross-behind small; & L place; 6 R place",
    "walk, walk, triple step forward, walk, walk, anchor":
      "1 R forward; 2 L forward; 3 R forward; & L close; 4 R forward; 5 L forward; 6 R forward; 7 L cross-behind small; & R place; 8 L place",
    "walk, walk, coaster, anchor":
      "1 R forward; 2 L forward; 3 R back; & L close; 4 R forward; 5 L cross-behind small; & R place; 6 L place",
  }),
  "eight with breaks": family(FOUR, {
    "break, pause, break back, pause":
      "1 L forward; 2 R replace; 3 L close; 5 R back; 6 L replace; 7 R close; beats 8",
    "side break, pause, side break, pause":
      "1 L side; 2 R replace; 3 L close; 5 R side; 6 L replace; 7 R close; beats 8",
    "break back, pause, break back, pause":
      "1 L back; 2 R replace; 3 L close; 5 R back; 6 L replace; 7 R close; beats 8",
    "break, pause, rock step, walk, pause":
      "1 L forward; 2 R replace; 3 L close; 5 R back; 6 L replace; 7 R forward; beats 8",
    "break, pause, walk, walk, close, pause":
      "1 L forward; 2 R replace; 3 L close; 5 R forward; 6 L forward; 7 R close; beats 8",
  }),
  "four with a tap": family(FOUR, {
    "side basic twice": "1 L side; 2 R close; 3 L side; 4 R tap; 5 R side; 6 L close; 7 R side; 8 L tap",
    "walk ×3, tap, walk back ×3, tap":
      "1 L forward; 2 R forward; 3 L forward; 4 R tap; 5 R back; 6 L back; 7 R back; 8 L tap",
    "side basic, three-step turn, tap":
      "1 L side; 2 R close; 3 L side; 4 R tap; 5 R side turn R 1/2; 6 L side turn R 1/2; 7 R side; 8 L tap",
    "step in place ×3, tap": "1 L place; 2 R place; 3 L place; 4 R tap",
    "side, replace, step in place, tap": "1 L side; 2 R replace; 3 L place; 4 R tap",
  }),
  "boxes in three": family(THREE, {
    "box step": "1 L forward; 2 R side; 3 L close; 4 R back; 5 L side; 6 R close",
    "box half": "1 L forward; 2 R side; 3 L close",
    "balance, balance back": "1 L forward; 2 R close; 3 L place; 4 R back; 5 L close; 6 R place",
    "twinkle twice": "1 L cross-front; 2 R side; 3 L close; 4 R cross-front; 5 L side; 6 R close",
    "box half turning left ¼, box half back turning left ¼":
      "1 L forward; 2 R side; 3 L close turn L 1/4; 4 R back; 5 L side; 6 R close turn L 1/4",
  }),
  "crossing steps in three": family(THREE, {
    "cross front, side rock cross, side rock":
      "1 R cross-front; 2 L side; 3 R replace; 4 L cross-front; 5 R side; 6 L replace",
    "cross front, walk ×5":
      "1 R cross-front; 2 L forward; 3 R forward; 4 L forward; 5 R forward; 6 L forward",
    "walk ×6": "1 L forward; 2 R forward; 3 L forward; 4 R forward; 5 L forward; 6 R forward",
    "side, touch, pause, side, touch, pause": "1 L side; 2 R touch close; 4 R side; 5 L touch close; beats 6",
    weave: "1 L cross-front; 2 R side; 3 L cross-behind; 4 R side; beats 4",
  }),
  "three with an and": family(FOUR, {
    "&1 rock step, 2 walk, 3 walk": "& L back; 1 R replace; 2 L forward; 3 R forward",
    "&1 rock step, 2 side, 3 close": "& L back; 1 R replace; 2 L side; 3 R close",
    "& side, 1 close, 2 side, 3 close": "& L side; 1 R close; 2 L side; 3 R close",
    "&1 rock step, 2 walk turning left ¼, 3 close turning left ¼":
      "& L back; 1 R replace; 2 L forward turn L 1/4; 3 R close turn L 1/4",
    "&1 rock step forward, 2 walk back, 3 walk back": "& R forward; 1 L replace; 2 R back; 3 L back",
  }),
  "slows and quicks": family(FOUR, {
    "slow, slow, side, close": "S L forward; S R forward; Q L side; Q R close",
    "slow, slow, walk, walk": "S L forward; S R forward; Q L forward; Q R forward",
    "slow back, slow back, rock step": "S L back; S R back; Q L back; Q R replace",
    "slow side, rock step, slow side, rock step":
      "S L side; Q R back; Q L replace; S R side; Q L back; Q R replace",
    "slow, step lock, slow": "S L forward; Q R forward; Q L lock; S R forward",
  }),
  "line in 32": family(ALONE, {
    "grapevine, touch, grapevine, touch":
      "1 R side; 2 L cross-behind; 3 R side; 4 L touch; 5 L side; 6 R cross-behind; 7 L side; 8 R touch",
    "shuffle, shuffle, rocking chair":
      "1 R forward; & L close; 2 R forward; 3 L forward; & R close; 4 L forward; 5 R forward; 6 L replace; 7 R back; 8 L replace",
    "kick-ball-change, walk, walk": "1 R kick; & R close; 2 L place; 3 R forward; 4 L forward",
    "pivot turn half, pivot turn half, stomp pair":
      "1 R forward; 2 L replace turn L 1/2; 3 R forward; 4 L replace turn L 1/2; 5 R stomp; 6 L stomp",
    "rock step forward, coaster, rock step forward, coaster":
      "1 R forward; 2 L replace; 3 R back; & L close; 4 R forward; 5 L forward; 6 R replace; 7 L back; & R close; 8 L forward",
    "side rock, cross shuffle, side rock, cross shuffle":
      "1 R side; 2 L replace; 3 R cross-front; & L side; 4 R cross-front; 5 L side; 6 R replace; 7 L cross-front; & R side; 8 L cross-front",
    "sailor, sailor, jazz box":
      "1 R cross-behind; & L side; 2 R side; 3 L cross-behind; & R side; 4 L side; 5 R cross-front; 6 L back; 7 R side; 8 L close",
    "toe strut, toe strut, V step":
      "1 R touch forward; 2 R place; 3 L touch forward; 4 L place; 5 R diagonal-forward; 6 L diagonal-forward; 7 R diagonal-back; 8 L close",
  }),
  "alone, to any music": family(ALONE, {
    "step in place ×4": "1 R place; 2 L place; 3 R place; 4 L place",
    "triple step in place twice": "1 R place; & L place; 2 R place; 3 L place; & R place; 4 L place",
    "step touch twice": "1 R side; 2 L touch; 3 L side; 4 R touch",
    "three-step turn, touch": "1 R side turn R 1/2; 2 L side turn R 1/2; 3 R side; 4 L touch",
    "step hop twice": "1 R forward; 2 R hop; 3 L forward; 4 L hop",
  }),
  "triples with a break": family(FOUR, {
    "rock step forward, triple step, rock step, triple step":
      "1 L forward; 2 R replace; 3 L side; & R close; 4 L side; 5 R back; 6 L replace; 7 R side; & L close; 8 R side",
    "rock step, triple step forward, rock step forward, triple step back":
      "1 L back; 2 R replace; 3 L forward; & R close; 4 L forward; 5 R forward; 6 L replace; 7 R back; & L close; 8 R back",
    "cross rock, triple step, cross rock, triple step":
      "1 L cross-front; 2 R replace; 3 L side; & R close; 4 L side; 5 R cross-front; 6 L replace; 7 R side; & L close; 8 R side",
    "spot turn, triple step":
      "1 L cross-front turn R 1/2; 2 R replace turn R 1/2; 3 L side; 4 R side; & L close; 5 R side",
    "lock step twice": "1 L forward; & R lock; 2 L forward; 3 R forward; & L lock; 4 R forward",
  }),
  "kicks and walks": family(FOUR, {
    "kick walk": "1 L forward; 2 R kick; 3 R back; 4 L touch back",
    "rock step, kick, step in place, kick, step in place":
      "1 L back; 2 R replace; 3 L kick; 4 L place; 5 R kick; 6 R place",
    "walk, kick, walk back, tap back": "1 L forward; 2 R kick; 3 R back; 4 L tap back",
    "run ×4":
      "1 L forward; & R forward; 2 L forward; & R forward; 3 L forward; & R forward; 4 L forward; & R forward",
    "& step in place, 1 step in place, 2 walk, 3 walk": "& L place; 1 R place; 2 L forward; 3 R forward",
  }),
};
