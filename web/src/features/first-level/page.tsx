import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type Level, type Section } from "@map-step/contract";
import { STARTER_SETS } from "@map-step/core/starter";
import { counted } from "@map-step/core/words";
import { useMutation } from "@tanstack/react-query";
import { Check } from "lucide-react";
import type { ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import { errorText, useApi } from "../../kit/api.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { LevelPicture } from "../courses/level-picture.tsx";
import { DrawnFigures } from "../figures/figure-name.tsx";
import { LessonStrip } from "../lessons/lesson-strip.tsx";
import { ClassForm, DanceForm, LevelForm } from "./forms.tsx";
import { useSteps } from "./steps.ts";

/** So many of the dance's basics are drawn. */
const DRAWN = 2;

interface StepProps {
  readonly number: number;
  readonly title: string;
  readonly why: string;
  readonly state: "done" | "now" | "later";
  readonly children?: ReactNode;
}

const Step = ({ number, title, why, state, children }: StepProps) => (
  <Panel
    as="li"
    listStyleType="none"
    borderStyle={state === "later" ? "dashed" : "solid"}
    bg={state === "later" ? "transparent" : "panel"}
    borderColor={state === "now" ? "pine" : "rule"}
    aria-current={state === "now" ? "step" : undefined}
  >
    <Flex gap="3">
      <Flex
        w="8"
        h="8"
        flexShrink="0"
        align="center"
        justify="center"
        borderRadius="full"
        bg={state === "later" ? "sunk" : "pineSolid"}
        color={state === "later" ? "ink" : "onSolid"}
        fontWeight="700"
        className="numbers"
      >
        {state === "done" ? <Check size={18} role="img" aria-label="done" /> : number}
      </Flex>
      <Box flex="1" minW="0">
        <PanelTitle>{title}</PanelTitle>
        <Text color="soft" fontSize="sm" mb={children ? "3" : "0"}>
          {why}
        </Text>
        {children}
      </Box>
    </Flex>
  </Panel>
);

/** The basics with which the dance begins, as they are kept now. */
function Basics({ dance }: { dance: DanceRecord }) {
  const { data: figures } = useApi(api.figures.ofDance, { params: { id: dance.id } });
  const basics = (figures ?? []).filter(({ kind, notation }) => kind === "basic" && notation !== "");
  return (
    <Box>
      <Text mb="2">
        <strong>{dance.name}</strong> is there, with {counted(figures?.length ?? 0, "figure")}.
      </Text>
      <DrawnFigures figures={basics.slice(0, DRAWN)} />
    </Box>
  );
}

/** The level is kept, but has no figures: its draft failed, or its dance had none. */
function Undrafted({ level, dance }: { level: Level; dance: DanceRecord }) {
  const { draftLevel } = useSteps();
  const draft = useMutation({ mutationFn: () => draftLevel(level, dance) });
  const { data: figures } = useApi(api.figures.ofDance, { params: { id: dance.id } });
  if (figures?.length === 0)
    return (
      <Stack gap="2" align="flex-start">
        <Text>
          <strong>{level.name}</strong> is kept. {dance.name} has no figures yet to draft a plan of.
        </Text>
        <Button asChild>
          <Link to={`/figures/new?dance=${dance.id}`}>Write the first figure</Link>
        </Button>
      </Stack>
    );
  return (
    <Stack gap="2" align="flex-start">
      <Text>
        <strong>{level.name}</strong> is kept; its plan is not drafted yet.
      </Text>
      <FormProblem problem={draft.error ? errorText(draft.error) : null} />
      <Button disabled={draft.isPending} onClick={() => draft.mutate()}>
        Draft its plan
      </Button>
    </Stack>
  );
}

/** The level as it was drafted. */
function Drafted({ level, dance }: { level: Level; dance: DanceRecord }) {
  const { data: courses } = useApi(api.courses.list, {});
  const course = courses?.find(({ planId }) => planId === level.planId);
  if (!course) return null;
  const { strands, waiting } = course;
  if (strands.length + waiting === 0) return <Undrafted level={level} dance={dance} />;
  return (
    <Flex gap="5" wrap="wrap" align="center">
      <LevelPicture course={course} />
      <Box flex="1" minW="14rem">
        <Text>
          <strong>{level.name}</strong>: {counted(strands.length, "figure")} drafted over{" "}
          {counted(level.weeks, "week")}, nothing before what it needs.
          {waiting > 0
            ? ` ${counted(waiting, "figure")} found no room and ${waiting === 1 ? "waits" : "wait"}.`
            : ""}
        </Text>
        <Button asChild size="sm" variant="outline" mt="2">
          <Link to={`/levels/${level.id}`}>See the plan, and have it proven best</Link>
        </Button>
      </Box>
    </Flex>
  );
}

/** The first lesson of the class, ready to be taught. */
function FirstLesson({ section }: { section: Section }) {
  const { data: lesson } = useApi(api.lessons.read, { params: { sectionId: section.id, week: 1 } });
  return (
    <Box>
      <Box minH="44px">{lesson ? <LessonStrip lesson={lesson} /> : null}</Box>
      <Flex gap="2" mt="3" wrap="wrap">
        <Button asChild>
          <Link to={`/lessons/${section.id}/1`}>Open the first lesson</Link>
        </Button>
        <Button asChild variant="outline">
          <Link to={`/sections/${section.id}/roster`}>Who dances</Link>
        </Button>
        <Button asChild variant="outline">
          <Link to="/">Today</Link>
        </Button>
      </Flex>
    </Box>
  );
}

/** From nothing to a first lesson in four steps, each of which leaves something real behind. */
export function FirstLevelPage() {
  const [at, setAt] = useSearchParams();
  const dances = useApi(api.dances.list, {});
  const levels = useApi(api.levels.list, {});
  const sections = useApi(api.sections.list, {});
  const go = (name: string, id: string) =>
    setAt(
      (before) => {
        const next = new URLSearchParams(before);
        next.set(name, id);
        return next;
      },
      { replace: true },
    );
  return (
    <Loaded all={[dances, levels, sections]}>
      {(allDances, allLevels, allSections) => {
        // What the address names may have been removed meanwhile: then its step is open again.
        const level = allLevels.find(({ id }) => id === at.get("level"));
        const dance = allDances.find(({ id }) => id === (level?.danceId ?? at.get("dance")));
        const section = level && allSections.find(({ id }) => id === at.get("class"));
        const stateOf = (done: boolean, ready: boolean) => (done ? "done" : ready ? "now" : "later");
        return (
          <>
            <PageHead
              title="Your first level"
              about="Four steps to a lesson you can teach. Each is kept as soon as it is done, and can be changed later on its own page."
            />
            <Stack as="ol" gap="3" maxW="60rem">
              <Step
                number={1}
                title="A dance"
                why="Its shape decides how everything else is counted; general figures come along, yours to change."
                state={stateOf(dance !== undefined, true)}
              >
                {dance ? (
                  <Basics dance={dance} />
                ) : (
                  <DanceForm sets={STARTER_SETS} dances={allDances} onDone={({ id }) => go("dance", id)} />
                )}
              </Step>
              <Step
                number={2}
                title="A level"
                why="So many weeks of so many minutes. Its plan is drafted at once: every lesson fits, nothing comes before what it needs."
                state={stateOf(level !== undefined, dance !== undefined)}
              >
                {level && dance ? (
                  <Drafted level={level} dance={dance} />
                ) : dance ? (
                  <LevelForm dance={dance} levels={allLevels} onDone={({ id }) => go("level", id)} />
                ) : null}
              </Step>
              <Step
                number={3}
                title="A class"
                why="The level with dates: from now on each week has an evening, and you are its teacher."
                state={stateOf(section !== undefined, level !== undefined)}
              >
                {section ? (
                  <Text>
                    <strong>{section.name}</strong> meets {counted(section.dates.length, "time")}.
                  </Text>
                ) : level ? (
                  <ClassForm level={level} onDone={({ id }) => go("class", id)} />
                ) : null}
              </Step>
              <Step
                number={4}
                title="The first lesson"
                why="Timed to the minute from the plan. Teach from it, note what was done, and the recap writes itself from that."
                state={stateOf(false, section !== undefined)}
              >
                {section ? <FirstLesson section={section} /> : null}
              </Step>
            </Stack>
          </>
        );
      }}
    </Loaded>
  );
}
