import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Course, Section } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { shortDay, timeText, weekdays } from "../../kit/dates.ts";
import { useTeaches } from "../sections/own-class.tsx";
import { useSession } from "../session/session.tsx";
import { CourseBeads } from "./course-beads.tsx";
import { isOver } from "./due.ts";
import { DueAction } from "./due-action.tsx";
import { howFar, toSolve } from "./words.ts";

interface Props {
  readonly section: Section;
  readonly course: Course | undefined;
  /** What stands before its own name where that alone does not tell it, such as its level. */
  readonly level?: string;
  readonly teachers: string;
  /** The only lesson of it that is the person's, where they stand in for one. */
  readonly only?: number | undefined;
  /** What else can be done here. */
  readonly children?: ReactNode;
}

/** A quiet way to one of a section's pages. */
export const SectionLink = ({ to, label, children }: { to: string; label: string; children: string }) => (
  <Button asChild variant="plain" size="xs" px="0" minH="6" color="pine" fontWeight="700">
    <Link to={to} aria-label={label}>
      {children}
    </Link>
  </Button>
);

/** A section as it runs: who and when, its weeks as beads, and the one thing it waits for. */
export function SectionRow({ section, course, level, teachers, only, children }: Props) {
  const { today } = useSession();
  const teaches = useTeaches();
  const { id, levelId, name, dates, startTime, room } = section;
  const [first = ""] = dates;
  const title = level === undefined ? name : `${level}, ${name}`;
  const over = course !== undefined && isOver(course, today);
  const solve = course ? toSolve(course) : "";
  return (
    <Flex
      as="li"
      listStyleType="none"
      gap={{ base: "2", md: "5" }}
      align="center"
      wrap={{ base: "wrap", lg: "nowrap" }}
      py="2.5"
      borderTopWidth="1px"
      borderColor="rule"
      _print={{ breakInside: "avoid", flexWrap: "nowrap" }}
    >
      <Box flex="1" minW="14rem">
        <Text fontWeight="700" overflowWrap="anywhere">
          <Link to={`/lessons/${id}`}>{title}</Link>
          {solve === "" ? null : (
            <Text asChild ms="2" fontSize="sm" color={course && course.must > 0 ? "brick" : "ink"}>
              <Link to={`/levels/${levelId}/sections/${id}`} title={course?.first ?? undefined}>
                {solve}
              </Link>
            </Text>
          )}
        </Text>
        <Text color="soft" fontSize="sm" className="numbers">
          {over
            ? `${shortDay(first)} to ${shortDay(dates.at(-1) ?? first)}`
            : `${weekdays(first)} ${timeText(startTime)}`}
          {room ? `, ${room}` : ""}
          {teachers ? `; ${teachers}` : ""}
          {course && course.dancers > 0 ? `; ${counted(course.dancers, "dancer")}` : ""}
        </Text>
        <Flex gap="4" wrap="wrap" className="no-print">
          {children}
        </Flex>
      </Box>
      {course ? (
        <Flex
          align="center"
          gap="4"
          w={{ base: "full", lg: "auto" }}
          _print={{ w: "auto" }}
          justify="space-between"
          opacity={over ? 0.75 : 1}
        >
          <Box>
            <CourseBeads course={course} />
            <Text color="soft" fontSize="xs" textAlign="center">
              {howFar(course)}
            </Text>
          </Box>
          <Flex w="9.5rem" flexShrink="0" justify="flex-end" className="no-print">
            <DueAction course={course} name={title} mine={teaches(section)} only={only} />
          </Flex>
        </Flex>
      ) : null}
    </Flex>
  );
}
