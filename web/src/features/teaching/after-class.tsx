import { Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import type { NotedValues } from "@map-step/core/lesson";
import { Link } from "react-router";
import { useMay } from "../session/session.tsx";

interface Props {
  readonly sectionId: string;
  readonly week: number;
  readonly levelId: string;
  readonly segments: readonly LessonSegment[];
  readonly markOf: (id: string) => NotedValues["mark"] | null;
}

/** What comes after a class: the recap, the log, and the repair of the plan when something was not finished. */
export function AfterClass({ sectionId, week, levelId, segments, markOf }: Props) {
  const mayPlan = useMay("plans.write");
  const notReached = segments.some(
    ({ id, kind }) => kind === "new" && (markOf(id)?.covered ?? "not-done") === "not-done",
  );
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
        {notReached && mayPlan ? (
          <Button asChild variant="outline" bg="panel">
            <Link to={`/levels/${levelId}/sections/${sectionId}?repair=unfinished`}>Repair the plan</Link>
          </Button>
        ) : null}
      </Flex>
    </Flex>
  );
}
