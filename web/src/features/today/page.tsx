import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type Today } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { awayInWords, longDay, shortDay, timeText } from "../../kit/dates.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { BackupAlert } from "../backups/state.tsx";
import { Calls } from "../comments/calls.tsx";
import { SinceYouWereHere } from "../history/since.tsx";
import { Proposals } from "../proposals/panel.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { FirstSteps } from "./first-steps.tsx";
import { TermStrip } from "./term-strip.tsx";

type TodayLesson = Today["lessons"][number];

const Line = ({ name, children }: { name: string; children: string }) => (
  <Flex gap="3">
    <Text opacity="0.8" w="5.5rem" flexShrink="0">
      {name}
    </Text>
    <Text fontWeight="600">{children}</Text>
  </Flex>
);

function NextLesson({ lesson, today, main }: { lesson: TodayLesson; today: string; main: boolean }) {
  const names = lesson.newFigures.map(({ name }) => name).join(", ");
  return (
    <Box
      as="article"
      bg={main ? "rail" : "panel"}
      color={main ? "onSolid" : "ink"}
      borderWidth={main ? "0" : "1px"}
      borderColor="rule"
      borderRadius="xl"
      p={{ base: "5", md: main ? "7" : "5" }}
      _print={{ bg: "white", color: "ink", borderWidth: "1px", breakInside: "avoid" }}
    >
      <Text fontWeight="700" color={main ? "#FBCFA0" : "soft"} _print={{ color: "soft" }}>
        {awayInWords(today, lesson.date)}
      </Text>
      <Heading as="h2" size={main ? "4xl" : "2xl"} lineHeight="1.1" mt="1">
        {lesson.levelName}, week {lesson.week}
      </Heading>
      <Text fontSize="lg" mb="5" className="numbers">
        {longDay(lesson.date)}, {timeText(lesson.startTime)}
        {lesson.room ? `, ${lesson.room}` : ""}
      </Text>
      <Stack gap="1.5" mb="6">
        {lesson.carried.length > 0 ? <Line name="Finish first">{lesson.carried.join(", ")}</Line> : null}
        <Line name="New">{names || "nothing; bring things back"}</Line>
        <Line name="Section">{lesson.sectionName}</Line>
        {lesson.teachers.length > 0 ? <Line name="Teaching">{lesson.teachers.join(" and ")}</Line> : null}
      </Stack>
      <Flex gap="2" wrap="wrap" className="no-print">
        <Button
          asChild
          size="lg"
          {...(main
            ? { bg: "#FFFCF5", color: "#1C2B2A", _hover: { bg: "#F4EFE4" } }
            : { variant: "outline" as const })}
        >
          <Link to={`/lessons/${lesson.sectionId}/${lesson.week}`}>Open the lesson</Link>
        </Button>
        {main ? (
          <Button
            asChild
            size="lg"
            variant="outline"
            color="onSolid"
            borderColor="pine2"
            _hover={{ bg: "railHere" }}
          >
            <Link to={`/teach/${lesson.sectionId}/${lesson.week}`}>Teach it</Link>
          </Button>
        ) : null}
      </Flex>
    </Box>
  );
}

/** How many there are beside those that are listed. */
const More = ({ count, what }: { count: number; what: string }) =>
  count === 0 ? null : (
    <Text color="soft" fontSize="sm" mt="2">
      and {count} more {what}
    </Text>
  );

/** So many terms are drawn; more would only be scrolled past. */
const STRIPS = 3;

interface LessonLineProps {
  readonly lesson: Today["recaps"][number];
  readonly note: string;
  readonly to: string;
  readonly what: string;
}

/** A lesson that waits for something to be done about it. */
const LessonLine = ({ lesson, note, to, what }: LessonLineProps) => (
  <Flex justify="space-between" align="center" gap="3">
    <Box>
      <Text fontWeight="700">
        {lesson.levelName}, week {lesson.week}
      </Text>
      <Text color="soft" fontSize="sm">
        {shortDay(lesson.date)}, {lesson.sectionName}
        {note}
      </Text>
    </Box>
    <Button asChild size="sm">
      <Link to={to}>{what}</Link>
    </Button>
  </Flex>
);

