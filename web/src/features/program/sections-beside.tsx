import { Badge, Box, Stack, Text } from "@chakra-ui/react";
import type { Level, Plan, Section } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { Link } from "react-router";
import { Panel, PanelTitle } from "../../kit/page.tsx";

interface Props {
  readonly level: Level;
  readonly sections: readonly Section[];
  /** Theirs and those of others. */
  readonly plans: readonly Plan[];
  readonly nameOf: (figureId: string) => string;
}

interface SectionProgress {
  readonly section: Section;
  readonly taughtWeeks: number;
  /** Figures that were new in a lesson already taught, and reached. */
  readonly done: ReadonlySet<string>;
}

const coveredBy = (section: Section, { held, chosen, notReached }: Plan): SectionProgress => {
  const missed = new Set(notReached.map(({ figureId }) => figureId));
  const taught = new Set(held.map(({ week }) => week));
  return {
    section,
    taughtWeeks: taught.size,
    done: new Set(
      chosen.flatMap(({ figureId, week }) =>
        week !== null && taught.has(week) && !missed.has(figureId) ? [figureId] : [],
      ),
    ),
  };
};

/** The sections of one level: what each has covered, who is ahead, and what to even out. */
export function SectionsBeside({ level, sections, plans, nameOf }: Props) {
  const covered = sections.flatMap((section) => {
    const plan = plans.find(({ sectionId }) => sectionId === section.id);
    return plan ? [coveredBy(section, plan)] : [];
  });
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
