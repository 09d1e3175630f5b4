import { Badge, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { SectionGate } from "../../kit/section-gate.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";

const STATES = {
  none: { words: "not written yet", colour: "orange", action: "Write it" },
  draft: { words: "begun, not published", colour: "orange", action: "Go on writing" },
  published: { words: "published", colour: "pine", action: "Open" },
} as const;

function RecapLine({ lesson, mine }: { lesson: LessonSummary; mine: boolean }) {
  const { words, colour, action } = STATES[lesson.recap];
  return (
    <Panel py="3">
      <Flex gap="4" align="center" justify="space-between" wrap="wrap">
        <Stack gap="0">
          <Text fontFamily="heading" fontWeight="700" fontSize="lg">
            Week {lesson.week}
          </Text>
          <Text color="soft" fontSize="sm">
            {longDay(lesson.date)}
            {lesson.newFigures.length > 0 ? `: ${lesson.newFigures.map(({ name }) => name).join(", ")}` : ""}
          </Text>
        </Stack>
        <Flex gap="3" align="center">
          <Badge colorPalette={colour} size="lg">
            {words}
          </Badge>
          <Button asChild size="sm" variant={lesson.recap === "published" || !mine ? "outline" : "solid"}>
            <Link to={`/recaps/${lesson.sectionId}/${lesson.week}`}>{mine ? action : "Read"}</Link>
          </Button>
        </Flex>
      </Flex>
    </Panel>
  );
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
              <Stack gap="2">
                {taught.map((lesson) => (
                  <RecapLine key={lesson.week} lesson={lesson} mine={mine} />
                ))}
              </Stack>
            )}
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
