import {
  type Element,
  type Figure,
  formatCount,
  imageSteps,
  parseFigure,
  type Role,
  type Step,
  stepsOf,
} from "../notation/index.ts";
import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { counted } from "../words/index.ts";
import { type CallPiece, callFreely, callOf } from "./cover.ts";
import { saidDirection } from "./match.ts";
import { callInWords, pieceInWords } from "./pieces.ts";
import { elementSet, type NotatedDance, readingOf } from "./set.ts";

/** Back onto the other foot is a step in place, whichever of the two is written. */
const stepped = (action: Step["action"]) => (action === "replace" ? "place" : action);

/** What of a step is the dance; how it is led and held is said elsewhere, and a pause is no step. */
function dancedOf(steps: readonly Step[]): string {
  let isInPlace = false;
  const danced = steps.flatMap((step) => {
    const { onset, foot, turn } = step;
    const own = stepped(step.action);
    if (own === "hold") return [];
    // Beside a foot that stepped in place, a step that closes is one in place.
    const action = own === "close" && isInPlace ? "place" : own;
    isInPlace = action === "place";
    return [
      [
        onset,
        foot,
        action,
        saidDirection(step) ?? "",
        turn?.sense ?? "",
        turn?.degrees ?? 0,
        turn?.first ?? false,
      ],
    ];
  });
  return JSON.stringify(danced);
}

/** Whether words come to the same steps, weights and beats again, on whichever foot it begins. */
function isSame(words: string, figure: Figure, role: Role, dance: NotatedDance): boolean {
  const { figure: read, faults, doubts } = parseFigure(`${role}\n${words}`, readingOf(dance));
  if (faults.length > 0 || doubts.length > 0 || read.length !== figure.length) return false;
  const [own, steps] = [read.steps[role] ?? [], stepsOf(figure, role)];
  if (dancedOf(own) === dancedOf(steps)) return true;
  // On which foot it begins is free, and where it begins with both or none is not.
  const [first] = steps;
  const isFree = first?.foot === "L" || first?.foot === "R";
  return isFree && dancedOf(imageSteps(own)) === dancedOf(steps);
}

const PAUSE: CallPiece = { element: "pause", first: 0, steps: 0, from: 0, to: 0, foot: null };

/** Pieces with a pause behind each that is waited after, where it is one of whole beats. */
function withPauses(pieces: readonly CallPiece[], lengths: ReadonlyMap<string, Ticks>): CallPiece[] {
  return pieces.flatMap((piece, at) => {
    const lasts = piece.element === null ? TICKS_PER_BEAT : (lengths.get(piece.element) ?? TICKS_PER_BEAT);
    const over = Math.floor((piece.to - piece.from - lasts) / TICKS_PER_BEAT);
    // Before the first step as well, where it is not danced on count 1.
    const before = at === 0 ? Math.max(0, Math.floor(piece.from / TICKS_PER_BEAT)) : 0;
    const pauses = (count: number) => Array.from({ length: Math.max(0, count) }, () => PAUSE);
    return [...pauses(before), piece, ...pauses(over)];
  });
}

/** Whether pieces follow one another without counts: each begins where the one before it ends, and they fill it all. */
function followOn(pieces: readonly CallPiece[], lengths: ReadonlyMap<string, Ticks>, length: Ticks): boolean {
  let end = 0;
  for (const piece of pieces) {
    if (piece !== PAUSE && piece.from !== end) return false;
    end += piece.element === null ? TICKS_PER_BEAT : (lengths.get(piece.element) ?? TICKS_PER_BEAT);
  }
  return end === length;
}

/** From so many pieces on, what comes again on the other foot is not said again. */
const MANY_PIECES = 3;

/** What is danced once on each side, said once: `walk, close, walk, tap, other side`. */
function inHalves(pieces: readonly CallPiece[]): string[] {
  const half = pieces.length / 2;
  const isEach = new Set(pieces.map(pieceInWords)).size === 1;
  if (half < MANY_PIECES || half % 1 !== 0 || isEach) return [];
  const [one, other] = [pieces.slice(0, half), pieces.slice(half)].map(callInWords);
  return one === other ? [`${one}, other side`] : [];
}

