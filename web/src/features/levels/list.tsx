import { Box, Button, Stack } from "@chakra-ui/react";
import { api, type Section } from "@map-step/contract";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { WindowList } from "../../kit/window-list.tsx";
import { BeadsLegend } from "../courses/legend.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { SectionDialog } from "../sections/form.tsx";
import { useMay } from "../session/session.tsx";
import { LevelDialog } from "./form.tsx";
import { LevelPanel, type Open } from "./level-panel.tsx";

/** So many levels are all in the page. */
const FEW = 12;
/** About how high a level stands with so many sections, in pixels. */
const heightWith = (sections: number): number => 220 + sections * 100;

/** With more levels than this, those of one dance are shown at a time. */
const MOST_AT_ONCE = 20;

export function LevelsPage() {
  const levels = useApi(api.levels.list, {});
  const sections = useApi(api.sections.list, {});
  const dances = useApi(api.dances.list, {});
  const staff = useApi(api.staff.list, {});
  const approaches = useApi(api.approaches.list, {});
  // The page is there before it is known how the courses run.
  const { data: courses } = useApi(api.courses.list, {});
  const mayLevels = useMay("levels.write");
  const { dance, choose } = useDanceChoice(dances.data);
  const [open, setOpen] = useState<Open | null>(null);
  const [search, setSearch] = useSearchParams();
  const isAsked = search.get("new") === "level" && mayLevels;
  useEffect(() => {
    if (!isAsked) return;
    setOpen({ what: "level", level: null });
    setSearch({}, { replace: true });
  }, [isAsked, setSearch]);
  const close = () => setOpen(null);
  return (
    <Loaded all={[levels, sections, dances, staff, approaches]}>
      {(allLevels, allSections, allDances, members, own) => {
        const newLevel = mayLevels && allDances.length > 0;
        const many = dance !== undefined && allLevels.length > MOST_AT_ONCE;
        const shown = many ? allLevels.filter(({ danceId }) => danceId === dance.id) : allLevels;
        const teachersOf = ({ teacherIds }: Section) =>
          members
            .filter(({ id }) => teacherIds.includes(id))
            .map(({ name }) => name)
            .join(" and ");
        return (
          <>
            <PageHead
              title="Levels"
              about="Each level is a run of weekly lessons; sections are its running classes"
            >
              {many ? <DanceSelect dance={dance} dances={allDances} onChoose={choose} /> : null}
              {allLevels.length > 0 ? (
                <Button asChild variant="outline" bg="panel">
                  <Link to="/levels/program">Program</Link>
                </Button>
              ) : null}
              <Button asChild variant="outline" bg="panel">
                <Link to="/levels/approaches">Approaches</Link>
              </Button>
              {newLevel ? (
                <Button onClick={() => setOpen({ what: "level", level: null })}>New level</Button>
              ) : null}
            </PageHead>
            <Stack gap="4">
              <WindowList
                items={shown}
                keyOf={({ id }) => id}
                heightOf={({ id }) => heightWith(allSections.filter(({ levelId }) => levelId === id).length)}
                few={FEW}
              >
                {(level) => (
                  <Box pb="4">
                    <LevelPanel
                      level={level}
                      dance={allDances.find(({ id }) => id === level.danceId)}
                      sections={allSections.filter(({ levelId }) => levelId === level.id)}
                      courses={courses?.filter(({ levelId }) => levelId === level.id)}
                      teachersOf={teachersOf}
                      approaches={own}
                      onOpen={setOpen}
                    />
                  </Box>
                )}
              </WindowList>
              {allSections.length > 0 ? <BeadsLegend /> : null}
              {allLevels.length === 0 ? (
                <Empty
                  title="No level yet"
                  action={
                    newLevel ? (
                      <Button onClick={() => setOpen({ what: "level", level: null })}>
                        Plan the first level
                      </Button>
                    ) : undefined
                  }
                >
                  A level says how many weeks a course has, how long its lessons are and which figures it
                  teaches.
                  {allDances.length === 0 ? " Add a dance on the Figures page first." : ""}
                </Empty>
              ) : null}
            </Stack>
            {open?.what === "level" ? (
              <LevelDialog
                level={open.level}
                levels={allLevels}
                dances={allDances}
                approaches={own}
                onClose={close}
              />
            ) : null}
            {open?.what === "section" ? (
              <SectionDialog levelId={open.levelId} section={open.section} staff={members} onClose={close} />
            ) : null}
          </>
        );
      }}
    </Loaded>
  );
}
