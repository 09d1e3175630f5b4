import { Box, Button, Flex } from "@chakra-ui/react";
import { lastEntry, type Noted, notedAt } from "@map-step/core/lesson";
import { instantAt } from "@map-step/core/time";
import { Plane } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { studioZone } from "../../kit/locale-format.ts";
import { OutboxBadge } from "../../kit/outbox-badge.tsx";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Silence } from "../../kit/silence.tsx";
import { useReadyOffline } from "../../kit/use-ready-offline.ts";
import { sending } from "../class-log/send.ts";
import { LogSettling } from "../class-log/settling.tsx";
import { useClassLog } from "../class-log/use-class-log.ts";
import { FinishDialog } from "../lessons/finish.tsx";
import { LessonGate, type OpenLesson } from "../lessons/lesson-gate.tsx";
import { namesOfParts } from "../lessons/part-names.ts";
import { Listening } from "../live/live.tsx";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { AfterClass } from "./after-class.tsx";
import { ClassFoot, ClassHead } from "./class-bars.tsx";
import { Order } from "./order.tsx";
import { PartNow } from "./part-now.tsx";
import { Attendance, Partners } from "./people.tsx";
import { Remarks } from "./remarks.tsx";
import { useAwake } from "./use-awake.ts";
import { useClassTime } from "./use-class-time.ts";

function ClassRoom(open: OpenLesson) {
  const { lesson, section, dance, students, bpm, figureOf, stepsOf } = open;
  const { sectionId, week, segments } = lesson;
  const log = useClassLog(lesson);
  const planned = instantAt(lesson.date, section.startTime, studioZone()).getTime();
  const end = lastEntry(log.log, "ended", "class");
  const ended = end !== null && end.value !== null;
  const time = useClassTime(`${sectionId}/${week}`, segments, planned, ended ? Date.parse(end.at) : null);
  const offline = useReadyOffline();
  const [finishing, setFinishing] = useState(false);
  useAwake();
  const part = segments[time.index];
  if (!part) return null;
  const figure = figureOf(part.figureId);
  const markOf = (id: string) => notedAt(log.log, "mark", id);
  const goTo = (index: number) => {
    const before = notedAt(log.log, "spent", part.id)?.seconds ?? 0;
    const seconds = time.go(index);
    window.scrollTo({ top: 0 });
    // Who looks back after the class spends no time on it.
    if (time.began && !ended && seconds >= 5) void log.note("spent", part.id, { seconds: before + seconds });
  };
  const nameOf = ({ kind, target }: { kind: Noted; target: string }): string =>
    namesOfParts(segments).get(target) ??
    students.find(({ id }) => id === target)?.name ??
    (kind === "remark" ? "a note" : "this class");
  return (
    <Flex direction="column" minH="100dvh">
      <Listening />
      <ClassHead open={open} time={time} ended={ended} />
      <Flex px="4" py="1" gap="3" align="center" wrap="wrap" borderBottomWidth="1px" borderColor="rule">
        <Silence />
        <OutboxBadge of={sending} edit={log} />
        {offline ? (
          <Flex align="center" gap="1.5" fontSize="sm" color="soft">
            <Plane size={16} aria-hidden /> Works without a network from here on
          </Flex>
        ) : null}
      </Flex>
      <Flex as="main" flex="1" gap="4" p="4" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" maxW="60rem">
          <LogSettling edit={log} nameOf={nameOf} />
          {ended ? (
            <AfterClass sectionId={sectionId} week={week} segments={segments} markOf={markOf} />
          ) : null}
          <PartNow
            part={part}
            figure={figure}
            steps={stepsOf(figure)}
            others={part.withIds.flatMap((id) => {
              const other = figureOf(id);
              return other ? { figure: other, steps: stepsOf(other) } : [];
            })}
            dance={dance}
            bpm={bpm}
            inPart={time.inPart}
          />
        </Box>
        <Flex direction="column" gap="4" w={{ base: "full", lg: "20rem" }} flexShrink="0">
          <Panel>
            <Order segments={segments} index={time.index} markOf={markOf} onGo={goTo} />
          </Panel>
          <Panel>
            <Partners students={students} log={log} week={week} name={`${sectionId}/${week}`} />
          </Panel>
          <Panel>
            <Remarks log={log} name={`remark:${sectionId}:${week}`} figureId={part.figureId} />
          </Panel>
          <Panel>
            <Attendance students={students} log={log} />
          </Panel>
        </Flex>
      </Flex>
      <ClassFoot
        lesson={lesson}
        time={time}
        ended={ended}
        mark={markOf(part.id)}
        onMark={(mark) => void log.note("mark", part.id, mark)}
        onGo={goTo}
        onEnd={() => setFinishing(true)}
      />
      {finishing ? (
        <FinishDialog
          segments={segments.map((one) => ({ ...one, covered: markOf(one.id)?.covered ?? null }))}
          onClose={() => setFinishing(false)}
          onFinish={async () => {
            goTo(time.index);
            await log.note("ended", "class", { ended: true });
            setFinishing(false);
          }}
        />
      ) : null}
    </Flex>
  );
}

/** The class of somebody else asks first whether one steps in. */
function Door(open: OpenLesson) {
  const { mine } = useOwnClass(open.section);
  if (mine) return <ClassRoom {...open} />;
  return (
    <Box p="6" maxW="52rem" mx="auto">
      <PageHead title={`${open.level.name}, week ${open.lesson.week}`} about={open.section.name}>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/lessons/${open.section.id}/${open.lesson.week}`}>Lesson</Link>
        </Button>
      </PageHead>
      <ReadingAlong section={open.section} />
    </Box>
  );
}

/** The lesson in the room, on a tablet or a phone. */
export const TeachingPage = () => (
  <LessonGate>{(open) => <Door key={`${open.section.id}/${open.lesson.week}`} {...open} />}</LessonGate>
);
