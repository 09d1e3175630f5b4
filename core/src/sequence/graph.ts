import { between, carryOn, type DancerState, stateIn, turnOf } from "../figure/index.ts";
import { changesFreely, followerFaces, type Hold, isSameHold } from "../hold/index.ts";
import { type Figure, otherSide, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import { type Dance, type Ticks, ticksToBeats } from "../time/index.ts";

/** As it is written, or with feet, sides and senses of turns exchanged. */
export type Side = "written" | "other";

/** A figure that may stand in a sequence. */
export interface SequenceFigure {
  readonly id: string;
  readonly figure: Figure;
  /** The sides on which it may be danced: as it is written where a couple dances, both where one dances alone. */
  readonly sides?: readonly Side[];
}

/** How a couple, or a dancer alone, stands between two figures. */
export interface GraphState {
  readonly hold: string | null;
  /** The foot without weight of each role that is written; `null` where either may be. */
  readonly free: Readonly<Partial<Record<Role, "L" | "R" | null>>>;
  /** How the follower faces as the leader sees it, in degrees from 0 to 359; `null` where it is not known. */
  readonly facing: number | null;
  /** Ticks after the last step in which the next figure may pick up, as far as any figure asks. */
  readonly room: Ticks;
  /** The hold was just changed freely; a figure comes next. */
  readonly changed: boolean;
}

/** A figure danced from one state to another, or a free change of hold, which takes no time. */
export interface Arc {
  /** `null` for a free change of hold. */
  readonly figureId: string | null;
  readonly side: Side;
  /** Indices into the states. */
  readonly from: number;
  readonly to: number;
  readonly beats: number;
  /** Degrees that the leader, or the dancer alone, turns in all; right turns above 0. */
  readonly turn: number;
}

/** All states in which the figures of a dance begin and end, and what leads from one to another. */
export interface TransitionGraph {
  readonly states: readonly GraphState[];
  readonly arcs: readonly Arc[];
}

/** A figure on one side, and what it asks for and leaves. */
interface Move {
  readonly id: string;
  readonly side: Side;
  readonly figure: Figure;
  readonly into: DancerState;
  readonly roles: readonly Role[];
  readonly beats: number;
  readonly turn: number;
  /** Ticks that it begins before its count 1. */
  readonly pickUp: Ticks;
  /** Ticks from its last step to its end. */
  readonly rest: Ticks;
}

type Holds = Pick<Dance, "holds">;

function moveOf(id: string, side: Side, figure: Figure, dance: Holds): Move | null {
  const roles = writtenRoles(figure);
  const onsets = roles.flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset));
  if (onsets.length === 0) return null;
  return {
    id,
    side,
    figure,
    into: stateIn(figure, dance),
    roles,
    beats: ticksToBeats(figure.length),
    turn: stepsOf(figure, roles.includes("solo") ? "solo" : (roles[0] ?? "leader")).reduce(
      (sum, step) => sum + turnOf(step),
      0,
    ),
    pickUp: Math.max(0, -Math.min(...onsets)),
    rest: figure.length - Math.max(...onsets),
  };
}

const keyOf = ({ hold, free, facing, room, changed }: GraphState): string =>
  // A foot that may be either is told from a role that nobody dances.
  [hold, free.leader, free.follower, free.solo, facing, room, changed].map(String).join("|");

/** Whether a figure can begin in a state, in the very hold in which the couple stands. */
function begins({ into, roles, pickUp }: Move, state: GraphState): boolean {
  const known = Object.keys(state.free) as Role[];
  if (!roles.some((role) => known.includes(role))) return false;
  for (const role of roles) {
    const [has, wants] = [state.free[role], into.free[role]];
    if (has && wants && has !== wants) return false;
  }
  if (into.hold !== null && state.hold !== null && !isSameHold(into.hold, state.hold)) return false;
  const wanted = between(into);
  if (wanted !== null && state.facing !== null && wanted !== state.facing) return false;
  return state.room >= pickUp;
}

/** The state in which a figure ends that began in another. */
function ends(move: Move, state: GraphState, dance: Holds, roomOf: (rest: Ticks) => Ticks): GraphState {
  const { figure, into, roles, rest } = move;
  const follower = state.facing;
  const before: DancerState = {
    hold: into.hold ?? state.hold,
    free: state.free,
    facing: { leader: 0, ...(follower === null ? {} : { follower }) },
  };
  const out = carryOn(figure, dance, before);
  const both = roles.includes("leader") && roles.includes("follower");
  return {
    hold: out.hold,
    free: { ...state.free, ...out.free },
    facing: both ? between(out) : null,
    room: roomOf(rest),
    changed: false,
  };
}

