import { Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import type { NotedValues } from "@map-step/core/lesson";
import { Link } from "react-router";

interface Props {
  readonly sectionId: string;
  readonly week: number;
  readonly segments: readonly LessonSegment[];
  readonly markOf: (id: string) => NotedValues["mark"] | null;
}

/** What comes after a class: what goes on to the next lesson, the recap and the log. */
export function AfterClass({ sectionId, week, segments, markOf }: Props) {
  const open = segments.filter(({ id, figureId }) => figureId !== null && markOf(id)?.covered !== "done");
  return (
    <Flex
      direction="column"
      gap="3"
      p="4"
      mb="4"
      bg="pineWash"
      borderRadius="lg"
      borderLeftWidth="4px"
      borderColor="pine"
    >
      <Heading as="h2" size="lg">
        The class is over
      </Heading>
      <Text>
        {open.length === 0
          ? "Everything planned was done."
          : `Goes on to the next lesson: ${[...new Set(open.map(({ title }) => title))].join(", ")}.`}
      </Text>
      <Flex gap="2" wrap="wrap">
        <Button asChild>
          <Link to={`/recaps/${sectionId}/${week}`}>Write the recap</Link>
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/lessons/${sectionId}/${week}/log`}>Read the log</Link>
        </Button>
      </Flex>
    </Flex>
  );
}
