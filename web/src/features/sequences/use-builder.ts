import {
  api,
  contentOfSequence,
  type Level,
  type SequenceContent,
  type SequenceRecord,
} from "@map-step/contract";
import {
  asChoice,
  changeItem,
  type FigureItem,
  figureItemsOf,
  insertItems,
  itemById,
  moveItem,
  newFigureItem,
  type Picks,
  type RoundFacts,
  replaceItem,
  roundFacts,
  roundOf,
  type SequenceFacts,
  type SequenceItem,
  sequenceFacts,
  stepItem,
  type Walk,
  walkSequence,
} from "@map-step/core/sequence";
import type { Dance } from "@map-step/core/time";
import { useMemo, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Edited, useEdited } from "../../kit/use-edited.ts";
import { sequenceMerger } from "./merge.ts";
import type { SequenceLibrary } from "./use-library.ts";

/** A place between two figures: before an item, or at the end. */
export interface Gap {
  readonly before: FigureItem | null;
  readonly after: FigureItem | null;
}

export type Selected = { readonly item: string } | { readonly gap: Gap } | null;

/** What can be done with a sequence. */
export interface BuilderActions {
  /** Puts figures before an item, or at the end. */
  readonly insert: (before: string | null, items: readonly SequenceItem[]) => void;
  readonly change: (id: string, about: Partial<Omit<FigureItem, "kind" | "id">>) => void;
  readonly remove: (id: string) => void;
  readonly move: (id: string, before: string | null) => void;
  readonly step: (id: string, by: -1 | 1) => void;
  readonly makeChoice: (id: string, otherFigureId: string | null) => void;
  readonly addWay: (choiceId: string, figureId: string) => void;
  readonly setOptional: (choiceId: string, optional: boolean) => void;
  /** Ends a choice: the way that is on screen stays. */
  readonly settleChoice: (choiceId: string) => void;
  readonly setItems: (items: readonly SequenceItem[]) => void;
}

/** A sequence as it is read: all that follows from it, the ways that are picked, and what is selected. */
export interface ScoreView {
  readonly content: SequenceContent;
  readonly library: Pick<SequenceLibrary, "figureOf" | "nameOf"> & { readonly dance: Dance };
  readonly facts: SequenceFacts;
  /** The round on screen, with the ways that are picked. */
  readonly round: RoundFacts;
  readonly picks: Picks;
  readonly pick: (choiceId: string, way: number | null) => void;
  readonly selected: Selected;
  readonly select: (selected: Selected) => void;
}

/** A sequence as it is built. */
export interface Builder extends ScoreView {
  readonly edit: Edited<SequenceContent>;
  readonly library: SequenceLibrary;
  readonly walk: Walk;
  readonly actions: BuilderActions;
}

/** What follows from a sequence, wherever it is shown. */
export function useScoreView<L extends ScoreView["library"]>(
  content: SequenceContent,
  library: L,
): ScoreView & { readonly library: L } {
  const { dance, figureOf } = library;
  const [selected, select] = useState<Selected>(null);
  const [picks, setPicks] = useState<Picks>({});
  const facts = useMemo(() => sequenceFacts(content, figureOf, dance), [content, figureOf, dance]);
  const round = useMemo(
    () => roundFacts(roundOf(content.items, figureOf, picks), content, dance),
    [content, figureOf, picks, dance],
  );
  const pick = (choiceId: string, way: number | null) => setPicks({ ...picks, [choiceId]: way });
  return { content, library, facts, round, picks, pick, selected, select };
}

/** An id for a new item. */
export const newItemId = (): string => crypto.randomUUID();

/** A figure of the library as a new item. */
export const newFromLibrary = (figureId: string, side: FigureItem["side"] = "written"): FigureItem =>
  newFigureItem(newItemId(), figureId, side);

/** What a way of a choice leaves standing when the choice is settled. */
const wayOf = (item: SequenceItem | undefined, picks: Picks): readonly SequenceItem[] => {
  if (item?.kind !== "choice") return [];
  const pick = picks[item.id];
  return pick === null ? [] : (item.ways[pick ?? 0] ?? []);
};

/** A sequence as it is built: its edits, what is selected, and all that follows from it. */
export function useBuilder(
  record: SequenceRecord,
  library: SequenceLibrary,
  levels: readonly Level[],
): Builder {
  const save = useChange(api.sequences.change);
  const { dance, nameOf, figureOf } = library;
  const merge = useMemo(() => {
    const names = new Map(levels.map(({ id, name }) => [id, name]));
    return sequenceMerger(nameOf, (id) => names.get(id) ?? "a removed level");
  }, [nameOf, levels]);
  const edit = useEdited<SequenceContent, SequenceRecord>({
    name: `sequence:${record.id}`,
    kept: record,
    contentOf: contentOfSequence,
    save: (content, version) =>
      save.mutateAsync({ params: { id: record.id }, body: { ...content, version } }),
    merge,
  });
  const { content } = edit;
  const view = useScoreView(content, library);
  const { picks, select } = view;
  const walk = useMemo(() => walkSequence(content, figureOf, dance), [content, figureOf, dance]);
  const { items } = content;
  const setItems = (next: readonly SequenceItem[]) => edit.edit({ items: [...next] });
  const actions: BuilderActions = {
    insert: (before, more) => {
      setItems(insertItems(items, before, more));
      const last = figureItemsOf(more).at(-1);
      if (last) select({ item: last.id });
    },
    change: (id, about) => setItems(changeItem(items, id, about)),
    remove: (id) => {
      setItems(replaceItem(items, id, []));
      select(null);
    },
    move: (id, before) => setItems(moveItem(items, id, before)),
    step: (id, by) => setItems(stepItem(items, id, by)),
    makeChoice: (id, otherFigureId) => {
      const other = otherFigureId === null ? null : newFromLibrary(otherFigureId);
      setItems(asChoice(items, id, newItemId(), other));
    },
    addWay: (choiceId, figureId) => {
      const choice = itemById(items, choiceId);
      if (choice?.kind !== "choice") return;
      const ways = [...choice.ways, [newFromLibrary(figureId)]];
      setItems(changeItem(items, choiceId, { ways }));
    },
    setOptional: (choiceId, optional) => setItems(changeItem(items, choiceId, { optional })),
    settleChoice: (choiceId) =>
      setItems(replaceItem(items, choiceId, wayOf(itemById(items, choiceId), picks))),
    setItems,
  };
  return { ...view, edit, walk, actions };
}
