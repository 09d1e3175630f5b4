import { Badge, Box, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { shortDay } from "../../kit/dates.ts";
import { PageHead } from "../../kit/page.tsx";
import { SectionGate } from "../../kit/section-gate.tsx";
import { Loaded } from "../../kit/states.tsx";

function LessonLine({ lesson, next }: { lesson: LessonSummary; next: boolean }) {
  return (
    <Flex
      asChild
      bg="panel"
      borderWidth="1px"
      borderColor={next ? "apricot" : "rule"}
      borderLeftWidth={next ? "5px" : "1px"}
      borderRadius="lg"
      px="4"
      py="3"
      gap="4"
      align="center"
      wrap="wrap"
      _hover={{ borderColor: next ? "apricot" : "pine2" }}
    >
      <Link to={`/lessons/${lesson.sectionId}/${lesson.week}`}>
        <Box w="8.5rem">
          <Text fontFamily="heading" fontWeight="700" fontSize="lg">
            Week {lesson.week}
          </Text>
          <Text color="soft" fontSize="sm">
            {shortDay(lesson.date)}
          </Text>
        </Box>
        <Text flex="1" minW="12rem">
          {lesson.newFigures.length > 0
            ? `New: ${lesson.newFigures.map(({ name }) => name).join(", ")}`
            : "Nothing new; bring things back"}
        </Text>
        {next ? (
          <Text fontWeight="700">next lesson</Text>
        ) : lesson.state === "taught" ? (
          <Flex gap="2">
            <Badge colorPalette="pine" size="lg">
              taught
            </Badge>
            <Badge colorPalette={lesson.recap === "published" ? "pine" : "orange"} size="lg">
              {lesson.recap === "published" ? "recap published" : "recap to write"}
            </Badge>
          </Flex>
        ) : null}
      </Link>
    </Flex>
  );
}

function Term({ section }: { section: Section }) {
  const lessons = useApi(api.lessons.list, { params: { id: section.id } });
  return (
    <Loaded all={[lessons]}>
      {(all) => {
        const next = all.find(({ state, cancelled }) => state === "planned" && !cancelled);
        const taught = all.filter(({ state }) => state === "taught").length;
        return (
          <>
            <PageHead
              title="Lessons"
              about={`${section.name}: ${taught} of ${all.filter(({ cancelled }) => !cancelled).length} taught`}
            />
            <Stack gap="2">
              {all.map((lesson) =>
                lesson.cancelled ? (
                  <Flex key={lesson.week} px="4" py="2" gap="4" color="soft">
                    <Box w="8.5rem">
                      <Text fontFamily="heading" fontWeight="700">
                        Week {lesson.week}
                      </Text>
                      <Text fontSize="sm">{shortDay(lesson.date)}</Text>
                    </Box>
                    <Text alignSelf="center">cancelled</Text>
                  </Flex>
                ) : (
                  <LessonLine key={lesson.week} lesson={lesson} next={lesson.week === next?.week} />
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
