import type { SequenceContent } from "@map-step/contract";
import { type Difference, type Merged, threeWay } from "../../kit/merge.ts";
import { itemsInWords, type NameOf } from "./words.ts";

/** The fields that two people can change apart from each other, each named and told as text. */
type Told = Readonly<
  Record<
    Exclude<keyof SequenceContent, "danceId">,
    readonly [label: string, text: (content: SequenceContent) => string]
  >
>;

const told = (nameOf: NameOf, levelOf: NameOf): Told => ({
  name: ["Name", ({ name }) => name],
  levelId: ["For", ({ levelId }) => (levelId === null ? "no level" : levelOf(levelId))],
  loops: ["Goes round", ({ loops }) => (loops ? "yes" : "no")],
  phraseBeats: ["Phrase", ({ phraseBeats }) => `${phraseBeats} counts`],
  bpm: ["Tempo", ({ bpm }) => (bpm === null ? "none" : `${bpm} beats a minute`)],
  note: ["Note", ({ note }) => note],
  items: ["Figures", ({ items }) => itemsInWords(items, nameOf)],
});

/** How two changes of one sequence go together: field by field, the figures as a whole. */
export const sequenceMerger =
  (nameOf: NameOf, levelOf: NameOf) =>
  (
    base: SequenceContent | undefined,
    mine: SequenceContent,
    theirs: SequenceContent,
  ): Merged<SequenceContent> => {
    const fields = told(nameOf, levelOf);
    const keys = Object.keys(fields) as (keyof Told)[];
    const differ = (one: SequenceContent, other: SequenceContent): Difference[] =>
      keys.flatMap((key) => {
        // Ids of items tell them apart even where the words are the same.
        if (JSON.stringify(one[key]) === JSON.stringify(other[key])) return [];
        const [label, text] = fields[key];
        return [{ key, label, mine: text(one), theirs: text(other) }];
      });
    return threeWay(base, mine, theirs, differ, (own, other, taken) => ({
      ...own,
      ...Object.fromEntries(keys.filter((key) => taken.has(key)).map((key) => [key, other[key]])),
    }));
  };
