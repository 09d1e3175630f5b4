import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type Course, type Today } from "@map-step/contract";
import { counted, inWords } from "@map-step/core/words";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { awayInWords, longDay, timeText } from "../../kit/dates.ts";
import { DrawnFigures } from "../figures/figure-name.tsx";
import { LessonStrip } from "../lessons/lesson-strip.tsx";

type TodayLesson = Today["lessons"][number];

interface Props {
  readonly lesson: TodayLesson;
  readonly course: Course | undefined;
  readonly today: string;
}

/** The class that comes next: when and where, how it runs, and what is new in it. */
export function NextClass({ lesson, course, today }: Props) {
  const { sectionId, week, newFigures, carried, teachers } = lesson;
  const { data: written } = useApi(api.lessons.read, { params: { sectionId, week } });
  const isTonight = lesson.date <= today;
  const open = ["Open the lesson", `/lessons/${sectionId}/${week}`] as const;
  const teach = ["Teach it", `/teach/${sectionId}/${week}`] as const;
  const ways = isTonight ? [teach, open] : [open, teach];
  return (
    <Box
      as="article"
      borderRadius="xl"
      overflow="hidden"
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      _print={{ breakInside: "avoid" }}
    >
      <Flex
        bg="rail"
        color="onSolid"
        px={{ base: "4", md: "6" }}
        py="4"
        gap="4"
        align="center"
        justify="space-between"
        wrap="wrap"
        _print={{ bg: "white", color: "ink" }}
      >
        <Box minW="0">
          <Text fontWeight="700" color="#FBCFA0" _print={{ color: "soft" }}>
            {awayInWords(today, lesson.date)}
          </Text>
          <Heading as="h2" size="3xl" lineHeight="1.1" overflowWrap="anywhere">
            {lesson.levelName}, week {week}
          </Heading>
          <Text className="numbers" mt="1">
            {longDay(lesson.date)}, {timeText(lesson.startTime)}
            {lesson.room ? `, ${lesson.room}` : ""}
          </Text>
          <Text fontSize="sm">
            {[
              lesson.sectionName,
              ...(teachers.length > 0 ? [inWords(teachers)] : []),
              ...(course && course.dancers > 0 ? [counted(course.dancers, "dancer")] : []),
            ].join("; ")}
          </Text>
        </Box>
        <Flex gap="2" wrap="wrap" className="no-print">
          {ways.map(([name, to], at) => (
            <Button key={name} asChild size="lg" {...(at === 0 ? LIGHT : QUIET)}>
              <Link to={to}>{name}</Link>
            </Button>
          ))}
        </Flex>
      </Flex>
      <Box px={{ base: "4", md: "6" }} py="4">
        <Box minH="44px">{written ? <LessonStrip lesson={written} /> : null}</Box>
        {carried.length > 0 ? (
          <Text mt="3">
            <Text as="span" color="soft">
              Finish first:{" "}
            </Text>
            <strong>{inWords(carried)}</strong>
          </Text>
        ) : null}
        {newFigures.length === 0 ? (
          <Text mt="3" color="soft">
            Nothing new; bring things back.
          </Text>
        ) : null}
        <Box mt="3">
          <DrawnFigures figures={newFigures} before="New:" />
        </Box>
      </Box>
    </Box>
  );
}

const LIGHT = { bg: "#FFFCF5", color: "#1C2B2A", _hover: { bg: "#F4EFE4" } } as const;
const QUIET = {
  variant: "outline",
  color: "onSolid",
  borderColor: "pine2",
  _hover: { bg: "railHere" },
} as const;
