import { Badge, Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { recapsToWrite } from "../courses/due.ts";
import { Elsewhere, useOtherCourses } from "../courses/elsewhere.tsx";
import { DrawnFigures } from "../figures/figure-name.tsx";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { SectionGate } from "../sections/section-gate.tsx";

const STATES = {
  none: { words: "not written yet", colour: "orange", action: "Write it" },
  draft: { words: "begun, not published", colour: "orange", action: "Go on writing" },
  published: { words: "published", colour: "pine", action: "Open" },
} as const;

function RecapLine({ lesson, mine }: { lesson: LessonSummary; mine: boolean }) {
  const { words, colour, action } = STATES[lesson.recap];
  const isLate = lesson.recap !== "published";
  const { newFigures } = lesson;
  return (
    <Panel
      as="li"
      listStyleType="none"
      py="3"
      borderLeftWidth={isLate ? "5px" : "1px"}
      borderLeftColor={isLate ? "apricot" : "rule"}
    >
      <Flex gap="4" align="center" justify="space-between" wrap="wrap">
        <Stack gap="0">
          <Text fontFamily="heading" fontWeight="700" fontSize="lg">
            Week {lesson.week}
          </Text>
          <Text color="soft" fontSize="sm">
            {longDay(lesson.date)}
          </Text>
        </Stack>
        <Flex gap="3" align="center">
          <Badge colorPalette={colour} size="lg">
            {words}
          </Badge>
          <Button asChild size="sm" variant={!isLate || !mine ? "outline" : "solid"}>
            <Link
              to={`/recaps/${lesson.sectionId}/${lesson.week}`}
              aria-label={`${mine ? action : "Read"}: week ${lesson.week}`}
            >
              {mine ? action : "Read"}
            </Link>
          </Button>
        </Flex>
      </Flex>
      <Box mt="2">
        <DrawnFigures figures={newFigures} />
      </Box>
      {newFigures.length === 0 ? (
        <Text color="soft" fontSize="sm">
          Nothing was new; things came back.
        </Text>
      ) : null}
    </Panel>
  );
}

/** Recaps that wait in other classes of the person's own, the oldest first. */
function OtherRecaps({ section }: { section: Section }) {
  const items = useOtherCourses(section.id)
    .flatMap(({ section: { id }, course, title }) =>
      recapsToWrite(course).map(({ week, date }) => ({
        key: `${id} ${week}`,
        to: `/recaps/${id}/${week}`,
        title,
        date: date ?? "",
        about: `week ${week}, ${shortDay(date ?? "")}`,
      })),
    )
    .sort((a, b) => a.date.localeCompare(b.date));
  return <Elsewhere items={items} />;
}

function SectionRecaps({ section }: { section: Section }) {
  const lessons = useApi(api.lessons.list, { params: { id: section.id } });
  const { mine } = useOwnClass(section);
  return (
    <Loaded all={[lessons]}>
      {(all) => {
        const taught = all.filter(({ state }) => state === "taught").reverse();
        return (
          <>
            <PageHead title="Recaps" about={`${section.name}: drafted from what was really covered`} />
            <ReadingAlong section={section} />
            {taught.length === 0 ? (
              <Empty
                title="Nothing to recap yet"
                action={
                  <Button asChild>
                    <Link to={`/lessons/${section.id}/1`}>Open the first lesson</Link>
                  </Button>
                }
              >
                A recap is drafted when a class is finished, from the parts that were marked done.
              </Empty>
            ) : (
              <Stack as="ul" gap="2">
                {taught.map((lesson) => (
                  <RecapLine key={lesson.week} lesson={lesson} mine={mine} />
                ))}
              </Stack>
            )}
            <OtherRecaps section={section} />
          </>
        );
      }}
    </Loaded>
  );
}

export const RecapsPage = () => (
  <SectionGate place="recaps">
    {(section) => <SectionRecaps key={section.id} section={section} />}
  </SectionGate>
);
