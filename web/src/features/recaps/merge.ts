import { type RecapDocument, recapToText } from "@map-step/core/recap";
import { diff3Merge } from "node-diff3";
import type { Difference, Merged } from "../../kit/merge.ts";

export interface RecapText {
  readonly title: string;
  readonly document: RecapDocument;
}

type Block = RecapDocument["content"][number];

const written = ({ content }: RecapDocument): string[] => content.map((block) => JSON.stringify(block));
const read = (blocks: readonly string[]): Block[] => blocks.map((block) => JSON.parse(block) as Block);
const inWords = (blocks: readonly string[]): string =>
  recapToText("", { type: "doc", content: read(blocks) }).trim();

type Piece =
  | { readonly same: readonly string[] }
  | { readonly key: string; readonly mine: readonly string[]; readonly theirs: readonly string[] };

/** The text block by block: what goes together, and where both wrote something else. */
function piecesOf(base: RecapDocument | undefined, mine: RecapDocument, theirs: RecapDocument): Piece[] {
  const [own, other] = [written(mine), written(theirs)];
  if (!base)
    return own.join() === other.join() ? [{ same: own }] : [{ key: "text:0", mine: own, theirs: other }];
  return diff3Merge(own, written(base), other, { excludeFalseConflicts: true }).map(
    ({ ok, conflict }, index) =>
      conflict ? { key: `text:${index}`, mine: conflict.a, theirs: conflict.b } : { same: ok ?? [] },
  );
}

/** How two changes of one recap go together: the title, and the text block by block. */
export function recapMerger(
  base: RecapText | undefined,
  mine: RecapText,
  theirs: RecapText,
): Merged<RecapText> {
  const pieces = piecesOf(base?.document, mine.document, theirs.document);
  const titleByMe = mine.title !== base?.title;
  const titleAsked = titleByMe && theirs.title !== base?.title && mine.title !== theirs.title;
  const conflicts: Difference[] = [
    ...(titleAsked ? [{ key: "title", label: "Title", mine: mine.title, theirs: theirs.title }] : []),
    ...pieces.flatMap((piece) =>
      "same" in piece
        ? []
        : [{ key: piece.key, label: "Text", mine: inWords(piece.mine), theirs: inWords(piece.theirs) }],
    ),
  ];
  return {
    conflicts,
    take: (taken) => ({
      title: (titleAsked ? taken.has("title") : !titleByMe) ? theirs.title : mine.title,
      document: {
        type: "doc",
        content: pieces.flatMap((piece) => {
          if ("same" in piece) return read(piece.same);
          return read(taken.has(piece.key) ? piece.theirs : piece.mine);
        }),
      },
    }),
  };
}
