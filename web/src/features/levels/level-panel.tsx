import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import {
  type ApproachRecord,
  api,
  type Course,
  type DanceRecord,
  type Level,
  type Section,
} from "@map-step/contract";
import { approachOf } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { Panel } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { isOver } from "../courses/due.ts";
import { LevelPicture } from "../courses/level-picture.tsx";
import { SectionLink, SectionRow } from "../courses/section-row.tsx";
import { toSolve } from "../courses/words.ts";
import { useMay, useSession } from "../session/session.tsx";

/** A dialog that is asked for. */
export type Open =
  | { readonly what: "level"; readonly level: Level | null }
  | { readonly what: "section"; readonly levelId: string; readonly section: Section | null };

function RemoveLevel({ level }: { level: Level }) {
  const { remove, busy } = useRemoval(api.levels.remove, api.levels.restore);
  return (
    <Button
      size="sm"
      variant="ghost"
      disabled={busy}
      onClick={() => remove(level.id, `${level.name} is taken away`)}
    >
      Remove
    </Button>
  );
}

/** The level's own plan from afar, and what is to be solved in it; a press opens it. */
function PlanPicture({ level, course }: { level: Level; course: Course | undefined }) {
  if (!course) return null;
  const solve = toSolve(course);
  const words =
    course.strands.length > 0
      ? counted(course.strands.length, "figure")
      : "no figure has a week yet: choose figures and draft the plan";
  const waiting = course.waiting > 0 ? `, ${course.waiting} waiting` : "";
  return (
    <Box asChild display="block" flexShrink="0" maxW="full">
      <Link to={`/levels/${level.id}`} aria-label={`The plan of ${level.name}`}>
        {course.strands.length > 0 ? <LevelPicture course={course} /> : null}
        <Text fontSize="xs" color="soft" mt="1">
          {words}
          {waiting}
          {solve === "" ? "" : ", "}
          {solve === "" ? null : (
            <Text as="span" fontWeight="700" color={course.must > 0 ? "brick" : "ink"}>
              {solve}
            </Text>
          )}
        </Text>
      </Link>
    </Box>
  );
}

interface LevelPanelProps {
  readonly level: Level;
  readonly dance: DanceRecord | undefined;
  readonly sections: readonly Section[];
  /** How the level and its sections run; nothing while that is not known. */
  readonly courses: readonly Course[] | undefined;
  readonly teachersOf: (section: Section) => string;
  readonly approaches: readonly ApproachRecord[];
  readonly onOpen: (open: Open) => void;
}

/** A level: what it is, its plan as a picture, and its sections as they run; those that are over wait behind a word. */
export function LevelPanel(props: LevelPanelProps) {
  const { level, dance, sections, courses, teachersOf, approaches, onOpen } = props;
  const { today } = useSession();
  const mayLevels = useMay("levels.write");
  const maySections = useMay("sections.write");
  const [showOver, setShowOver] = useState(false);
  const courseOf = (section: Section) => courses?.find(({ sectionId }) => sectionId === section.id);
  const isPast = (section: Section) => {
    const course = courseOf(section);
    return course !== undefined && isOver(course, today);
  };
  const running = sections.filter((section) => !isPast(section));
  const over = sections.filter(isPast);
  const shown = showOver || running.length === 0 ? [...running, ...over] : running;
  return (
    <Panel as="section" aria-label={level.name}>
      <Flex justify="space-between" gap="5" wrap={{ base: "wrap", lg: "nowrap" }} mb="3">
        <Box flex="1" minW="16rem">
          <Heading as="h2" size="lg" overflowWrap="anywhere">
            <Link to={`/levels/${level.id}`}>{level.name}</Link>
          </Heading>
          <Text color="soft" fontSize="sm">
            {dance?.name}, {counted(level.weeks, "week")} of {counted(level.lessonMinutes, "minute")}, at most{" "}
            {level.mostNew} new figures a lesson,{" "}
            {approachOf(level.approachId, approaches).name.toLowerCase()}
          </Text>
          {level.aim === "" ? null : <Text>At the end dancers can {level.aim}.</Text>}
          <Flex gap="2" wrap="wrap" mt="2" className="no-print">
            <Button asChild size="sm">
              <Link to={`/levels/${level.id}`}>Week plan</Link>
            </Button>
            {maySections ? (
              <Button
                size="sm"
                variant="outline"
                onClick={() => onOpen({ what: "section", levelId: level.id, section: null })}
              >
                New section
              </Button>
            ) : null}
            {mayLevels ? (
              <>
                <Button size="sm" variant="outline" onClick={() => onOpen({ what: "level", level })}>
                  Settings
                </Button>
                {sections.length === 0 ? <RemoveLevel level={level} /> : null}
              </>
            ) : null}
          </Flex>
        </Box>
        <PlanPicture level={level} course={courses?.find(({ sectionId }) => sectionId === null)} />
      </Flex>
      {shown.length > 0 ? (
        <ul>
          {shown.map((section) => (
            <SectionRow
              key={section.id}
              section={section}
              course={courseOf(section)}
              teachers={teachersOf(section)}
            >
              <SectionLink
                to={`/levels/${section.levelId}/sections/${section.id}`}
                label={`Plan of ${section.name}`}
              >
                Plan
              </SectionLink>
              <SectionLink to={`/lessons/${section.id}`} label={`Lessons of ${section.name}`}>
                Lessons
              </SectionLink>
              <SectionLink to={`/sections/${section.id}/roster`} label={`Students of ${section.name}`}>
                Students
              </SectionLink>
              {maySections ? (
                <Button
                  variant="plain"
                  size="xs"
                  px="0"
                  minH="6"
                  color="pine"
                  fontWeight="700"
                  aria-label={`Settings of ${section.name}`}
                  onClick={() => onOpen({ what: "section", levelId: level.id, section })}
                >
                  Settings
                </Button>
              ) : null}
            </SectionRow>
          ))}
        </ul>
      ) : null}
      {over.length > 0 && running.length > 0 ? (
        <Button
          variant="plain"
          size="sm"
          px="0"
          color="pine"
          className="no-print"
          aria-expanded={showOver}
          onClick={() => setShowOver(!showOver)}
        >
          {showOver ? "Hide what is over" : `${counted(over.length, "section")} over`}
        </Button>
      ) : null}
      {sections.length === 0 ? (
        <Text color="soft" borderTopWidth="1px" borderColor="rule" pt="3">
          No section runs this level yet. A section gives it dates, a room, teachers and students.
        </Text>
      ) : null}
    </Panel>
  );
}
