import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { imageSteps } from "./mirror.ts";
import type { Item } from "./read-item.ts";
import { turnShares } from "./read-turn.ts";
import type { Report } from "./report.ts";
import type { Placed } from "./row.ts";
import type { Token } from "./scan.ts";
import type { Comment, ElementStep, Foot, SaidElement, Step } from "./types.ts";
import { isWeightAction, needsNoFoot, type Role } from "./words.ts";

/** What is written of one role, on its feet. */
export interface WrittenRole {
  readonly steps: readonly Step[];
  /** The line on which each step stands. */
  readonly lines: readonly number[];
  readonly said: readonly SaidElement[];
  readonly omitted: readonly { readonly onset: Ticks; readonly at: Token }[];
  readonly comments: readonly Comment[];
}

/** The foot with which a role begins where none is written. */
const FIRST_FOOT: Readonly<Record<Role, "L" | "R">> = { leader: "L", follower: "R", solo: "R" };

const other = (foot: "L" | "R"): "L" | "R" => (foot === "L" ? "R" : "L");

/** Which foot carries the weight after a step. */
function standingAfter(standing: Foot | null, { foot, action }: Step): Foot | null {
  if (isWeightAction(action)) return foot ?? standing;
  if (action === "hop") return foot === "L" || foot === "R" ? foot : standing;
  const isOne = foot === "L" || foot === "R";
  return isOne && (standing === null || standing === "both") ? other(foot) : standing;
}

/** Goes through a role in time and knows which foot is free. */
interface Dancer {
  standing: Foot | null;
  readonly first: "L" | "R";
}

const freeFoot = ({ standing, first }: Dancer): "L" | "R" =>
  standing === "L" || standing === "R" ? other(standing) : first;

function footOf(dancer: Dancer, action: Step["action"]): Foot | null {
  if (needsNoFoot(action)) return null;
  // Nobody jumps onto one foot unless it is said.
  if (action === "jump") return "both";
  return action === "hop" ? other(freeFoot(dancer)) : freeFoot(dancer);
}

/** The steps of an element that begins on a foot, in the direction that was said. */
function elementSteps(item: Item & { kind: "element" }, foot: "L" | "R"): Step[] {
  const { element, direction, extras } = item;
  const way = element.ways[0]?.steps ?? [];
  const written = way.map(({ goes, ...step }: ElementStep): Step => {
    const size = extras.size ? { size: extras.size } : {};
    return { ...step, ...(goes && direction ? { action: direction } : {}), ...size };
  });
  return foot === "L" ? written : imageSteps(written);
}

/** Whether a turn that is said of an element is its own: it turns up to its end. */
const isItsTurn = (way: readonly Pick<Step, "turn">[]): boolean => way.at(-1)?.turn !== undefined;

/**
 * A turn that is said with an element goes to its last step; where it is the element's own, it is shared out over the
 * steps that turn as they turn already: `paddle quarter turn left` is twice an eighth.
 */
function withTurn<S extends Pick<Step, "turn" | "action">>(
  steps: readonly S[],
  { turn, spread }: Item["extras"],
): readonly S[] {
  if (!turn) return steps;
  const own = isItsTurn(steps) ? steps.map((step) => step.turn?.degrees ?? 0) : null;
  if (!own && !spread) return steps.map((step, at) => (at === steps.length - 1 ? { ...step, turn } : step));
  const shares = turnShares(turn.degrees, own ?? steps.map(({ action }) => (isWeightAction(action) ? 1 : 0)));
  return steps.map((step, at) => {
    const degrees = shares[at] ?? 0;
    return degrees === 0 ? step : { ...step, turn: { ...step.turn, sense: turn.sense, degrees } };
  });
}

/** What is said with an element goes to its first step. */
function withExtras(steps: readonly Step[], extras: Item["extras"]): Step[] {
  const { hold, lead, cue } = extras;
  const said = Object.fromEntries(
    Object.entries({ hold, lead, cue }).filter(([, text]) => text !== undefined),
  );
  return withTurn(steps, extras).map((step, index) => ({ ...step, ...(index === 0 ? said : {}) }));
}

