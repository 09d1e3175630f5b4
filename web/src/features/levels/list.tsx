import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { type ApproachRecord, api, type DanceRecord, type Level, type Section } from "@map-step/contract";
import { approachOf } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay, timeText, weekdays } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { SectionDialog } from "../sections/form.tsx";
import { useMay } from "../session/session.tsx";
import { LevelDialog } from "./form.tsx";

type Open =
  | { readonly what: "level"; readonly level: Level | null }
  | { readonly what: "section"; readonly levelId: string; readonly section: Section | null }
  | null;

interface SectionLineProps {
  readonly section: Section;
  readonly teachers: string;
  readonly onEdit: (() => void) | null;
}

function SectionLine({ section, teachers, onEdit }: SectionLineProps) {
  const { id, levelId, name, dates, startTime, room } = section;
  const [first = ""] = dates;
  return (
    <Flex
      gap="3"
      align="center"
      justify="space-between"
      wrap="wrap"
      py="3"
      borderTopWidth="1px"
      borderColor="rule"
    >
      <Box>
        <Text fontWeight="700">{name}</Text>
        <Text color="soft" fontSize="sm">
          {weekdays(first)} {timeText(startTime)}
          {room ? `, ${room}` : ""}, from {longDay(first)}
          {teachers ? `; ${teachers}` : ""}
        </Text>
      </Box>
      <Flex gap="2" wrap="wrap">
        <Button asChild size="sm" variant="outline">
          <Link to={`/levels/${levelId}/sections/${id}`}>Plan</Link>
        </Button>
        <Button asChild size="sm" variant="outline">
          <Link to={`/lessons/${id}`}>Lessons</Link>
        </Button>
        <Button asChild size="sm" variant="outline">
          <Link to={`/sections/${id}/roster`}>Students</Link>
        </Button>
        {onEdit ? (
          <Button size="sm" variant="outline" onClick={onEdit}>
            Settings
          </Button>
        ) : null}
      </Flex>
    </Flex>
  );
}

function RemoveLevel({ level }: { level: Level }) {
  const { remove, busy } = useRemoval(api.levels.remove, api.levels.restore);
  return (
    <Button
      size="sm"
      variant="ghost"
      loading={busy}
      onClick={() => remove(level.id, `${level.name} is taken away`)}
    >
      Remove
    </Button>
  );
}

interface LevelPanelProps {
  readonly level: Level;
  readonly dance: DanceRecord | undefined;
  readonly sections: readonly Section[];
  readonly teachersOf: (section: Section) => string;
  readonly approaches: readonly ApproachRecord[];
  readonly onOpen: (open: Open) => void;
}

function LevelPanel({ level, dance, sections, teachersOf, approaches, onOpen }: LevelPanelProps) {
  const mayLevels = useMay("levels.write");
  const maySections = useMay("sections.write");
  return (
    <Panel as="section" aria-label={level.name}>
      <Flex justify="space-between" gap="3" wrap="wrap" mb="3">
        <Box>
          <Heading as="h2" size="lg">
            <Link to={`/levels/${level.id}`}>{level.name}</Link>
          </Heading>
          <Text color="soft" fontSize="sm">
            {dance?.name}, {counted(level.weeks, "week")} of {counted(level.lessonMinutes, "minute")}, at most{" "}
            {level.mostNew} new figures a lesson,{" "}
            {approachOf(level.approachId, approaches).name.toLowerCase()}
          </Text>
          {level.aim === "" ? null : <Text>At the end dancers can {level.aim}.</Text>}
        </Box>
        <Flex gap="2" wrap="wrap" align="flex-start">
          {mayLevels ? (
            <>
              {sections.length === 0 ? <RemoveLevel level={level} /> : null}
              <Button size="sm" variant="outline" onClick={() => onOpen({ what: "level", level })}>
                Settings
              </Button>
            </>
          ) : null}
          {maySections ? (
            <Button
              size="sm"
              variant="outline"
              onClick={() => onOpen({ what: "section", levelId: level.id, section: null })}
            >
              New section
            </Button>
          ) : null}
          <Button asChild size="sm">
            <Link to={`/levels/${level.id}`}>Week plan</Link>
          </Button>
        </Flex>
      </Flex>
      {sections.map((section) => (
        <SectionLine
          key={section.id}
          section={section}
          teachers={teachersOf(section)}
          onEdit={maySections ? () => onOpen({ what: "section", levelId: level.id, section }) : null}
        />
      ))}
      {sections.length === 0 ? (
        <Text color="soft" borderTopWidth="1px" borderColor="rule" pt="3">
          No section runs this level yet. A section gives it dates, a room, teachers and students.
        </Text>
      ) : null}
    </Panel>
  );
}

/** With more levels than this, those of one dance are shown at a time. */
const MOST_AT_ONCE = 20;

export function LevelsPage() {
  const levels = useApi(api.levels.list, {});
  const sections = useApi(api.sections.list, {});
  const dances = useApi(api.dances.list, {});
  const staff = useApi(api.staff.list, {});
  const approaches = useApi(api.approaches.list, {});
  const mayLevels = useMay("levels.write");
  const { dance, choose } = useDanceChoice(dances.data);
  const [open, setOpen] = useState<Open>(null);
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
              {shown.map((level) => (
                <LevelPanel
                  key={level.id}
                  level={level}
                  dance={allDances.find(({ id }) => id === level.danceId)}
                  sections={allSections.filter(({ levelId }) => levelId === level.id)}
                  teachersOf={teachersOf}
                  approaches={own}
                  onOpen={setOpen}
                />
              ))}
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
