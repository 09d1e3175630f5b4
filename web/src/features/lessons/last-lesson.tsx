import { Box, Flex, Text } from "@chakra-ui/react";
import { api, type Lesson, type OpenPromise } from "@map-step/contract";
import { type LogEntry, readLog, remarksOf } from "@map-step/core/lesson";
import { useApi, useChange } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { Slip } from "../../kit/slip.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useMay } from "../session/session.tsx";
import { useLastTaught } from "./use-last-taught.ts";

/** Notes that a promise is done, or that it is not after all. */
function useKeeping(sectionId: string) {
  const note = useChange(api.classLog.note);
  const say = ({ week, id }: OpenPromise, after: string | null, done: boolean) => {
    const entry = {
      id: crypto.randomUUID(),
      kind: "fulfilled",
      target: id,
      after,
      at: new Date().toISOString(),
      value: done ? { fulfilled: true } : null,
    };
    return note
      .mutateAsync({ params: { sectionId, week }, body: { entries: [entry] } })
      .then(({ answers: [answer] }) => {
        if (answer?.outcome === "refused") throw new Error(answer.why ?? "");
        return entry.id;
      });
  };
  return {
    busy: note.isPending,
    keep: (promise: OpenPromise) =>
      void say(promise, promise.after, true).then(
        (id) => tellRemoved(`Kept: ${promise.text}`, () => void say(promise, id, false).catch(tellError)),
        tellError,
      ),
  };
}

/** What was promised to this class and is not done yet, until somebody ticks it. */
function Promises({ lesson, open }: { lesson: Lesson; open: readonly OpenPromise[] }) {
  const mayNote = useMay("lessons.write");
  const { keep, busy } = useKeeping(lesson.sectionId);
  return (
    <Box role="group" aria-label="Promised to this class">
      <b>Promised, not done yet:</b>
      {open.map((promise) => (
        <Flex key={promise.id} gap="2" align="baseline" mt="1">
          {mayNote ? (
            <TickField
              label={`${promise.text} (week ${promise.week})`}
              checked={false}
              disabled={busy}
              onChange={() => keep(promise)}
            />
          ) : (
            <Text>
              {promise.text} (week {promise.week})
            </Text>
          )}
        </Flex>
      ))}
    </Box>
  );
}

/** What was noted in the lessons before, for whoever prepares this one: what is promised, and who struggled last. */
export function FromLastLesson({ lesson }: { lesson: Lesson }) {
  const last = useLastTaught(lesson);
  const promises = useApi(api.classLog.promises, { params: { id: lesson.sectionId } });
  const log = useApi(
    api.classLog.read,
    { params: { sectionId: lesson.sectionId, week: last?.week ?? 1 } },
    { enabled: last !== null },
  );
  const open = (promises.data ?? []).filter(({ week }) => week < lesson.week);
  const entries = last === null ? [] : (log.data?.entries ?? []);
  const struggled = remarksOf(readLog(entries as LogEntry[])).filter(({ kind }) => kind === "struggled");
  if (open.length + struggled.length === 0) return null;
  return (
    <Slip as="section" aria-label="From the lessons before" display="block" fontSize="sm">
      {open.length > 0 ? <Promises lesson={lesson} open={open} /> : null}
      {struggled.length > 0 ? (
        <Text mt={open.length > 0 ? "2" : "0"}>
          <b>Who struggled in week {last?.week}:</b> {struggled.map(({ text }) => text).join("; ")}
        </Text>
      ) : null}
    </Slip>
  );
}
