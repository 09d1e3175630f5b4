import { Button, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  type ApproachRecord,
  api,
  type DanceRecord,
  type FigureRecord,
  type Level,
  type Plan,
  type Section,
} from "@map-step/contract";
import { useMemo } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded, Loading } from "../../kit/states.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { GapsPanel } from "./gaps.tsx";
import { LevelLoads } from "./level-loads.tsx";
import { programOf } from "./program.ts";
import { type ChartWeek, RepertoireChart } from "./repertoire-chart.tsx";
import { RepertoireTable } from "./repertoire-table.tsx";
import { SectionsBeside } from "./sections-beside.tsx";

interface Props {
  readonly approaches: readonly ApproachRecord[];
  readonly sections: readonly Section[];
  readonly levels: readonly Level[];
  readonly plans: readonly Plan[];
  readonly library: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}

function DanceProgram({ levels, plans, library, dances, approaches, sections }: Props) {
  const program = useMemo(() => {
    const planned = levels.flatMap((level) => {
      const plan = plans.find(({ levelId, sectionId }) => levelId === level.id && sectionId === null);
      return plan ? [{ level, plan }] : [];
    });
    return programOf(planned, library, dances, approaches);
  }, [levels, plans, library, dances, approaches]);
  const weeks = useMemo(
    () =>
      program.levels.flatMap(({ level, repertoire }): ChartWeek[] =>
        repertoire.weeks.slice(1).map((week) => ({ ...week, levelName: level.name })),
      ),
    [program],
  );
  const names = useMemo(() => new Map(library.map(({ id, name }) => [id, name])), [library]);
  const nameOf = (id: string) => names.get(id) ?? "";
  return (
    <Stack gap="4">
      <Panel>
        <PanelTitle>What dancers hold, week by week</PanelTitle>
        <RepertoireChart weeks={weeks} />
        <Text color="soft" fontSize="sm">
          A stretch is two steps in a row. What several figures share counts once.
        </Text>
      </Panel>
      <LevelLoads levels={program.levels} />
      {program.levels.map(({ level }) => {
        const own = sections.filter(({ levelId }) => levelId === level.id);
        return own.length > 1 ? (
          <SectionsBeside key={level.id} level={level} sections={own} plans={plans} nameOf={nameOf} />
        ) : null;
      })}
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" alignItems="start">
        <RepertoireTable levels={program.levels} />
        <GapsPanel program={program} nameOf={nameOf} />
      </SimpleGrid>
    </Stack>
  );
}

/** All levels of a dance one after another. */
export function ProgramPage() {
  const dances = useDances();
  const levels = useApi(api.levels.list, {});
  const approaches = useApi(api.approaches.list, {});
  const sections = useApi(api.sections.list, {});
  const { dance, choose } = useDanceChoice(dances.data);
  const library = useFigures(dance?.id);
  const own = useMemo(
    () => (levels.data ?? []).filter(({ danceId }) => danceId === dance?.id),
    [levels.data, dance?.id],
  );
  const { data: plans } = useApi(
    api.plans.ofDance,
    { params: { id: dance?.id ?? "" } },
    { enabled: dance !== undefined },
  );
  return (
    <Loaded all={[library, dances, levels, approaches, sections]}>
      {(figures, allDances, _levels, ways, running) => (
        <>
          <PageHead
            title="Program"
            about={dance ? `All levels of ${dance.name}, one after another` : "All levels of a dance"}
          >
            {dance ? <DanceSelect dance={dance} dances={allDances} onChoose={choose} /> : null}
            <Button asChild variant="outline" bg="panel">
              <Link to="/levels">Back to the levels</Link>
            </Button>
          </PageHead>
          {own.length === 0 ? (
            <Empty title="This dance has no level yet">
              With a level and its plan you see here what dancers hold after each week.
            </Empty>
          ) : plans ? (
            <DanceProgram
              levels={own}
              plans={plans}
              library={figures}
              dances={allDances}
              approaches={ways}
              sections={running}
            />
          ) : (
            <Loading />
          )}
        </>
      )}
    </Loaded>
  );
}
