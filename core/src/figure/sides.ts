import {
  apartFromOpposite,
  type Figure,
  isWeightAction,
  type Step,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import { spokenCount } from "../time/index.ts";
import { inWords } from "../words/index.ts";

const NATURAL = "Followers dance the natural opposite.";

/**
 * How the two sides of a figure differ, in a sentence for teachers: that followers dance the natural opposite, or at
 * which counts they do not. Nothing for a figure without partners.
 * @example
 * sidesInWords(BASIC) // "Followers dance the natural opposite."
 */
export function sidesInWords(figure: Figure): string {
  const roles = writtenRoles(figure);
  if (!roles.includes("leader") || !roles.includes("follower")) return "";
  const leader = stepsOf(figure, "leader");
  const follower = stepsOf(figure, "follower");
  const apart = apartFromOpposite(leader, follower);
  if (apart.length === 0) return NATURAL;
  const onsets = new Set([...leader, ...follower].map(({ onset }) => onset));
  if (apart.length === onsets.size) return "The two sides differ on every count: teach each by itself.";
  const counts = inWords(apart.map(spokenCount));
  const [only] = apart;
  const how = apart.length === 1 ? `: ${apartAt(leader, follower, only ?? 0)}` : "";
  return `Opposite steps, except on ${counts}${how}.`;
}

/** A step as a verb: `steps back`, `taps forward`; for several people `step back`, `tap forward`. */
function asVerb({ action, direction }: Step, several: boolean): string {
  const word = (action === "place" ? "in place" : action).replace("-", " ");
  const ending = several ? "" : /(ch|sh)$/.test(word) ? "es" : "s";
  const verb = isWeightAction(action) ? `step${several ? "" : "s"} ${word}` : `${word}${ending}`;
  return direction ? `${verb} ${direction.replace("-", " ")}` : verb;
}

/** What the two do at one moment at which they are no opposites. */
function apartAt(leader: readonly Step[], follower: readonly Step[], onset: number): string {
  const at = (steps: readonly Step[]) => steps.find((step) => step.onset === onset);
  const [one, other] = [at(leader), at(follower)];
  if (!one || !other) return `only the ${one ? "leader" : "follower"} moves`;
  if (asVerb(one, true) !== asVerb(other, true))
    return `the leader ${asVerb(one, false)}, the follower ${asVerb(other, false)}`;
  const turnsAlike = one.turn?.degrees === other.turn?.degrees && one.turn?.sense === other.turn?.sense;
  return turnsAlike ? `both ${asVerb(one, true)}` : "the two turn differently";
}
