import { Box, Flex, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Today } from "@map-step/contract";
import { Check } from "lucide-react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";

function Week({ lesson, next }: { lesson: LessonSummary; next: boolean }) {
  const taught = lesson.state === "taught";
  const recap = lesson.recap === "published" ? "recap out" : "no recap yet";
  const words = taught ? recap : next ? "next" : `${lesson.newFigures.length} new`;
  const date = dayAndMonth(lesson.date);
  return (
    <Flex
      asChild
      direction="column"
      flex="1 0 4.5rem"
      px="2"
      py="1.5"
      borderRadius="md"
      borderWidth={next ? "2px" : "1px"}
      borderColor={next ? "apricot" : "rule"}
      bg={taught ? "pineWash" : "panel"}
      _hover={{ borderColor: next ? "apricot" : "pine2" }}
    >
      <Link
        to={`/lessons/${lesson.sectionId}/${lesson.week}`}
        aria-label={`Week ${lesson.week}, ${date}: ${taught ? "taught, " : ""}${words}`}
      >
        <Flex align="center" gap="1" fontWeight="700">
          {lesson.week}
          {taught ? <Check size={14} /> : null}
        </Flex>
        <Text fontSize="xs" className="numbers">
          {date}
        </Text>
        <Text fontSize="xs" color="soft">
          {words}
        </Text>
      </Link>
    </Flex>
  );
}

/** Where a section is in its run of lessons. */
export function TermStrip({ lesson }: { lesson: Today["lessons"][number] }) {
  const lessons = useApi(api.lessons.list, { params: { id: lesson.sectionId } });
  if (!lessons.data) return null;
  const taught = lessons.data.filter(({ state }) => state === "taught").length;
  return (
    <Panel>
      <PanelTitle
        aside={
          <Text color="soft" fontSize="sm">
            {taught} of {lessons.data.length} taught
          </Text>
        }
      >
        {lesson.levelName}, {lesson.sectionName}
      </PanelTitle>
      <Box overflowX="auto">
        <Flex gap="1.5" wrap="wrap">
          {lessons.data.map((week) => (
            <Week key={week.week} lesson={week} next={week.week === lesson.week} />
          ))}
        </Flex>
      </Box>
    </Panel>
  );
}