function Recaps({ recaps, more }: Pick<Today, "recaps"> & { more: number }) {
  return (
    <Panel>
      <PanelTitle>Recaps to write</PanelTitle>
      {recaps.length === 0 ? <Text color="soft">None. Every class has its recap.</Text> : null}
      <Stack gap="2">
        {recaps.map((lesson) => (
          <LessonLine
            key={`${lesson.sectionId}/${lesson.week}`}
            lesson={lesson}
            note={lesson.recap === "draft" ? "; begun" : ""}
            to={`/recaps/${lesson.sectionId}/${lesson.week}`}
            what="Write it"
          />
        ))}
      </Stack>
      <More count={more} what={more === 1 ? "class without a recap" : "classes without a recap"} />
    </Panel>
  );
}

/** Classes whose evening is over and which nobody closed: what was covered in them is not known yet. */
function Unfinished({ unfinished, more }: Pick<Today, "unfinished"> & { more: number }) {
  if (unfinished.length === 0) return null;
  return (
    <Panel>
      <PanelTitle>Classes to close</PanelTitle>
      <Stack gap="2">
        {unfinished.map((lesson) => (
          <LessonLine
            key={`${lesson.sectionId}/${lesson.week}`}
            lesson={lesson}
            note="; what was covered is not noted yet"
            to={`/lessons/${lesson.sectionId}/${lesson.week}/log`}
            what="Close it"
          />
        ))}
      </Stack>
      <More count={more} what={more === 1 ? "class" : "classes"} />
    </Panel>
  );
}

function Plans({ plans, more }: Pick<Today, "plans"> & { more: number }) {
  return (
    <Panel>
      <PanelTitle>To solve in the plans</PanelTitle>
      {plans.length === 0 ? (
        <Text color="soft">Nothing. Every lesson fits and is in a teachable order.</Text>
      ) : null}
      <Stack gap="3">
        {plans.map(({ planId, levelId, sectionId, title, must, should, first }) => (
          <Box
            key={planId}
            bg={must > 0 ? "brickWash" : "apricotWash"}
            borderLeftWidth="4px"
            borderColor={must > 0 ? "brick" : "apricot"}
            borderRadius="sm"
            px="3"
            py="2"
          >
            <Text fontWeight="700">
              {title}: {must + should} to solve
            </Text>
            <Text fontSize="sm">{first}</Text>
            <Button
              asChild
              variant="plain"
              size="sm"
              p="0"
              height="auto"
              mt="1"
              color="pine"
              fontWeight="700"
            >
              <Link to={sectionId ? `/levels/${levelId}/sections/${sectionId}` : `/levels/${levelId}`}>
                Open the plan
              </Link>
            </Button>
          </Box>
        ))}
      </Stack>
      <More count={more} what={more === 1 ? "plan" : "plans"} />
    </Panel>
  );
}

export function TodayPage() {
  const today = useApi(api.today.read, {});
  const { person } = useSession();
  const mayPlan = useMay("plans.write");
  return (
    <Loaded all={[today]}>
      {({ today: date, lessons, unfinished, recaps, plans, more }) => (
        <>
          <PageHead title="Today" about={`${longDay(date)}, for ${person.name}`} />
          <BackupAlert />
          <SimpleGrid columns={{ base: 1, lg: 2 }} gap="5" templateColumns={{ lg: "3fr 2fr" }}>
            <Stack gap="4">
              {lessons.map((lesson, index) => (
                <NextLesson key={lesson.sectionId} lesson={lesson} today={date} main={index === 0} />
              ))}
              <More count={more.lessons} what={more.lessons === 1 ? "section" : "sections"} />
              {lessons.slice(0, STRIPS).map((lesson) => (
                <TermStrip key={lesson.sectionId} lesson={lesson} />
              ))}
              {lessons.length > 0 ? null : mayPlan ? (
                <FirstSteps />
              ) : (
                <Empty title="No lesson ahead">
                  When the director puts you on a section, its next lesson stands here.
                </Empty>
              )}
            </Stack>
            {lessons.length + unfinished.length + recaps.length + plans.length > 0 ? (
              <Stack gap="4">
                <Unfinished unfinished={unfinished} more={more.unfinished} />
                <Calls />
                <Proposals />
                <SinceYouWereHere />
                <Recaps recaps={recaps} more={more.recaps} />
                {mayPlan ? <Plans plans={plans} more={more.plans} /> : null}
              </Stack>
            ) : null}
          </SimpleGrid>
        </>
      )}
    </Loaded>
  );
}