/** The first piece with its foot, where the role would begin on the other one. */
function withFoot(words: string, [first]: readonly CallPiece[]): string {
  const [said = "", ...more] = words.split(", ");
  const foot = first?.foot === "L" || first?.foot === "R" ? first.foot : null;
  return foot === null ? words : [`${foot} ${said}`, ...more].join(", ");
}

/** Which pieces are said with their foot. */
type Feet = "none" | "first" | "all";

/** Each piece at its count, or at all of its counts where it is danced at others than by itself: `&1 rock step`. */
function atEachCount(
  pieces: readonly CallPiece[],
  steps: readonly Step[],
  swung: boolean,
  feet: Feet,
): string {
  const countOf = (onset: Ticks) => formatCount(onset, undefined, swung);
  const said = pieces.flatMap((piece, at) => {
    const isSaid = piece.foot !== null && (feet === "all" || (feet === "first" && at === 0));
    const counts = (piece.onsets ?? [piece.from])
      .map(countOf)
      .join(" ")
      .replace(/^& (?=\d)/, "&");
    const [words = "", last] = pieceInWords(piece).split(", ");
    // What is said by its steps ends in one that has a count of its own.
    const lastAt = steps[piece.first + piece.steps - 1]?.onset ?? piece.from;
    return [
      `${last === undefined ? counts : countOf(piece.from)} ${isSaid ? `${piece.foot} ` : ""}${words}`,
      ...(last === undefined ? [] : [`${countOf(lastAt)} ${last}`]),
    ];
  });
  return said.join(", ");
}

/** Every step as a piece of its own. */
const singly = (steps: readonly Step[], length: Ticks): CallPiece[] =>
  steps.map((step, first) => ({
    element: null,
    first,
    steps: 1,
    from: step.onset,
    to: steps[first + 1]?.onset ?? length,
    foot: step.foot,
    step,
  }));

const readAs = new WeakMap<readonly Element[], readonly Element[]>();
/** Elements in the way alone that their names are read as. */
function asRead(elements: readonly Element[]): readonly Element[] {
  const known = readAs.get(elements) ?? elements.map((one) => ({ ...one, ways: one.ways.slice(0, 1) }));
  readAs.set(elements, known);
  return known;
}

/**
 * What one role of a figure is called: words that come to the same steps, weights and beats when they are read again.
 * The plainest that do are taken; where the rhythm does not follow from the words, the counts stand with them.
 * @example
 * roleInWords(BASIC, "leader", DANCE) // "side basic twice"
 */
export function roleInWords(figure: Figure, role: Role, dance: NotatedDance): string {
  const elements = elementSet(dance);
  const pieces = callOf(figure, elements)[role] ?? [];
  if (pieces.length === 0) return "";
  // Names are read as the first of their ways; where another was danced, plainer words say it.
  const exact = () => callOf(figure, asRead(elements))[role] ?? [];
  const lengths = new Map(elements.map(({ name, ways }) => [name, ways[0]?.length ?? TICKS_PER_BEAT]));
  const inWords = (own: readonly CallPiece[]) =>
    [own, withPauses(own, lengths)]
      .filter((one) => followOn(one, lengths, figure.length))
      .flatMap((one) => [...inHalves(one), callInWords(one)])
      .flatMap((words) => [words, withFoot(words, own)]);
  const beats = counted(figure.length / TICKS_PER_BEAT, "beat");
  const atCounts = (own: readonly CallPiece[]) =>
    (["none", "first", "all"] as const).flatMap((feet) => {
      const words = atEachCount(own, stepsOf(figure, role), dance.swung, feet);
      return [words, `${words}, ${beats}`];
    });
  const each = () => singly(stepsOf(figure, role), figure.length);
  const ways = [
    () => inWords(pieces),
    () => inWords(exact()),
    () => inWords(each()),
    () => atCounts(callFreely(figure, role, asRead(elements))),
    () => atCounts(exact()),
    () => atCounts(each()),
  ];
  for (const way of ways) for (const words of way()) if (isSame(words, figure, role, dance)) return words;
  return callInWords(pieces);
}
