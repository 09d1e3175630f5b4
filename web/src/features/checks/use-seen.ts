import { api, type KeptEvidence, type KeptNote, type SeenEntry } from "@map-step/contract";
import { useCallback, useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import type { Queued } from "../../kit/outbox.ts";
import { type QueueState, queueState, useQueuedIn, useSending } from "../../kit/outbox-send.ts";
import { useSession } from "../session/session.tsx";
import { type SectionKey, seenOutbox, sending } from "./seen-outbox.ts";

type Seen = Extract<SeenEntry, { kind: "seen" }>;
type Note = Extract<SeenEntry, { kind: "note" }>;
/** Something as it is noted; its id and time are made here. */
export type NewEvidence = Omit<Seen, "kind" | "id" | "at">;
export type NewCheckNote = Omit<Note, "kind" | "id" | "at">;

/** Everything seen of a section, with what waits on this device, and how to see more. */
export interface SeenEdit {
  readonly evidence: readonly KeptEvidence[];
  readonly notes: readonly KeptNote[];
  /** False until both the studio's evidence and this device's are read. */
  readonly ready: boolean;
  /** The studio does not show these students to whoever asks. */
  readonly hidden: boolean;
  readonly state: QueueState;
  /** How many entries are on this device only. */
  readonly waiting: number;
  readonly refused: readonly Queued<SeenEntry, SectionKey>[];
  /** Notes what was seen; safe on this device when it resolves. Gives the ids, to take them back. */
  readonly record: (entries: readonly NewEvidence[]) => Promise<readonly string[]>;
  readonly note: (entry: NewCheckNote) => Promise<void>;
  readonly dismiss: (held: { readonly order: number }) => Promise<void>;
  readonly again: (held: { readonly order: number }) => Promise<void>;
}

const asEvidence = (
  { id, studentId, role, figureId, layer, mark, seenOn, corrects, checkId }: Seen,
  markerId: string,
): KeptEvidence => ({
  id,
  studentId,
  role,
  figureId,
  layer,
  mark,
  markerId,
  at: seenOn,
  corrects,
  checkId,
  where: checkId === null ? "class" : "check",
  offset: null,
});

/** Everything seen of a section's people, and how to see more, with a network or without. */
export function useSeen(sectionId: string, enabled = true): SeenEdit {
  const kept = useApi(api.checks.seen, { params: { id: sectionId } }, { enabled });
  const { person } = useSession();
  const held = useQueuedIn(seenOutbox);
  const own = useMemo(
    () => (held ?? []).filter((one) => one.sectionId === sectionId && one.by.id === person.id),
    [held, sectionId, person.id],
  );
  const waiting = own.filter(({ state }) => state === "waiting");
  const { sent, send } = useSending(sending, person.id, waiting.length);
  const { evidence, notes } = useMemo(() => {
    const there = kept.data ?? { evidence: [], notes: [] };
    const ids = new Set(there.evidence.map(({ id }) => id));
    const entries = own.flatMap(({ state, entry }) =>
      state === "waiting" && !ids.has(entry.id) ? [entry] : [],
    );
    const gone = new Set(entries.flatMap((entry) => (entry.kind === "note" ? (entry.corrects ?? []) : [])));
    const more = entries.flatMap((entry): KeptNote[] =>
      entry.kind === "note" && entry.text !== null && entry.checkId !== null
        ? [
            {
              id: entry.id,
              checkId: entry.checkId,
              figureId: entry.figureId,
              text: entry.text,
              by: person.name,
              at: entry.at,
            },
          ]
        : [],
    );
    return {
      evidence: [
        ...there.evidence,
        ...entries.flatMap((entry) => (entry.kind === "seen" ? [asEvidence(entry, person.id)] : [])),
      ],
      notes: [...there.notes, ...more].filter(({ id }) => !gone.has(id)),
    };
  }, [kept.data, own, person]);
  const hold = useCallback(
    async (entries: readonly SeenEntry[]) => {
      await seenOutbox.enqueue({ sectionId }, person, entries);
      send();
    },
    [sectionId, person, send],
  );
  const ready = kept.isFetched && held !== null;
  const hidden = kept.error?.problem.status === 403;
  const state = queueState(waiting.length, sent);
  // The same object for as long as nothing of it changes: a whole board is worked out from it.
  return useMemo(() => {
    const made = () => ({ id: crypto.randomUUID(), at: new Date().toISOString() });
    return {
      evidence,
      notes,
      ready,
      hidden,
      state,
      waiting: waiting.length,
      refused: own.filter((one) => one.state === "refused"),
      record: async (entries) => {
        const all = entries.map((entry): SeenEntry => ({ ...entry, kind: "seen", ...made() }));
        await hold(all);
        return all.map(({ id }) => id);
      },
      note: (entry) => hold([{ ...entry, kind: "note", ...made() }]),
      dismiss: seenOutbox.drop,
      again: async ({ order }) => {
        await seenOutbox.settle([{ order, state: "waiting", why: null }]);
        send();
      },
    };
  }, [evidence, notes, ready, hidden, state, waiting.length, own, hold, send]);
}
