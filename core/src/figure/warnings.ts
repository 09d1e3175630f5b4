import { FACING_NAMES, followerFaces, holdNamed } from "../hold/index.ts";
import { type Figure, holdsSaid, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import { type Dance, spokenCount, spokenFraction, type Ticks } from "../time/index.ts";
import { inWords } from "../words/index.ts";
import { followFeet, footFaultText } from "./feet.ts";
import { turnOf } from "./place.ts";
import { between, join, round, stateIn, stateOut } from "./state.ts";

/** Something that a teacher would say of a figure as it is written, and what would mend it. */
export interface Warning {
  readonly about: "feet" | "facing" | "hold" | "turns" | "roles";
  readonly text: string;
  readonly wayOut: string;
}

const partOfTurn = (degrees: number): string =>
  `${spokenFraction(Math.min(degrees, 360 - degrees), 360)} of a turn`;

/**
 * Of a couple of whom only one has steps, the one whose steps were never written; `null` where both have, or somebody
 * dances alone.
 * @example
 * missingRole(BASIC) // null
 */
export function missingRole(figure: Figure): "leader" | "follower" | null {
  const [leader, follower] = [stepsOf(figure, "leader").length, stepsOf(figure, "follower").length];
  if ((leader === 0) === (follower === 0)) return null;
  return leader === 0 ? "leader" : "follower";
}

function roleWarning(figure: Figure, dance: Pick<Dance, "alone">): Warning[] {
  const role = dance.alone ? null : missingRole(figure);
  if (role === null) return [];
  return [
    {
      about: "roles",
      text: `${role === "leader" ? "Leaders'" : "Followers'"} steps are missing, so nothing can be said of the couple.`,
      wayOut: "Write them, or that they are the mirror or the opposite.",
    },
  ];
}

function footWarnings(figure: Figure): Warning[] {
  return writtenRoles(figure).flatMap((role) =>
    followFeet(stepsOf(figure, role)).faults.map(
      (fault): Warning => ({
        about: "feet",
        text: `${role}, step ${fault.step + 1}: ${footFaultText(fault)}`,
        wayOut: "Put the step on the other foot, or a tap in its place.",
      }),
    ),
  );
}

/** The turns of the two leave them another way than the hold in which they are. */
function facingWarning(figure: Figure, dance: Pick<Dance, "holds">): Warning[] {
  const [starts, ends] = [between(stateIn(figure, dance)), between(stateOut(figure, dance))];
  const sum = (role: Role) => stepsOf(figure, role).reduce((all, step) => all + turnOf(step), 0);
  if (starts === null || ends === null) return [];
  const turned = round(starts + sum("follower") - sum("leader"));
  const off = round(turned - ends);
  // Where another hold is taken within the figure, that says how they are to face.
  if (off === 0 && (ends === starts || stateIn(figure, dance).hold !== stateOut(figure, dance).hold))
    return [];
  if (off === 0)
    return [
      {
        about: "facing",
        text: `The couple ends ${partOfTurn(round(ends - starts))} away from how it began to face each other.`,
        wayOut: "Say the hold that they end in, or turn one of them the rest of the way.",
      },
    ];
  return [
    {
      about: "facing",
      text: `By their turns the two end ${partOfTurn(off)} away from how the hold at the end has them face.`,
      wayOut: `Write the turn of ${partOfTurn(off)} that is missing, or another hold at the end.`,
    },
  ];
}

/** So near counts as facing the way that a hold has it, in degrees: holds are danced a little open. */
const NEARLY = 45;

/** How the follower faces as the leader sees it from each onset on, beginning with how they stand at first. */
function betweenAt(
  figure: Figure,
  begins: number,
): readonly { readonly onset: Ticks; readonly faces: number }[] {
  const turns = (["leader", "follower"] as const).flatMap((role) =>
    stepsOf(figure, role).map((step) => ({
      onset: step.onset,
      by: role === "follower" ? turnOf(step) : -turnOf(step),
    })),
  );
  let faces = begins;
  return turns
    .toSorted((a, b) => a.onset - b.onset)
    .map(({ onset, by }) => {
      faces = round(faces + by);
      return { onset, faces };
    });
}

/**
 * Holds within the figure in which the two never come to face each other as the hold has it, from where it is said until
 * the next one is; the last is held against the end.
 */
function holdsOnTheWay(figure: Figure, dance: Pick<Dance, "holds">): Warning[] {
  const begins = between(stateIn(figure, dance));
  if (begins === null) return [];
  const said = holdsSaid(figure);
  const faced = betweenAt(figure, begins);
  return said.slice(1, -1).flatMap(({ onset, hold }, at): Warning[] => {
    const wanted = followerFaces(hold ?? null, dance.holds);
    const until = said[at + 2]?.onset ?? figure.length;
    // Where several steps have one onset, all of them are done.
    const ways = faced.filter(
      (one, index) => one.onset >= onset && one.onset < until && faced[index + 1]?.onset !== one.onset,
    );
    if (wanted === null || ways.length === 0) return [];
    const off = ways.map(({ faces }) => round(faces - wanted)).map((one) => Math.min(one, 360 - one));
    const least = Math.min(...off);
    if (least <= NEARLY) return [];
    const found = holdNamed(hold ?? "", dance.holds);
    return [
      {
        about: "facing",
        text: `They are in ${hold}${found ? `, ${FACING_NAMES[found.facing]}` : ""}, from ${spokenCount(onset)} on; by their turns they stay ${partOfTurn(least)} away from that.`,
        wayOut: `Write the turn of ${partOfTurn(least)} that is missing before it, or another hold.`,
      },
    ];
  });
}

/** A dancer alone whose turns do not come round within four times. */
function turnWarnings(figure: Figure): Warning[] {
  const roles = writtenRoles(figure).filter((role) => {
    const turn = round(stepsOf(figure, role).reduce((sum, step) => sum + turnOf(step), 0));
    return turn % 90 !== 0;
  });
  if (roles.length === 0) return [];
  const [role] = roles as [Role];
  const turn = round(stepsOf(figure, role).reduce((sum, step) => sum + turnOf(step), 0));
  return [
    {
      about: "turns",
      text: `The turns of the ${inWords(roles)} come to ${partOfTurn(turn)}: no wall of the room is faced at the end.`,
      wayOut: `Turn ${partOfTurn(round(360 - turn) % 90 || 90)} more or less, if a wall is meant.`,
    },
  ];
}

/** A hold at the end out of which no other figure of the dance goes on. */
function holdWarning(figure: Figure, dance: Pick<Dance, "holds">, others: readonly Figure[]): Warning[] {
  const { hold } = stateOut(figure, dance);
  if (hold === null || others.length === 0) return [];
  const goesOn = [figure, ...others].some((next) => {
    const { reasons } = join(figure, next, dance);
    return stateIn(next, dance).hold !== null && !reasons.some((reason) => reason.startsWith("It ends in"));
  });
  return goesOn
    ? []
    : [
        {
          about: "hold",
          text: `It ends in ${hold}, in which no figure of this dance begins, and which changes freely into none that does.`,
          wayOut: `End it in another hold, or say among the dance's holds what ${hold} changes into.`,
        },
      ];
}

/**
 * What a teacher would say of a figure before it is saved: a role without steps, a foot that is not free, a couple
 * that ends facing away or never faces as a hold on the way has it, a hold that nothing leads out of, turns that end at no wall. Each with a way out; none of them is a fault.
 * @param others the other figures of the dance
 * @example
 * warningsOf(BASIC, DANCE, []) // []
 */
export const warningsOf = (
  figure: Figure,
  dance: Pick<Dance, "holds" | "alone">,
  others: readonly Figure[],
): readonly Warning[] => [
  ...roleWarning(figure, dance),
  ...footWarnings(figure),
  ...holdsOnTheWay(figure, dance),
  ...facingWarning(figure, dance),
  ...turnWarnings(figure),
  ...holdWarning(figure, dance, others),
];