/** The foot on which an element begins, as it is danced from the left. */
const beginsOn = (steps: readonly ElementStep[]): "L" | "R" =>
  steps.find(({ foot }) => foot === "L" || foot === "R")?.foot === "R" ? "R" : "L";

interface Danced {
  readonly steps: readonly Step[];
  readonly said: SaidElement | null;
}

function danceElement(
  entry: Placed & { kind: "item" },
  item: Item & { kind: "element" },
  dancer: Dancer,
): Danced {
  const way = item.element.ways[0]?.steps ?? [];
  const turned = isItsTurn(way) ? way.find((step) => step.turn)?.turn : undefined;
  const sense = item.extras.turn?.sense;
  // Of what turns by itself the way of a turn that is said tells the foot.
  const byTurn = turned && sense ? (turned.sense === sense ? beginsOn(way) : other(beginsOn(way))) : null;
  const wanted = item.foot === "L" || item.foot === "R" ? item.foot : (byTurn ?? freeFoot(dancer));
  const foot = beginsOn(way) === "L" ? wanted : other(wanted);
  const asWritten = elementSteps(item, foot).map((step) => ({ ...step, onset: step.onset + entry.onset }));
  const timed = asWritten.map((step, index) => ({ ...step, onset: entry.onsets?.[index] ?? step.onset }));
  const steps = withExtras(timed, item.extras);
  const isAsSaid = timed.every(({ onset }, index) => onset === asWritten[index]?.onset);
  const turns = sense !== undefined && (turned !== undefined || item.extras.spread === true);
  const { direction } = item;
  const { turn, size } = item.extras;
  const said: SaidElement = {
    name: item.element.name,
    onset: entry.onset,
    from: steps[0]?.onset ?? entry.onset,
    steps: steps.length,
    foot: wanted,
    ...(direction ? { direction } : {}),
    ...(turn ? { turn } : {}),
    ...(size ? { size } : {}),
  };
  return { steps, said: isAsSaid && !turns ? said : null };
}

/** Steps of one entry; `base` is what a used figure has at its count. */
function dance(
  entry: Placed & { kind: "item" },
  dancer: Dancer,
  base: Step | undefined,
  report: Report,
): Danced {
  const { item, onset, at } = entry;
  if (item.kind === "element") return danceElement(entry, item, dancer);
  if (item.kind === "change") {
    if (!base) {
      report(at, "a count at which there is a step to change, or an action");
      return { steps: [], said: null };
    }
    const { spread: _one, ...extras } = item.extras;
    return { steps: [{ ...base, ...(item.foot ? { foot: item.foot } : {}), ...extras }], said: null };
  }
  const { action, direction, extras } = item;
  const foot = item.foot ?? (base && !needsNoFoot(action) ? base.foot : null) ?? footOf(dancer, action);
  const step: { -readonly [K in keyof Step]: Step[K] } = { onset, foot, action };
  if (direction) step.direction = direction;
  const { turn, size, hold, lead, cue } = extras;
  if (turn) step.turn = turn;
  if (size) step.size = size;
  if (hold !== undefined) step.hold = hold;
  if (lead !== undefined) step.lead = lead;
  if (cue !== undefined) step.cue = cue;
  return { steps: [step], said: null };
}

interface Entry {
  readonly at: Token;
  readonly steps: readonly Step[];
  readonly said: SaidElement | null;
}

const firstOf = ({ steps }: Entry): Ticks => steps[0]?.onset ?? 0;
const lastOf = ({ steps }: Entry): Ticks => steps.at(-1)?.onset ?? 0;

/** The counts that were written for the steps of one element go up. */
const rises = ({ steps }: Entry): boolean =>
  steps.every(({ onset }, index) => index === 0 || onset > (steps[index - 1]?.onset ?? onset));

/** A count so far beyond the others is rather a slip than they are. */
const LEAP = 8 * TICKS_PER_BEAT;
const follows = (one: Entry | undefined, next: Entry): boolean => !one || lastOf(one) < firstOf(next);

/** Rows longer than this are looked at one after the other only. */
const MOST_COMPARED = 400;

/**
 * The entries whose counts go up: the most that can be kept, so that one wrong count is blamed and not all behind it
 * (the longest increasing subsequence).
 */
