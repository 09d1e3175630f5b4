import type { FigureItem, Priority, RoundFacts, SequenceFacts, SequenceItem } from "@map-step/core/sequence";
import { minutesAndSeconds, spokenFraction } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { floorText, lengthText } from "../../kit/lengths.ts";

export type NameOf = (figureId: string) => string;

/** A large number in groups of three: `1 284 306`. */
export const grouped = (value: bigint): string => value.toString().replace(/\B(?=(\d{3})+$)/g, "\u202f");

export const PRIORITY_NAMES: Readonly<Record<Priority, string>> = {
  keep: "stays whatever the floor",
  usual: "goes where it needs too much floor",
  "leave-out": "goes first",
};

const sideWords = ({ side }: Pick<FigureItem, "side">): string => (side === "other" ? ", other side" : "");

/** A stretch of a figure by its counts: `Side pass 1–4`. */
export const itemName = (
  { figureId, counts, side }: Pick<FigureItem, "figureId" | "counts" | "side">,
  nameOf: NameOf,
): string =>
  `${nameOf(figureId)}${counts === null ? "" : ` ${counts[0]}–${counts[1]}`}${sideWords({ side })}`;

/** A figure with how often it is danced: `Foundation step ×2`. */
export const itemTitle = (item: FigureItem, nameOf: NameOf): string =>
  `${itemName(item, nameOf)}${item.times > 1 ? ` ×${item.times}` : ""}`;

/** Items as one line of text, choices in words. */
export const itemsInWords = (items: readonly SequenceItem[], nameOf: NameOf): string =>
  items
    .map((item) => {
      if (item.kind === "figure") return itemTitle(item, nameOf);
      const ways = item.ways.map((way) => itemsInWords(way, nameOf));
      return item.optional && ways.length === 1
        ? `(${ways[0]})`
        : `(${ways.join(" or ")}${item.optional ? " or nothing" : ""})`;
    })
    .join(", ");

/** Two numbers as one where they are the same: `24`, `24 to 30`. */
const span = (least: number, most: number): string => (least === most ? `${least}` : `${least} to ${most}`);

/** How long it is: `24 counts, 3 phrases`. */
export function lengthInWords(least: RoundFacts, most: RoundFacts): string {
  const counts = `${span(least.beats, most.beats)} ${most.beats === 1 ? "count" : "counts"}`;
  if (least.beats !== most.beats) return counts;
  const { phrases, remainder } = least;
  if (remainder === 0) return `${counts}, ${counted(phrases, "phrase")}`;
  return phrases === 0
    ? `${counts}, less than a phrase`
    : `${counts}, ${counted(phrases, "phrase")} and ${counted(remainder, "count")}`;
}

/** When it meets the phrase again: `meets the phrase each round`. */
export function meetingInWords({ meetsAgainAfter }: RoundFacts): string {
  if (meetsAgainAfter === null) return "";
  return meetsAgainAfter === 1
    ? "meets the phrase each round"
    : `meets the phrase again after ${counted(meetsAgainAfter, "round")}`;
}

/** How long a round lasts: `0:39`. */
export const lastsInWords = (least: RoundFacts, most: RoundFacts): string => {
  if (least.seconds === null || most.seconds === null) return "";
  const [short, long] = [minutesAndSeconds(least.seconds), minutesAndSeconds(most.seconds)];
  return short === long ? short : `${short} to ${long}`;
};

/** Whether the two dance this alike, so that one sentence says it of both. */
const turnWords = (netTurn: number, again: number): string => {
  if (netTurn === 0) return "turns nothing over a round";
  const turn = `turns ${spokenFraction(Math.abs(netTurn), 360)} to the ${netTurn > 0 ? "right" : "left"} a round`;
  return again === 1
    ? `${turn} and faces the first way again`
    : `${turn}, so all face the first way after ${again}`;
};

const driftWords = (right: number, forward: number): string => {
  const parts = [
    ...(Math.abs(forward) >= 0.05
      ? [`${lengthText(Math.abs(forward))} ${forward > 0 ? "forward" : "back"}`]
      : []),
    ...(Math.abs(right) >= 0.05
      ? [`${lengthText(Math.abs(right))} to the ${right > 0 ? "right" : "left"}`]
      : []),
  ];
  return parts.length === 0 ? "ends on its spot" : `ends ${parts.join(" and ")}`;
};

/** Turn and drift of each role, roles that are alike said once. */
export function rolesInWords({ roles }: RoundFacts): string[] {
  const said = roles.map(({ role, netTurn, facesAgainAfter, right, forward }) => ({
    role: role === "solo" ? "The dancer" : role === "leader" ? "The leader" : "The follower",
    words: `${turnWords(netTurn, facesAgainAfter)}, ${driftWords(right, forward)}`,
  }));
  const [first, second] = said;
  if (!first) return [];
  return second && second.words === first.words
    ? [`Each ${first.words}.`]
    : said.map(({ role, words }) => `${role} ${words}.`);
}

/** The floor for a couple: `3.1 × 2.4 m`. */
export const floorInWords = ({ floor }: RoundFacts): string =>
  floor === null ? "" : floorText(floor.width, floor.depth);

/** Which steps were never written: `Followers' steps are missing in 4 of 6 figures.`; nothing where all are. */
export const unwrittenInWords = ({
  unwritten,
  figures,
}: Pick<SequenceFacts, "unwritten" | "figures">): string =>
  unwritten
    .map(
      ({ role, figureIds }) =>
        `${role === "leader" ? "Leaders'" : "Followers'"} steps are missing in ${figureIds.length} of ${counted(figures, "figure")}.`,
    )
    .join(" ");
