import { api, type SectionEvidence, type SeenEntry, touchedBy } from "@map-step/contract";
import { call, keyOf, readAgain } from "../../kit/api.ts";
import { keepAsAnswer } from "../../kit/offline.ts";
import { openOutbox } from "../../kit/outbox.ts";
import type { Sending } from "../../kit/outbox-send.ts";

/** Where something was seen. */
export interface SectionKey {
  readonly sectionId: string;
}

/** What was seen, and is on this device only. */
export const seenOutbox = openOutbox<SeenEntry, SectionKey>("map-step-seen");

/** How what was seen goes to the studio. */
export const sending: Sending<SeenEntry, SectionKey> = {
  outbox: seenOutbox,
  lock: "map-step-seen-send",
  called: ["check entry", "check entries"],
  samePlace: (one, other) => one.sectionId === other.sectionId,
  post: async (client, some) => {
    const [first] = some;
    if (!first) return [];
    const { sectionId } = first;
    const { answers, ...now } = await call(api.checks.note, {
      params: { id: sectionId },
      body: { entries: some.map(({ entry }) => entry) },
    });
    const key = keyOf(api.checks.seen, { id: sectionId });
    // An answer still on its way was given before and must not come after.
    await client.cancelQueries({ queryKey: key });
    // First what the studio has, then off this device: at no moment does an entry stand in neither.
    client.setQueryData<SectionEvidence>(key, now);
    await keepAsAnswer(key[0] ?? "", now);
    void readAgain(
      client,
      touchedBy(api.checks.note.changes, { id: sectionId }),
      (place) => place === key[0],
    );
    const became = new Map(answers.map((answer) => [answer.id, answer]));
    return some.flatMap(({ order, entry }) => {
      const answer = became.get(entry.id);
      if (!answer) return [];
      return [{ order, state: answer.outcome === "refused" ? "refused" : "gone", why: answer.why }];
    });
  },
};
