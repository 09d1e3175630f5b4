import { Badge, Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type CourseWeek, type LessonSummary, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { awayInWords, shortDay } from "../../kit/dates.ts";
import { PageHead } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { howFar, toSolve } from "../courses/words.ts";
import { DrawnFigures, FigureNames } from "../figures/figure-name.tsx";
import { useOwnClass } from "../sections/own-class.tsx";
import { SectionGate } from "../sections/section-gate.tsx";
import { useSession } from "../session/session.tsx";
import { WorkBar } from "./work-bar.tsx";

interface LineProps {
  readonly lesson: LessonSummary;
  /** How its week is planned; nothing while that is not known. */
  readonly week: CourseWeek | undefined;
  readonly isNext: boolean;
  readonly mine: boolean;
  /** The section's plan. */
  readonly plan: string;
}

/** What became of a lesson, and the one thing that it waits for. */
function State({ lesson, week, isNext, mine, plan }: LineProps) {
  const { today } = useSession();
  const { sectionId, week: number, date, state, recap } = lesson;
  const solve = week ? toSolve(week) : "";
  const isLate = state === "planned" && date < today;
  return (
    <Flex gap="2" align="center" wrap="wrap" justify="flex-end">
      {state === "taught" ? (
        <Badge colorPalette="pine" size="lg">
          taught
        </Badge>
      ) : null}
      {recap === "published" ? (
        <Button asChild size="xs" variant="subtle">
          <Link to={`/recaps/${sectionId}/${number}`}>recap published</Link>
        </Button>
      ) : null}
      {state === "taught" && recap !== "published" ? (
        mine ? (
          <Button asChild size="sm">
            <Link to={`/recaps/${sectionId}/${number}`}>Write the recap</Link>
          </Button>
        ) : (
          <Badge colorPalette="orange" size="lg">
            recap to come
          </Badge>
        )
      ) : null}
      {isLate && mine ? (
        <Button asChild size="sm">
          <Link to={`/lessons/${sectionId}/${number}/log`}>Close the class</Link>
        </Button>
      ) : null}
      {solve === "" ? null : (
        <Text asChild fontWeight="700" fontSize="sm" color={week && week.must > 0 ? "brick" : "ink"}>
          <Link to={plan}>{solve}</Link>
        </Text>
      )}
      {isNext ? <Text fontWeight="700">next lesson, {awayInWords(today, date)}</Text> : null}
    </Flex>
  );
}

function LessonLine(props: LineProps) {
  const { lesson, week, isNext } = props;
  const { sectionId, newFigures } = lesson;
  return (
    <Box
      as="li"
      listStyleType="none"
      position="relative"
      bg="panel"
      borderWidth="1px"
      borderColor={isNext ? "apricot" : "rule"}
      borderLeftWidth={isNext ? "5px" : "1px"}
      borderRadius="lg"
      px="4"
      py={isNext ? "4" : "2.5"}
      css={{ breakInside: "avoid" }}
    >
      <Flex gap={{ base: "2", md: "4" }} align="center" wrap={{ base: "wrap", lg: "nowrap" }}>
        <Box w="7.5rem" flexShrink="0">
          <Text asChild fontFamily="heading" fontWeight="700" fontSize="lg">
            <Link to={`/lessons/${sectionId}/${lesson.week}`}>Week {lesson.week}</Link>
          </Text>
          <Text color="soft" fontSize="sm">
            {shortDay(lesson.date)}
          </Text>
        </Box>
        <Box w="15rem" flexShrink="0">
          {week ? <WorkBar week={week} /> : null}
        </Box>
        <Text flex="1" minW="12rem" overflowWrap="anywhere">
          {newFigures.length > 0 ? (
            <>
              <Text as="span" color="soft">
                New:{" "}
              </Text>
              <FigureNames figures={newFigures} />
            </>
          ) : (
            "Nothing new; bring things back"
          )}
        </Text>
        <State {...props} />
      </Flex>
      {isNext ? (
        <Flex gap="5" mt="3" align="flex-start" wrap={{ base: "wrap", lg: "nowrap" }}>
          <Flex gap="2" wrap="wrap" w={{ lg: "7.5rem" }} flexShrink="0" className="no-print">
            <Button asChild size="sm">
              <Link to={`/lessons/${sectionId}/${lesson.week}`}>Open it</Link>
            </Button>
            <Button asChild size="sm" variant="outline">
              <Link to={`/teach/${sectionId}/${lesson.week}`}>Teach it</Link>
            </Button>
          </Flex>
          <DrawnFigures figures={newFigures} />
        </Flex>
      ) : null}
    </Box>
  );
}

function Term({ section }: { section: Section }) {
  const lessons = useApi(api.lessons.list, { params: { id: section.id } });
  const { data: courses } = useApi(api.courses.list, {});
  const { today } = useSession();
  const { mine } = useOwnClass(section);
  const course = courses?.find(({ sectionId }) => sectionId === section.id);
  return (
    <Loaded all={[lessons]}>
      {(all) => {
        const open = all.filter(({ state, cancelled }) => state === "planned" && !cancelled);
        const next = open.find(({ date }) => date >= today) ?? open[0];
        const plan = `/levels/${section.levelId}/sections/${section.id}`;
        return (
          <>
            <PageHead title="Lessons" about={`${section.name}${course ? `: ${howFar(course)}` : ""}`}>
              <Button asChild variant="outline" bg="panel">
                <Link to={plan}>Week plan</Link>
              </Button>
              <Button asChild variant="outline" bg="panel">
                <Link to={`/sections/${section.id}/roster`}>Students</Link>
              </Button>
            </PageHead>
            <Stack as="ul" gap="2">
              {all.map((lesson) =>
                lesson.cancelled ? (
                  <Flex as="li" key={lesson.week} px="4" py="1" gap="4" color="soft" listStyleType="none">
                    <Box w="7.5rem">
                      <Text fontFamily="heading" fontWeight="700">
                        Week {lesson.week}
                      </Text>
                      <Text fontSize="sm">{shortDay(lesson.date)}</Text>
                    </Box>
                    <Text alignSelf="center">cancelled</Text>
                  </Flex>
                ) : (
                  <LessonLine
                    key={lesson.week}
                    lesson={lesson}
                    week={course?.weeks.find(({ week }) => week === lesson.week)}
                    isNext={lesson.week === next?.week}
                    {...{ mine, plan }}
                  />
                ),
              )}
            </Stack>
          </>
        );
      }}
    </Loaded>
  );
}

export const LessonsPage = () => (
  <SectionGate place="lessons">{(section) => <Term key={section.id} section={section} />}</SectionGate>
);
