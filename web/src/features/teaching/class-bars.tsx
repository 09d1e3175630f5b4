import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Lesson } from "@map-step/contract";
import { minutesAndSeconds } from "@map-step/core/time";
import { ChevronLeft, ChevronRight, DoorOpen, TimerReset } from "lucide-react";
import type { ComponentProps } from "react";
import { Link } from "react-router";
import { SHORT_SCREEN } from "../../kit/page.tsx";
import type { OpenLesson } from "../lessons/lesson-gate.tsx";
import { BigMarks } from "./big-marks.tsx";
import type { useClassTime } from "./use-class-time.ts";

interface ClassTime {
  readonly time: ReturnType<typeof useClassTime>;
  readonly ended: boolean;
}

const lateText = (late: number): string => {
  if (Math.abs(late) < 60) return "on time";
  return `${minutesAndSeconds(Math.abs(late))} ${late > 0 ? "late" : "early"}`;
};

/** Which class it is, how much of the part is left, and whether the class runs late. */
export function ClassHead({ open, time, ended }: ClassTime & { readonly open: OpenLesson }) {
  const { lesson, level } = open;
  return (
    <Flex
      as="header"
      align="center"
      gap="3"
      wrap="wrap"
      px="4"
      py="2"
      bg="rail"
      color="onSolid"
      position="sticky"
      css={{ [SHORT_SCREEN]: { position: "static" } }}
      top="0"
      zIndex="docked"
    >
      <Button
        asChild
        variant="outline"
        size="sm"
        color="onSolid"
        borderColor="pine2"
        _hover={{ bg: "railHere" }}
      >
        <Link to={`/lessons/${lesson.sectionId}/${lesson.week}`}>
          <DoorOpen aria-hidden /> Leave
        </Link>
      </Button>
      <Text fontWeight="700" flex="1" minW="8rem">
        {level.name}, week {lesson.week}
      </Text>
      {ended ? null : (
        <Text className="numbers" fontSize="2xl" fontWeight="700" aria-label="Time left in this part">
          {time.left < 0 ? "over by " : ""}
          {minutesAndSeconds(Math.abs(time.left))}
        </Text>
      )}
      <Text
        className="numbers"
        px="2"
        borderRadius="md"
        bg={!ended && time.late >= 60 ? "apricotWash" : "transparent"}
        color={!ended && time.late >= 60 ? "ink" : "onSolid"}
      >
        {ended ? "over" : time.began ? lateText(time.late) : "not begun"}
      </Text>
    </Flex>
  );
}

interface Foot extends ClassTime, Pick<ComponentProps<typeof BigMarks>, "mark" | "onMark"> {
  readonly lesson: Lesson;
  readonly onGo: (index: number) => void;
  readonly onEnd: () => void;
}

/** What the thumb reaches: how the part went, and the way to the next. */
export function ClassFoot({ lesson, time, ended, mark, onMark, onGo, onEnd }: Foot) {
  const { sectionId, week, segments } = lesson;
  const part = segments[time.index];
  const last = time.index === segments.length - 1;
  return (
    <Flex
      as="footer"
      gap="2"
      p="3"
      wrap={{ base: "wrap", md: "nowrap" }}
      bg="panel"
      borderTopWidth="1px"
      borderColor="rule"
      position="sticky"
      css={{ [SHORT_SCREEN]: { position: "static" } }}
      bottom="0"
      zIndex="docked"
    >
      {part?.figureId ? (
        <Box w={{ base: "full", md: "55%" }}>
          <BigMarks part={part} mark={mark} onMark={onMark} />
        </Box>
      ) : null}
      <Button
        size="xl"
        variant="outline"
        aria-label="The part before"
        disabled={time.index === 0}
        onClick={() => onGo(time.index - 1)}
      >
        <ChevronLeft aria-hidden />
      </Button>
      {ended ? (
        <Button asChild size="xl" flex="1">
          <Link to={`/recaps/${sectionId}/${week}`}>Write the recap</Link>
        </Button>
      ) : time.began ? (
        <Button size="xl" flex="1" minW="0" onClick={() => (last ? onEnd() : onGo(time.index + 1))}>
          <Text as="span" truncate>
            {last ? "End the class" : `Next: ${segments[time.index + 1]?.title}`}
          </Text>
          <ChevronRight aria-hidden />
        </Button>
      ) : (
        <Button size="xl" flex="1" onClick={time.begin}>
          <TimerReset aria-hidden /> Begin the class
        </Button>
      )}
    </Flex>
  );
}
