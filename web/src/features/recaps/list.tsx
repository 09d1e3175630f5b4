import { Badge, Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { SectionGate } from "../../kit/section-gate.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { recapsToWrite } from "../courses/due.ts";
import { DrawnFigures } from "../figures/figure-name.tsx";
import { ReadingAlong, useOwnClass, useTeaches } from "../sections/own-class.tsx";

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
function Elsewhere({ section }: { section: Section }) {
  const { data: courses } = useApi(api.courses.list, {});
  const { data: sections } = useApi(api.sections.list, {});
  const { data: levels } = useApi(api.levels.list, {});
  const teaches = useTeaches();
  const waiting = (courses ?? [])
    .flatMap((course) => {
      const own = sections?.find(({ id }) => id === course.sectionId);
      if (!own || own.id === section.id || !teaches(own)) return [];
      const level = levels?.find(({ id }) => id === own.levelId)?.name ?? "";
      return recapsToWrite(course).map(({ week, date }) => ({ own, level, week, date: date ?? "" }));
    })
    .sort((a, b) => a.date.localeCompare(b.date));
  if (waiting.length === 0) return null;
  return (
    <Panel as="section" aria-label="In your other classes" mt="5">
      <PanelTitle>In your other classes</PanelTitle>
      <ul>
        {waiting.slice(0, MOST_ELSEWHERE).map(({ own, level, week, date }) => (
          <Text as="li" key={`${own.id} ${week}`} py="0.5" listStyleType="none">
            <Text asChild color="pine" fontWeight="700">
              <Link to={`/recaps/${own.id}/${week}`}>
                {level}, {own.name}, week {week}
              </Link>
            </Text>
            , {shortDay(date)}
          </Text>
        ))}
      </ul>
      {waiting.length > MOST_ELSEWHERE ? (
        <Text color="soft" fontSize="sm">
          and {waiting.length - MOST_ELSEWHERE} more
        </Text>
      ) : null}
    </Panel>
  );
}

/** So many recaps of other classes are told. */
const MOST_ELSEWHERE = 8;

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
            <Elsewhere section={section} />
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
