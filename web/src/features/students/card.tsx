import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type FigureLine, type KeptEvidence, type StudioPerson } from "@map-step/contract";
import { cellsOf, MARK_NAMES, type Mark } from "@map-step/core/check";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { Printer } from "lucide-react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay } from "../../kit/dates.ts";
import { download } from "../../kit/download.ts";
import { PageHead } from "../../kit/page.tsx";
import { MarkSign } from "../checks/mark-sign.tsx";
import { useSession } from "../session/session.tsx";
import { type CardText, cardAsHtml } from "./card-text.ts";
import { DancerGate } from "./page.tsx";

/** How a mark is said to the dancer, in the words of the house. */
const SAID: Readonly<Record<Mark, string>> = {
  "not-yet": "begun",
  "with-help": "with a little help",
  alone: "by yourself",
  "dances-it": "you dance it",
};

/** What the card says: the latest course, what was seen in it, and what is next. Nobody is compared with anybody. */
function textOf(
  studio: string,
  person: StudioPerson,
  evidence: readonly KeptEvidence[],
  library: readonly FigureLine[],
  today: string,
): CardText {
  const course = person.courses.findLast(({ waiting }) => !waiting);
  const figures = new Map(library.map((figure) => [figure.id, figure]));
  const cells = cellsOf(evidence, "partner", today).flatMap((cell) => {
    const figure = figures.get(cell.figureId);
    return figure ? [{ ...cell, name: figure.name, kind: figure.kind }] : [];
  });
  const groups = FIGURE_KINDS.flatMap((kind) => {
    const own = cells.filter((cell) => cell.kind === kind).toSorted((a, b) => a.name.localeCompare(b.name));
    return own.length === 0
      ? []
      : [
          {
            title: KIND_NAMES[kind].many,
            figures: own.map(({ name, mark }) => ({ name, mark, said: SAID[mark] })),
          },
        ];
  });
  const next = cells
    .filter(({ mark }) => mark === "with-help" || mark === "not-yet")
    .toSorted(
      (a, b) =>
        Number(b.mark === "with-help") - Number(a.mark === "with-help") ||
        FIGURE_KINDS.indexOf(a.kind) - FIGURE_KINDS.indexOf(b.kind),
    )
    .slice(0, 4)
    .map(({ name }) => name);
  return {
    studio,
    name: person.name,
    course: course ? `${course.level}, ${course.section}` : "",
    day: longDay(today),
    groups,
    next,
  };
}

/** A progress card, to print or to hand over as a file. */
export function ProgressCardPage() {
  const { today } = useSession();
  const session = useApi(api.session.read, {});
  return (
    <DancerGate>
      {({ person, evidence, library }) => {
        const text = textOf(session.data?.studio?.name ?? "", person, evidence, library, today);
        return (
          <>
            <PageHead title={`Progress card, ${person.name}`} tab={`Progress card, ${person.name}`}>
              <Button onClick={() => window.print()}>
                <Printer /> Print
              </Button>
              <Button
                variant="outline"
                bg="panel"
                onClick={() => download(`Progress card ${person.name}.html`, "text/html", cardAsHtml(text))}
              >
                Save as a page
              </Button>
              <Button asChild variant="outline" bg="panel">
                <Link to={`/dancers/${person.id}`}>Back to {person.name}</Link>
              </Button>
            </PageHead>
            <Box
              bg="panel"
              borderWidth="1px"
              borderColor="rule"
              borderRadius="lg"
              p="8"
              maxW="46rem"
              as="article"
            >
              <Text color="soft">{text.studio}</Text>
              <Heading as="h2" size="3xl">
                {text.name}
              </Heading>
              <Text>
                {text.course}
                {text.course === "" ? "" : "; "}
                {text.day}
              </Text>
              {text.groups.length === 0 ? (
                <Text mt="4">Nothing was seen yet. The card fills with the first check.</Text>
              ) : null}
              <Box _print={{ columnCount: 2, columnGap: "10" }}>
                {text.groups.map(({ title, figures }) => (
                  <Box key={title} mt="5" _print={{ breakInside: "avoid", mt: "0", mb: "5" }}>
                    <Heading as="h3" size="md" borderBottomWidth="2px" borderColor="pine2" mb="1">
                      {title}
                    </Heading>
                    {figures.map(({ name, mark, said }) => (
                      <Flex key={name} gap="3" align="center" py="0.5">
                        <MarkSign mark={mark} size={16} />
                        <Text flex="1">{name}</Text>
                        <Text color="soft" title={MARK_NAMES[mark]}>
                          {said}
                        </Text>
                      </Flex>
                    ))}
                  </Box>
                ))}
              </Box>
              {text.next.length > 0 ? (
                <Box
                  mt="6"
                  bg="pineWash"
                  borderRadius="md"
                  p="4"
                  _print={{ breakInside: "avoid", borderWidth: "1px" }}
                >
                  <Heading as="h3" size="md">
                    Next for you
                  </Heading>
                  <Text>{text.next.join(", ")}</Text>
                </Box>
              ) : null}
            </Box>
          </>
        );
      }}
    </DancerGate>
  );
}
