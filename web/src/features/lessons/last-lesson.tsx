import { Text } from "@chakra-ui/react";
import { api, type Lesson } from "@map-step/contract";
import { type LogEntry, type RemarkKind, readLog, remarksOf } from "@map-step/core/lesson";
import { useApi } from "../../kit/api.ts";
import { Slip } from "../../kit/slip.tsx";
import { useLastTaught } from "./use-last-taught.ts";

const TITLES: readonly { readonly kind: RemarkKind; readonly title: string }[] = [
  { kind: "promised", title: "Promised" },
  { kind: "struggled", title: "Who struggled" },
];

/** What was noted in the lesson before, for whoever prepares this one: what was promised, and who struggled. */
export function FromLastLesson({ lesson }: { lesson: Lesson }) {
  const last = useLastTaught(lesson);
  const log = useApi(
    api.classLog.read,
    { params: { sectionId: lesson.sectionId, week: last?.week ?? 1 } },
    { enabled: last !== null },
  );
  if (!last || !log.data) return null;
  const remarks = remarksOf(readLog(log.data.entries as LogEntry[]));
  const said = TITLES.flatMap(({ kind, title }) => {
    const texts = remarks.flatMap((remark) => (remark.kind === kind ? [remark.text] : []));
    return texts.length === 0 ? [] : [{ title, texts }];
  });
  if (said.length === 0) return null;
  return (
    <Slip as="section" aria-label={`Noted in week ${last.week}`} display="block" fontSize="sm">
      {said.map(({ title, texts }) => (
        <Text key={title}>
          <b>
            {title} in week {last.week}:
          </b>{" "}
          {texts.join("; ")}
        </Text>
      ))}
    </Slip>
  );
}
