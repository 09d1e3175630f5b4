import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type Enrolled, type Lesson } from "@map-step/contract";
import { countCall, sidesInWords } from "@map-step/core/figure";
import { type LogEntry, readLog, tempoLadder, type WrittenPart } from "@map-step/core/lesson";
import { handover } from "@map-step/core/recap";
import { barsPerMinute } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { TriangleAlert } from "lucide-react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { CallWords } from "../../kit/call-words.tsx";
import { clockAfter, longDay, timeText } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { useHandover } from "../class-log/use-class-record.ts";
import { LessonGate, type OpenLesson } from "../lessons/lesson-gate.tsx";
import { useLastTaught } from "../lessons/use-last-taught.ts";
import { writtenParts } from "../lessons/written-lesson.ts";
import { RecapText } from "../recaps/document.tsx";
import { CountsOnly } from "../recaps/live-figure.tsx";
import { useOwnClass } from "../sections/own-class.tsx";

/** Where the class stands after the last lesson that was taught. */
function Standing({ lesson }: { lesson: Lesson }) {
  const { sectionId, week } = lesson;
  const log = useApi(api.classLog.read, { params: { sectionId, week } });
  const about = useHandover(lesson);
  if (!log.data || !about) return null;
  const blocks = handover(readLog(log.data.entries as LogEntry[]), about);
  return (
    <Panel mb="4" fontSize="sm">
      <Heading as="h2" size="lg" mb="1">
        Where they stand, after week {week}
      </Heading>
      <Box
        css={{
          columnWidth: "20rem",
          columnGap: "2rem",
          "@media print": { columnWidth: "16rem" },
          "& h2": { breakAfter: "avoid" },
          "& li": { breakInside: "avoid" },
        }}
      >
        <RecapText blocks={blocks} drawLive={({ attrs }) => <CountsOnly {...attrs} />} />
      </Box>
    </Panel>
  );
}

/** On paper the ribbon stands beside its words, so that an evening fits on few pages. */
const BESIDE = { display: "grid", gridTemplateColumns: "12rem 1fr", columnGap: "4" } as const;

/** Tonight's parts, each with what to do, what to say and what to watch for. */
function Tonight(open: OpenLesson) {
  const { lesson, level, dance, bpm, figureOf, stepsOf } = open;
  const written = writtenParts({ ...open, levelName: level.name, segments: lesson.segments });
  return (
    <Box as="ol" listStyleType="none">
      {lesson.segments.map((part, index) => {
        const { from, kind, stages, others, cues, slips, cautions } = written[index] as WrittenPart;
        const steps = stepsOf(figureOf(part.figureId));
        const isNew = part.kind === "new" || part.kind === "carry-over";
        const tempi = isNew && steps ? tempoLadder(steps, dance, bpm).map((rung) => rung.bpm) : [];
        // What only comes back needs no words; its cue is one tap away.
        const brief = part.kind === "return";
        return (
          <Flex
            as="li"
            key={part.id}
            gap="4"
            py="2.5"
            borderTopWidth="1px"
            borderColor="rule"
            _print={{ breakInside: "avoid", py: "1.5" }}
          >
            <Box className="numbers" w="4.2rem" flexShrink="0">
              <Text fontWeight="700">{from}</Text>
              <Text color="soft" fontSize="sm">
                {part.minutes} min
              </Text>
            </Box>
            <Box flex="1" minW="0" fontSize="sm" _print={isNew && steps ? BESIDE : {}}>
              <Box css={{ breakInside: "avoid" }}>
                <Text fontWeight="700" fontSize="md" lineHeight="1.3">
                  {part.title}
                  <Text as="span" color="soft" fontWeight="400">
                    {" "}
                    {kind}
                    {steps ? `, ${countCall(steps)}` : ""}
                  </Text>
                </Text>
                {isNew && steps ? (
                  <Box maxW="30rem" my="1">
                    <CountRibbon figure={steps} name={part.title} timing={dance} small />
                  </Box>
                ) : null}
              </Box>
              <Box minW="0">
                {stages.length > 0 ? <Text>{stages.map(({ text }) => text).join(". ")}.</Text> : null}
                {others.length > 0 ? <Text>In order: {others.join(", ")}.</Text> : null}
                {isNew && steps ? <CallWords figure={steps} dance={dance} /> : null}
                {isNew && steps ? <Text>{sidesInWords(steps)}</Text> : null}
                {tempi.length > 0 ? (
                  <Text className="numbers">
                    Tempi: {tempi.join(", ")} beats per minute ({barsPerMinute(bpm, dance.meter)} bars at the
                    end).
                  </Text>
                ) : null}
                {cues.length > 0 && !brief ? (
                  <Text>
                    <b>Say:</b> {cues.join(" ")}
                  </Text>
                ) : null}
                {slips.length > 0 && !brief ? (
                  <Text>
                    <b>Watch for:</b> {slips.join(" ")}
                  </Text>
                ) : null}
                {cautions.map((caution) => (
                  <Flex key={caution} gap="1.5" fontWeight="600" align="flex-start">
                    <Box color="apricot" mt="0.5" flexShrink="0">
                      <TriangleAlert size={14} role="img" aria-label="Take care" />
                    </Box>
                    {caution}
                  </Flex>
                ))}
              </Box>
            </Box>
          </Flex>
        );
      })}
    </Box>
  );
}

