import { roleInWords } from "../element/index.ts";
import { countCall, join, type Layer, roleCall } from "../figure/index.ts";
import { SLOW_SHARE } from "../lesson/index.ts";
import { type Figure, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import { chainOf } from "../sequence/index.ts";
import type { Dance } from "../time/index.ts";
import { spokenCount } from "../time/index.ts";
import {
  bullets,
  floorBlock,
  heading,
  line,
  paragraph,
  type RecapBlock,
  ribbonBlock,
  section,
  text,
} from "./document.ts";
import { drillFor } from "./drills.ts";

/** A figure that was really danced in the lesson, and how far it got. */
export interface CoveredFigure {
  readonly figureId: string;
  /** Never danced by this section before. */
  readonly fresh: boolean;
  readonly inFull: boolean;
  /** The deepest layer worked on; `null` for a short return. */
  readonly layer: Layer | null;
}

/** What the log of one class says; the only source of what a recap says was danced. */
export interface RecapLog {
  readonly covered: readonly CoveredFigure[];
  /** Begun or not reached; the next lesson finishes it first. */
  readonly unfinishedIds: readonly string[];
  /** Ids of figures with which somebody struggled. Who it was never leaves the staff. */
  readonly struggledIds: readonly string[];
  /** What was promised to the class, as it was noted. */
  readonly promises: readonly string[];
}

/** A figure as a recap speaks of it. */
export interface RecapFigure {
  readonly id: string;
  readonly name: string;
  /** Null for a figure without steps. */
  readonly steps: Figure | null;
  readonly cues: readonly string[];
  readonly slips: readonly string[];
  readonly cautions: readonly string[];
}

/** What the level knows beside the log. */
export interface RecapLevel {
  readonly figures: readonly RecapFigure[];
  /** Ids of the figures that the section danced before this lesson. */
  readonly dancedIds: readonly string[];
  /** Ids of the figures that are new in the next lesson. */
  readonly nextIds: readonly string[];
  readonly alike: readonly { readonly a: string; readonly b: string; readonly decides: string | null }[];
  /** The tempo of the level in beats per minute; null where the dance has none. */
  readonly bpm: number | null;
  /** Whose holds say what joins, and whose elements say what a figure is called. */
  readonly dance: Dance;
}

/** How the house words its recaps. */
export interface House {
  readonly safePractice: string;
  readonly lost: string;
}

/** The wording that ships. */
export const HOUSE: House = {
  safePractice: "Warm up first, stop at pain, and dance only what both partners agree to.",
  lost: "Lost the count? Stand still together, breathe, and begin again on the next 1.",
};

type Danced = CoveredFigure & RecapFigure;
const sentence = (words: string): string => (/[.!?]$/.test(words) ? words : `${words}.`);

const countsOf = ({ steps }: RecapFigure): string => (steps ? countCall(steps) : "");

/** Each new figure with what was said of it, its ribbon and its floor. */
function newTonight(fresh: readonly Danced[]): RecapBlock[] {
  if (fresh.length === 0) return [];
  return [
    heading("New tonight"),
    ...fresh.flatMap((figure): RecapBlock[] => {
      const { id, name, inFull, cues, steps } = figure;
      const counts = countsOf(figure);
      const said = [counts === "" ? "" : `counts ${counts}`, ...cues].filter(Boolean).map(sentence).join(" ");
      const about = paragraph(...line(inFull ? name : `${name} (begun)`, said));
      return steps ? [about, ribbonBlock(id, name, counts), floorBlock(id, name, counts)] : [about];
    }),
  ];
}

const cameBack = (back: readonly Danced[]): RecapBlock[] =>
  section(
    "Came back",
    back.map(({ name, cues, inFull }) => line(inFull ? name : `${name} (in part)`, cues[0] ?? "")),
  );

/** Look-alikes of which one was danced tonight and the other tonight or before. */
function notToBeConfused(
  tonight: readonly Danced[],
  { alike, figures, dancedIds }: RecapLevel,
): RecapBlock[] {
  const names = new Map(figures.map(({ id, name }) => [id, name]));
  const now = new Set(tonight.map(({ id }) => id));
  const ever = new Set([...dancedIds, ...now]);
  return section(
    "Not to be confused",
    alike.flatMap(({ a, b, decides }) => {
      const [one, other] = [names.get(a), names.get(b)];
      const both = one !== undefined && other !== undefined && ever.has(a) && ever.has(b);
      if (decides === null || !both || !(now.has(a) || now.has(b))) return [];
      return [line(`${one} or ${other}`, `the same but for ${decides}`)];
    }),
  );
}

/** How a role dances what is new: the leads with their counts, then the feet. */
/** Nobody says more than so many characters; the feet are told anyway. */
const MOST_SAID = 500;

function howTo(
  title: string,
  role: "leader" | "follower",
  fresh: readonly Danced[],
  dance: Dance,
): RecapBlock[] {
  const items = fresh.flatMap(({ name, steps }) => {
    if (!steps || !writtenRoles(steps).includes("leader")) return [];
    const leads = stepsOf(steps, "leader").flatMap(({ onset, lead }) =>
      lead ? [`on ${spokenCount(onset)} ${lead}`] : [],
    );
    const feet = roleCall(steps, role);
    const call = roleInWords(steps, role, dance);
    const said = [
      call === "" || call.length > MOST_SAID ? "" : `Say: ${call}.`,
      leads.length === 0 ? "" : `${role === "leader" ? "Give" : "Wait for"}: ${leads.join("; ")}.`,
      feet === "" ? "" : `Feet: ${feet}.`,
    ].filter(Boolean);
    return said.length === 0 ? [] : [line(name, said.join(" "))];
  });
  return section(title, items, role);
}

/** All of tonight that joins, as one call with its counts. */
function wholeChain(tonight: readonly Danced[], { bpm, dance }: RecapLevel): RecapBlock[] {
  const withSteps = tonight.flatMap(({ id, name, steps }) => (steps ? [{ id, name, steps }] : []));
  const { figureIds, loops } = chainOf(withSteps, new Set(withSteps.map(({ id }) => id)), dance);
  if (figureIds.length < 2) return [];
  const calls = figureIds.flatMap((id) => {
    const one = withSteps.find((figure) => figure.id === id);
    return one ? [line(one.name, countCall(one.steps))] : [];
  });
  const tempo =
    bpm === null ? "" : ` Slow at ${Math.round(bpm * SLOW_SHARE)} beats a minute, then at ${bpm}.`;
  return [
    heading("The whole chain"),
    { ...bullets(calls), type: "orderedList" },
    paragraph(
      text(`${loops ? "It goes round: the first follows the last." : "It does not go round."}${tempo}`),
    ),
  ];
}

/** What can follow, and what to do when it goes wrong. */
function options(
  fresh: readonly Danced[],
  tonight: readonly Danced[],
  house: House,
  dance: Dance,
): RecapBlock[] {
  if (tonight.length === 0) return [];
  const ways = fresh.flatMap(({ id, name, steps }) => {
    const next = tonight.filter(
      (one) => one.id !== id && steps && one.steps && join(steps, one.steps, dance).fits,
    );
    return next.length === 0 ? [] : [line(name, `goes on to ${next.map((one) => one.name).join(" or ")}`)];
  });
  return [...section("Options and rescues", [...ways, [text(house.lost)]])];
}

function practice(
  tonight: readonly Danced[],
  { struggledIds }: RecapLog,
  { safePractice }: House,
): RecapBlock[] {
  const items = tonight.flatMap(({ id, name, layer, steps }) => {
    if (layer === null) return [];
    const hard = struggledIds.includes(id) ? "hard for some tonight, so take it slowly: " : "";
    const roles: readonly Role[] =
      steps && writtenRoles(steps).includes("leader") ? ["leader", "follower"] : ["solo"];
    const drills = roles.map((role) => ({ role, ...drillFor(layer, role) }));
    const [first] = drills;
    const same = drills.every(({ words }) => words === first?.words);
    const words = same
      ? (first?.words ?? "")
      : drills.map((drill) => `${drill.role}s ${drill.words}`).join("; ");
    return [line(name, `${hard}${words} (${first?.minutes ?? 0} min)`)];
  });
  const all = section("Practise at home", items);
  return all.length === 0 ? [] : [...all, paragraph(text(safePractice))];
}

/** The words of a name that tell who is meant: `Ana-Lee de Vries` has `ana`, `lee` and `vries`. */
const wordsOf = (words: string): string[] => words.toLocaleLowerCase("en").match(/[\p{L}\p{N}]+/gu) ?? [];

/**
 * What of some remarks may be said to all students: those in which none of them is named.
 * @example
 * sayableTo(["Ana needs more time", "The & came late"], ["Ana"]) // ["The & came late"]
 */
export function sayableTo(remarks: readonly string[], studentNames: readonly string[]): string[] {
  const named = new Set(studentNames.flatMap((name) => wordsOf(name).filter(({ length }) => length > 2)));
  return remarks.filter((remark) => !wordsOf(remark).some((word) => named.has(word)));
}

/**
 * A recap for students, drafted from what the log says was covered and from nothing else; only the last section
 * looks ahead. Cautions of every covered figure are always in it, and nothing of students.
 * @example
 * draftRecap({ covered: [], unfinishedIds: [], struggledIds: [], promises: ["A song"] }, { figures: [], dancedIds: [], nextIds: [], alike: [], bpm: null, dance: DANCE }).length > 0
 * // true
 */
export function draftRecap(log: RecapLog, level: RecapLevel, house: House = HOUSE): RecapBlock[] {
  const byId = new Map(level.figures.map((figure) => [figure.id, figure]));
  const tonight = log.covered.flatMap((one): Danced[] => {
    const figure = byId.get(one.figureId);
    return figure ? [{ ...one, ...figure }] : [];
  });
  const fresh = tonight.filter((figure) => figure.fresh);
  const each = (pick: (figure: RecapFigure) => readonly string[]) =>
    tonight.flatMap((figure) => pick(figure).map((words) => line(figure.name, words)));
  const names = (ids: readonly string[]) => ids.flatMap((id) => byId.get(id)?.name ?? []);
  return [
    ...newTonight(fresh),
    ...cameBack(tonight.filter((figure) => !figure.fresh)),
    ...notToBeConfused(tonight, level),
    ...howTo("How to lead it", "leader", fresh, level.dance),
    ...howTo("How to follow it", "follower", fresh, level.dance),
    ...wholeChain(tonight, level),
    ...section(
      "Watch for",
      each(({ slips }) => slips),
    ),
    ...options(fresh, tonight, house, level.dance),
    ...section(
      "Take care",
      each(({ cautions }) => cautions),
    ),
    ...practice(tonight, log, house),
    ...section(
      "Promised",
      log.promises.map((words) => [text(sentence(words))]),
    ),
    ...section("Next week", [
      ...names(log.unfinishedIds).map((name) => line(name, "we finish it first")),
      ...names(level.nextIds).map((name) => line(name, "new")),
    ]),
  ];
}
