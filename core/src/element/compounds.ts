/**
 * Names that are put together from others: what begins like a coaster and ends in a cross is a coaster cross. Each is
 * written from the left foot; `END` stands for the last step, of the foot that follows.
 */
const BASES: readonly (readonly [name: string, others: readonly string[], steps: string, end: string])[] = [
  ["coaster", ["coaster step"], "1 L back; & R close", "2 L"],
  ["sailor", ["sailor step"], "1 L cross-behind; & R side", "2 L"],
  ["jazz box", [], "1 L cross-front; 2 R back; 3 L side", "4 R"],
  ["kick-ball", ["kick and ball"], "1 L kick; & L place", "2 R"],
  ["heel ball", ["heel and ball"], "1 L heel forward; & L close", "2 R"],
  ["grapevine", ["vine"], "1 L side; 2 R cross-behind; 3 L side", "4 R"],
  ["weave", [], "1 L cross-front; 2 R side; 3 L cross-behind", "4 R"],
  ["side rock", [], "1 L side; 2 R replace", "3 L"],
];

/** What a name may end in, and what its last step is then. */
const ENDS: readonly (readonly [word: string, others: readonly string[], step: string])[] = [
  ["cross", [], "cross-front"],
  ["touch", ["tap"], "touch"],
  ["point", [], "point side"],
  ["step", ["forward"], "forward"],
  ["side", [], "side"],
  ["together", ["close"], "close"],
  ["hitch", [], "hitch"],
  ["kick", [], "kick"],
  ["scuff", ["brush"], "scuff"],
  ["heel", [], "heel forward"],
];

/** Ends that a base has already in its own name, or that are said of its own last step. */
const TAKEN: ReadonlySet<string> = new Set(["coaster step", "sailor step", "jazz box step", "weave step"]);

type Shipped = readonly [name: string, others: readonly string[], ...ways: string[]];

/** Every base with every end. */
export const COMPOUNDS: readonly Shipped[] = BASES.flatMap(([base, others, steps, last]) =>
  ENDS.flatMap(([word, words, step]): Shipped[] => {
    const names = [base, ...others].flatMap((name) => [word, ...words].map((end) => `${name} ${end}`));
    const [name = "", ...otherNames] = names.filter((one) => !TAKEN.has(one));
    return TAKEN.has(`${base} ${word}`) ? [] : [[name, otherNames, `${steps}; ${last} ${step}`]];
  }),
);
