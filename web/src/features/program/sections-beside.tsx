import { Badge, Box, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSummary, type Level, type Plan, type Section } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { Link } from "react-router";
import { useApiOfEach } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Loading } from "../../kit/states.tsx";

interface Props {
  readonly level: Level;
  readonly sections: readonly Section[];
  readonly nameOf: (figureId: string) => string;
}

interface SectionProgress {
  readonly section: Section;
  readonly taughtWeeks: number;
  /** Figures that were new in a lesson already taught, and reached. */
  readonly done: ReadonlySet<string>;
}

const coveredBy = (section: Section, lessons: readonly LessonSummary[], plan: Plan): SectionProgress => {
  const missed = new Set(plan.notReached.map(({ figureId }) => figureId));
  const taught = lessons.filter(({ state }) => state === "taught");
  return {
    section,
    taughtWeeks: taught.length,
    done: new Set(
      taught.flatMap(({ newFigures }) => newFigures.map(({ id }) => id)).filter((id) => !missed.has(id)),
    ),
  };
};

/** The sections of one level: what each has covered, who is ahead, and what to even out. */
export function SectionsBeside({ level, sections, nameOf }: Props) {
  const inputs = useMemo(() => sections.map(({ id }) => ({ params: { id } })), [sections]);
  const plans = useApiOfEach(
    api.plans.read,
    useMemo(() => sections.map(({ planId }) => ({ params: { id: planId } })), [sections]),
  );
  const lessons = useApiOfEach(api.lessons.list, inputs);
  if (!plans || !lessons) return <Loading />;
  const covered = sections.map((section, index) =>
    coveredBy(section, lessons[index] ?? [], plans[index] as Plan),
  );
  const all = [...new Set(covered.flatMap(({ done }) => [...done]))];
  const most = Math.max(0, ...covered.map(({ done }) => done.size));
  return (
    <Panel>
      <PanelTitle>{level.name}: its sections beside each other</PanelTitle>
      <Stack gap="3">
        {covered.map(({ section, taughtWeeks, done }) => {
          const open = all.filter((id) => !done.has(id));
          return (
            <Box key={section.id}>
              <Text>
                <Link to={`/levels/${level.id}/sections/${section.id}`}>
                  <b>{section.name}</b>
                </Link>{" "}
                <span className="numbers">
                  {counted(taughtWeeks, "lesson")} taught, {counted(done.size, "figure")} covered
                </span>{" "}
                {covered.length > 1 && done.size === most ? <Badge colorPalette="pine">ahead</Badge> : null}
              </Text>
              <Text color="soft" fontSize="sm">
                {open.length === 0
                  ? "Nothing that another section had and this one had not."
                  : `Another section had already: ${open.map(nameOf).join(", ")}.`}
              </Text>
            </Box>
          );
        })}
      </Stack>
    </Panel>
  );
}