/** The states into which the hold changes freely. */
function changes(state: GraphState, holds: readonly Hold[]): GraphState[] {
  const { hold, facing } = state;
  if (state.changed || hold === null) return [];
  return holds.flatMap(({ name }): GraphState[] => {
    if (name === hold || !changesFreely(hold, name, holds)) return [];
    const wanted = followerFaces(name, holds);
    if (wanted !== null && facing !== null && wanted !== facing) return [];
    return [{ ...state, hold: name, facing: wanted ?? facing, changed: true }];
  });
}

/** The states in which a figure may begin when nothing was danced before: what it does not say may be anything. */
function beginnings(
  { into, roles }: Move,
  kinds: readonly (readonly Role[])[],
  said: readonly string[],
  holds: readonly Hold[],
  room: Ticks,
): GraphState[] {
  const own = kinds.find((kind) => kind.some((role) => roles.includes(role))) ?? roles;
  let free: GraphState["free"][] = [{}];
  for (const role of own) {
    const values = roles.includes(role) ? [into.free[role] ?? null] : (["L", "R"] as const);
    free = free.flatMap((one) => values.map((foot) => ({ ...one, [role]: foot })));
  }
  const inHold = into.hold !== null ? [into.hold] : own.includes("solo") ? [null] : [null, ...said];
  return free.flatMap((feet) =>
    inHold.map((hold) => ({
      hold,
      free: feet,
      facing: own.includes("solo") ? null : followerFaces(hold, holds),
      room,
      changed: false,
    })),
  );
}

/**
 * The graph on which everything about sequences stands: the states in which figures begin and end, each figure as an arc
 * for every state in which it can begin, and free changes of hold. Two figures can follow each other here exactly when
 * `join` says that they can. A figure that does not say its hold keeps the one in force; one that writes only one role
 * keeps the other's foot. A figure without steps is left out.
 * @example
 * transitionGraph([{ id: "basic", figure: BASIC }], DANCE).arcs // [{ figureId: "basic", side: "written", from: 0, to: 0, beats: 8, turn: 0 }]
 */
export function transitionGraph(
  figures: readonly SequenceFigure[],
  dance: Pick<Dance, "holds" | "alone">,
): TransitionGraph {
  const usual: readonly Side[] = dance.alone ? ["written", "other"] : ["written"];
  const moves = figures.flatMap(({ id, figure, sides = usual }) =>
    sides.flatMap((side) => moveOf(id, side, side === "other" ? otherSide(figure) : figure, dance) ?? []),
  );
  const pickUps = [...new Set(moves.map(({ pickUp }) => pickUp))].sort((a, b) => b - a);
  const roomOf = (rest: Ticks): Ticks => pickUps.find((pickUp) => pickUp === 0 || rest > pickUp) ?? 0;
  const said = [
    ...new Set(
      moves.flatMap(({ figure, into }) =>
        [into.hold, carryOn(figure, dance, into).hold].filter((hold) => hold !== null),
      ),
    ),
  ];
  const kinds = [
    ["leader", "follower"].filter((role) =>
      moves.some(({ roles }) => roles.includes(role as Role)),
    ) as Role[],
    ["solo"] as const,
  ];
  const states: GraphState[] = [];
  const numbers = new Map<string, number>();
  const numberOf = (state: GraphState): number => {
    const key = keyOf(state);
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, states.length);
    return states.push(state) - 1;
  };
  for (const move of moves)
    for (const state of beginnings(move, kinds, said, dance.holds, pickUps[0] ?? 0)) numberOf(state);
  const arcs: Arc[] = [];
  for (let from = 0; from < states.length; from++) {
    const state = states[from] as GraphState;
    for (const move of moves) {
      if (!begins(move, state)) continue;
      const to = numberOf(ends(move, state, dance, roomOf));
      arcs.push({ figureId: move.id, side: move.side, from, to, beats: move.beats, turn: move.turn });
    }
    for (const next of changes(state, dance.holds)) {
      // A change into a hold in which nothing begins leads nowhere.
      if (!moves.some((move) => move.into.hold === next.hold && begins(move, next))) continue;
      arcs.push({ figureId: null, side: "written", from, to: numberOf(next), beats: 0, turn: 0 });
    }
  }
  return { states, arcs };
}
