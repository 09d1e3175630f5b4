import { Box, Button, Flex, Stack } from "@chakra-ui/react";
import { api, type Lesson, type Section } from "@map-step/contract";
import type { Noted } from "@map-step/core/lesson";
import { handover, recapToMarkdown } from "@map-step/core/recap";
import { isEnrolledOn } from "@map-step/core/student";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { copyText } from "../../kit/copy.ts";
import { longDay } from "../../kit/dates.ts";
import { download } from "../../kit/download.ts";
import { OutboxBadge } from "../../kit/outbox-badge.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { namesOfParts } from "../lessons/part-names.ts";
import { useSectionWeek } from "../lessons/use-section.ts";
import { RecapText } from "../recaps/document.tsx";
import { CountsOnly } from "../recaps/live-figure.tsx";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { Attendance } from "../teaching/people.tsx";
import { History } from "./history.tsx";
import { PartRow } from "./part-row.tsx";
import { sending } from "./send.ts";
import { LogSettling } from "./settling.tsx";
import { useClassLog } from "./use-class-log.ts";
import { logAsCsv, useHandover } from "./use-class-record.ts";

/** What a class was: each part, who was there, the handover, and everything noted with its history. */
function Record({ lesson, section }: { lesson: Lesson; section: Section }) {
  const { week, segments } = lesson;
  const log = useClassLog(lesson);
  const { mine } = useOwnClass(section);
  const about = useHandover(lesson);
  const students = useApi(api.students.list, { params: { id: section.id } }).data ?? [];
  const parts = namesOfParts(segments);
  const nameOf = ({ kind, target }: { kind: Noted; target: string }): string =>
    parts.get(target) ??
    students.find(({ id }) => id === target)?.name ??
    (kind === "remark" ? "Note" : kind === "ended" ? "Class" : "Something no longer here");
  const name = `${section.name}-week-${week}-log`.toLowerCase().replace(/\W+/g, "-");
  const blocks = about ? handover(log.log, about) : [];
  const title = `Handover, ${section.name}, week ${week}`;
  return (
    <>
      <PageHead
        title={`Class log of week ${week}`}
        tab={`${section.name}: class log of week ${week}`}
        about={`${longDay(lesson.date)}. Corrections are kept with who made them.`}
      >
        <OutboxBadge of={sending} edit={log} />
        <Button
          variant="outline"
          bg="panel"
          onClick={() => download(`${name}.csv`, "text/csv", logAsCsv(section, lesson, log.log))}
        >
          Log as CSV
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/lessons/${section.id}/${week}`}>Lesson</Link>
        </Button>
        <Button asChild>
          <Link to={`/recaps/${section.id}/${week}`}>Recap</Link>
        </Button>
      </PageHead>
      <ReadingAlong section={section} />
      <LogSettling edit={log} nameOf={nameOf} />
      <Flex gap="5" direction={{ base: "column", xl: "row" }}>
        <Box flex="1" minW="0">
          <Stack as="ol" listStyleType="none" gap="1.5" aria-label="Parts of the class">
            {log.ready
              ? segments.map((part) => (
                  <PartRow
                    key={part.id}
                    part={part}
                    name={parts.get(part.id) ?? part.title}
                    log={log}
                    mine={mine}
                  />
                ))
              : null}
          </Stack>
          <Panel mt="4">
            <History entries={log.entries} nameOf={nameOf} />
          </Panel>
        </Box>
        <Stack gap="4" w={{ base: "full", xl: "24rem" }} flexShrink="0">
          <Panel>
            <PanelTitle
              aside={
                <Button
                  className="no-print"
                  size="xs"
                  variant="outline"
                  onClick={() => copyText(recapToMarkdown(title, { type: "doc", content: blocks }), "Copied")}
                >
                  Copy text
                </Button>
              }
            >
              Handover
            </PanelTitle>
            <RecapText blocks={blocks} drawLive={({ attrs }) => <CountsOnly {...attrs} />} />
          </Panel>
          <Panel>
            <Attendance
              students={students.filter((one) => isEnrolledOn(one, lesson.date))}
              log={log}
              readOnly={!mine}
            />
          </Panel>
        </Stack>
      </Flex>
    </>
  );
}

export function ClassLogPage() {
  const { sections, section, sectionId, week } = useSectionWeek();
  const lesson = useApi(api.lessons.read, { params: { sectionId, week } });
  return (
    <Loaded all={[sections, lesson]}>
      {(_sections, current) =>
        !section ? (
          <Empty title="This section is not there any more">Choose another one under Lessons.</Empty>
        ) : current.version === 0 ? (
          <Empty
            title={`Nothing has been noted of week ${week}`}
            action={
              <Button asChild>
                <Link to={`/lessons/${sectionId}/${week}`}>Open the lesson</Link>
              </Button>
            }
          >
            The log begins when the lesson is taught or its running order is kept.
          </Empty>
        ) : (
          <Record key={`${sectionId}/${week}`} lesson={current} section={section} />
        )
      }
    </Loaded>
  );
}
