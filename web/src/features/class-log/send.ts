import type { LogEntryRecord } from "@map-step/contract";
import { api, type ClassLogRecord, touchedBy } from "@map-step/contract";
import type { QueryClient } from "@tanstack/react-query";
import { call, keyOf, readAgain } from "../../kit/api.ts";
import { keepAsAnswer } from "../../kit/offline.ts";
import type { Sending } from "../../kit/outbox-send.ts";
import { type LessonKey, outbox } from "./outbox.ts";

/** The answer of the studio is the log as it is now; pages show it at once and read the rest again. */
async function takeLog(
  client: QueryClient,
  { sectionId, week }: LessonKey,
  log: ClassLogRecord,
): Promise<void> {
  const lesson = { sectionId, week };
  const logKey = keyOf(api.classLog.read, lesson);
  // An answer still on its way was given before and must not come after.
  await client.cancelQueries({ queryKey: logKey });
  client.setQueryData(logKey, log);
  await keepAsAnswer(logKey[0] ?? "", log);
  void readAgain(client, touchedBy(api.classLog.note.changes, lesson), (place) => place === logKey[0]);
}

/** How what was noted in a class goes to the studio. */
export const sending: Sending<LogEntryRecord, LessonKey> = {
  outbox,
  lock: "map-step-send",
  called: ["class entry", "class entries"],
  samePlace: (one, other) => one.sectionId === other.sectionId && one.week === other.week,
  post: async (client, some) => {
    const [first] = some;
    if (!first) return [];
    const { sectionId, week } = first;
    const { answers, ...log } = await call(api.classLog.note, {
      params: { sectionId, week },
      body: { entries: some.map(({ entry }) => entry) },
    });
    // First the log, then off this device: at no moment does an entry stand in neither.
    await takeLog(client, first, log);
    const became = new Map(answers.map((answer) => [answer.id, answer]));
    return some.flatMap(({ order, entry }) => {
      const answer = became.get(entry.id);
      if (!answer) return [];
      const { outcome, why } = answer;
      return [{ order, state: outcome === "conflict" || outcome === "refused" ? outcome : "gone", why }];
    });
  },
};