/** Where the class stands, once the last lesson that was taught is here. */
function LastStanding({ lesson }: { lesson: Lesson }) {
  const { sectionId } = lesson;
  const taught = useLastTaught(lesson);
  const last = useApi(
    api.lessons.read,
    { params: { sectionId, week: taught?.week ?? 1 } },
    { enabled: taught !== null },
  );
  return taught && last.data ? <Standing lesson={last.data} /> : null;
}

function Sheet(open: OpenLesson) {
  const { lesson, section, level, students } = open;
  const count = (role: Enrolled["role"]) => students.filter((student) => student.role === role).length;
  const [leaders, followers, both] = [count("leader"), count("follower"), count("both")];
  // Who dances both takes the side on which somebody is missing; of those left over, two dance together.
  const apart = Math.abs(leaders - followers);
  const waits = both >= apart ? (both - apart) % 2 : apart - both;
  const { stepIn } = useOwnClass(section);
  const more = leaders > followers ? "leaders" : "followers";
  return (
    <>
      <PageHead
        title={`Substitute: ${level.name}, week ${lesson.week}`}
        about={`${section.name}, ${longDay(lesson.date)}, ${timeText(section.startTime)} to ${clockAfter(section.startTime, lesson.lessonMinutes)}${section.room ? `, ${section.room}` : ""}. ${counted(leaders, "leader")}, ${counted(followers, "follower")}${both > 0 ? `, ${counted(both, "dancer")} of both roles` : ""}${waits > 0 ? `; each round ${apart <= both ? "one waits" : waits === 1 ? `one of the ${more} waits` : `${waits} of the ${more} wait`}` : ""}.`}
      >
        <Button variant="outline" bg="panel" onClick={() => window.print()}>
          Print
        </Button>
        <Button asChild>
          <Link to={`/teach/${section.id}/${lesson.week}`} onClick={stepIn}>
            Teach it
          </Link>
        </Button>
      </PageHead>
      {section.goodToKnow === "" ? null : (
        <Panel mb="4">
          <b>Good to know:</b> {section.goodToKnow}
        </Panel>
      )}
      <LastStanding lesson={lesson} />
      <Panel>
        <Heading as="h2" size="lg" mb="1">
          Tonight
        </Heading>
        <Tonight {...open} />
        <Text fontSize="sm" color="soft" mt="2">
          General guidance. The venue's rules, local codes and licensed practitioners come first; either
          partner may decline.
        </Text>
      </Panel>
    </>
  );
}

/** Everything that somebody who steps in needs, on one page. */
export const CoverPage = () => <LessonGate>{(open) => <Sheet {...open} />}</LessonGate>;