function inOrder(entries: readonly Entry[]): ReadonlySet<Entry> {
  if (entries.length > MOST_COMPARED) {
    const kept = new Set<Entry>();
    let before: Entry | undefined;
    for (const entry of entries)
      if (follows(before, entry)) {
        kept.add(entry);
        before = entry;
      }
    return kept;
  }
  const lengths: number[] = [];
  const from: number[] = [];
  entries.forEach((entry, index) => {
    let [best, before] = [0, -1];
    for (let at = 0; at < index; at++)
      // Of two ways that keep as many, the earlier lines are believed.
      if (follows(entries[at], entry) && (lengths[at] as number) > best)
        [best, before] = [lengths[at] as number, at];
    lengths.push(best + 1);
    from.push(before);
  });
  const kept = new Set<Entry>();
  const most = Math.max(...lengths);
  // Of two ways that keep as many, the earlier lines, unless one of them leaps far ahead.
  const ends = entries.flatMap((entry, at) => (lengths[at] === most ? [{ at, onset: lastOf(entry) }] : []));
  const lowest = Math.min(...ends.map(({ onset }) => onset));
  const end = ends.find(({ onset }) => onset < lowest + LEAP);
  for (let at = end?.at ?? -1; at >= 0; at = from[at] as number) kept.add(entries[at] as Entry);
  return kept;
}

/** The same once more on the other side, behind what was danced. */
function onOtherSide(entries: readonly Entry[], span: Ticks): Entry[] {
  const later = (step: Step): Step => ({ ...step, onset: step.onset + span });
  return entries.map(({ at, steps, said }) => ({
    at,
    steps: imageSteps(steps).map(later),
    said: said && {
      ...said,
      onset: said.onset + span,
      from: said.from + span,
      foot: other(said.foot),
      ...(said.turn ? { turn: { ...said.turn, sense: other(said.turn.sense) } } : {}),
    },
  }));
}

/**
 * Puts what was read of one role on its feet, in time.
 * @param base what the figures that it uses have for this role
 */
export function resolveRole(
  role: Role,
  placed: readonly Placed[],
  base: readonly Step[],
  report: Report,
): WrittenRole {
  const dancer: Dancer = { standing: null, first: FIRST_FOOT[role] };
  const omitted = placed.filter((entry) => entry.kind === "omit");
  const gone = new Set(omitted.map(({ onset }) => onset));
  const waiting = base.filter(({ onset }) => !gone.has(onset));
  const baseAt = new Map(waiting.map((step) => [step.onset, step]));
  const danced: Entry[] = [];
  const notes: { readonly behind: number; readonly text: string }[] = [];
  for (const entry of placed) {
    if (entry.kind === "comment") notes.push({ behind: danced.length, text: entry.text });
    if (entry.kind === "other-side") {
      const again = onOtherSide(danced, Math.ceil(entry.onset / TICKS_PER_BEAT) * TICKS_PER_BEAT);
      danced.push(...again);
      for (const { steps } of again)
        for (const step of steps) dancer.standing = standingAfter(dancer.standing, step);
    }
    if (entry.kind !== "item") continue;
    while (waiting[0] && waiting[0].onset < entry.onset)
      dancer.standing = standingAfter(dancer.standing, waiting.shift() as Step);
    const { steps, said } = dance(entry, dancer, baseAt.get(entry.onset), report);
    for (const step of steps) dancer.standing = standingAfter(dancer.standing, step);
    if (steps.length > 0) danced.push({ at: entry.at, steps, said });
  }
  const rising = danced.every((entry, at) => rises(entry) && follows(danced[at - 1], entry));
  const kept = rising ? null : inOrder(danced.filter(rises));
  const isKept = (entry: Entry) => kept === null || kept.has(entry);
  for (const entry of danced) if (!isKept(entry)) report(entry.at, "a count later than the one before");
  const entries = kept === null ? danced : danced.filter(isKept);
  return {
    steps: entries.flatMap(({ steps }) => steps),
    lines: entries.flatMap(({ at, steps }) => steps.map(() => at.line)),
    said: entries.flatMap(({ said }) => said ?? []),
    omitted,
    comments: notes.map(({ behind, text }) => {
      const next = danced.slice(behind).find(isKept);
      return { role, before: next ? firstOf(next) : null, text };
    }),
  };
}
