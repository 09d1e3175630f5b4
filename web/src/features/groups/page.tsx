import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import {
  api,
  type GroupPlan,
  type GroupPlanContent,
  type KeptEvidence,
  type Level,
  type LevelSeen,
  type Plan,
  type Section,
  type StudioPerson,
} from "@map-step/contract";
import { type Grouping, ruleOver, type StatedClause, usualRule, WEEKDAYS } from "@map-step/core/check";
import { addDays, earliestDay, latestDay } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { useApi, useApiOfEach, useChange } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { Empty, Loaded, Loading } from "../../kit/states.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { UndoRedo } from "../../kit/undo-redo.tsx";
import { useEdited } from "../../kit/use-edited.ts";
import { ask } from "../../workers/ask.ts";
import type { BoardAnswer, BoardQuestion } from "../../workers/board.ts";
import type { GroupsAnswer, GroupsQuestion } from "../../workers/solve-groups.ts";
import { ReadinessLine } from "../checks/readiness-line.tsx";
import { VERDICT_WORDS } from "../checks/words.ts";
import { useFigureLines } from "../figures/library.ts";
import { useSession } from "../session/session.tsx";
import { type Candidate, goalOf, goesOn, goingOn } from "./going.ts";
import { groupMerger } from "./merge.ts";
import { PersonWishes } from "./wishes.tsx";

const openBoard = () =>
  new Worker(new URL("../../workers/board.worker.ts", import.meta.url), { type: "module" });
const openGroups = () =>
  new Worker(new URL("../../workers/groups.worker.ts", import.meta.url), { type: "module" });

const SECONDS = 10;
/** Courses that ended longer ago than this have no dancers left to move. */
const DAYS_SINCE = 120;

interface Known {
  readonly level: Level;
  readonly levels: readonly Level[];
  readonly sections: readonly Section[];
  readonly people: readonly StudioPerson[];
  readonly kept: GroupPlan;
  readonly seen: LevelSeen;
  readonly plan: Plan;
  readonly clauses: readonly StatedClause[];
  readonly evidence: readonly KeptEvidence[];
  readonly sources: readonly Section[];
}

/** What a worker answered last, and whether that is the answer to the question of now. */
interface Answered<Answer> {
  readonly answer: Answer | null;
  readonly isOfNow: boolean;
}

/** Asks a worker whenever the question changes; the last answer until the next is there. */
function useAnswer<Question, Answer>(open: () => Worker, question: Question | null): Answered<Answer> {
  const [kept, setKept] = useState<{ readonly of: string; readonly answer: Answer } | null>(null);
  const text = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (text === null) return;
    const unwanted = new AbortController();
    ask<Question, Answer>(open, JSON.parse(text) as Question, { signal: unwanted.signal }).then(
      (answer) => setKept({ of: text, answer }),
      (error: unknown) => (unwanted.signal.aborted ? undefined : tellError(error)),
    );
    return () => unwanted.abort();
  }, [open, text]);
  return { answer: kept?.answer ?? null, isOfNow: kept !== null && kept.of === text };
}

/** Everybody of the level's classes, once, with where they stand. */
function useCandidates(
  { level, levels, people, sources, seen, plan, clauses, evidence }: Known,
  kinds: ReadonlyMap<string, string>,
) {
  const { today } = useSession();
  const found = useMemo(() => {
    const ofLevel = new Map(sources.map((section) => [section.id, section]));
    const nextIds = new Set(levels.flatMap(({ id, followsId }) => (followsId === level.id ? [id] : [])));
    return people.flatMap((person) => {
      const course = person.courses.findLast(({ sectionId, waiting }) => ofLevel.has(sectionId) && !waiting);
      const section = course && ofLevel.get(course.sectionId);
      // Who is in the next level already has moved.
      const moved = person.courses.some((one) => nextIds.has(one.levelId) && !one.waiting);
      return course && section && !moved ? [{ person, role: course.role, section }] : [];
    });
  }, [people, sources, levels, level.id]);
  const question = useMemo((): BoardQuestion => {
    const ruled = plan.chosen.flatMap(({ figureId, week }) => {
      const kind = kinds.get(figureId);
      return week === null || !kind ? [] : [{ id: figureId, kind: kind as "basic" }];
    });
    return {
      rule: ruleOver(clauses.length > 0 ? clauses : usualRule(ruled, "partner"), ruled),
      ...{
        studentIds: found.map(({ person }) => person.id),
        evidence,
        model: seen.model,
        at: today,
        again: null,
        minutes: {},
      },
    };
  }, [found, evidence, seen, today, plan, clauses, kinds]);
  const { answer } = useAnswer<BoardQuestion, BoardAnswer>(openBoard, question);
  return useMemo((): Candidate[] | null => {
    if (!answer) return null;
    const now = new Map(answer.dancers.map((one) => [one.studentId, one.readiness]));
    return found
      .map((one) => ({ ...one, readiness: now.get(one.person.id) ?? null }))
      .toSorted((a, b) => (b.readiness?.probability ?? 0) - (a.readiness?.probability ?? 0));
  }, [answer, found]);
}

/** One section as it would be: who is in it already, who comes, and how even the roles are. */
function Group({
  title,
  about,
  ids,
  nameOf,
  grouping,
}: {
  title: string;
  about: string;
  ids: readonly string[];
  nameOf: (id: string) => string;
  grouping: Grouping;
}) {
  return (
    <Panel role="group" aria-label={title}>
      <Heading as="h3" size="md">
        {title}
      </Heading>
      <Text color="soft" fontSize="sm" mb="2">
        {about}
      </Text>
      {ids.length === 0 ? <Text color="soft">Nobody comes.</Text> : null}
      <Box as="ul" listStyleType="none">
        {ids.map((id) => (
          <Box as="li" key={id} py="0.5">
            <Text fontWeight="700">{nameOf(id)}</Text>
            {grouping.unmet
              .filter(({ studentId }) => studentId === id)
              .map(({ kind, why }) => (
                <Text key={`${kind} ${why}`} fontSize="sm" bg="apricotWash" px="2" borderRadius="sm">
                  {why}
                </Text>
              ))}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

function Groups(known: Known & { readonly kinds: ReadonlyMap<string, string> }) {
  const { level, levels, sections, people, kept } = known;
  const { today } = useSession();
  const candidates = useCandidates(known, known.kinds);
  const save = useChange(api.groups.change);
  const move = useChange(api.groups.moveUp);
  const undo = useChange(api.groups.undo);
  const personName = (id: string) => people.find((one) => one.id === id)?.name ?? "somebody";
  const sectionName = (id: string) => sections.find((one) => one.id === id)?.name ?? "a removed section";
  const edited = useEdited<GroupPlanContent, GroupPlan>({
    name: `groups:${level.id}`,
    kept,
    contentOf,
    save: (content, version) => save.mutateAsync({ params: { id: level.id }, body: { ...content, version } }),
    merge: groupMerger(personName, sectionName),
  });
  const { content, edit } = edited;
  const [from, setFrom] = useState("");
  const next = levels.filter(({ followsId }) => followsId === level.id);
  // The next level comes first; this one is for who takes it once more.
  const ahead = sections.filter(({ dates }) => (dates.at(-1) ?? "") > today);
  const goals = [
    ...ahead.filter(({ levelId }) => next.some(({ id }) => id === levelId)),
    ...ahead.filter(({ levelId }) => levelId === level.id),
  ];
  const going = candidates ? goingOn(candidates, content) : [];
  const goalSections = content.goalIds.flatMap((id) => {
    const section = goals.find((one) => one.id === id);
    return section ? [goalOf(section, people)] : [];
  });
  const question: GroupsQuestion | null =
    going.length > 0 && goalSections.length > 0
      ? { students: going, sections: goalSections, seconds: SECONDS }
      : null;
  const { answer, isOfNow } = useAnswer<GroupsQuestion, GroupsAnswer>(openGroups, question);
  const shown = question === null ? null : answer;
  const begins =
    from ||
    earliestDay(
      goals
        .filter(({ id }) => content.goalIds.includes(id))
        .map(({ firstDate }) => latestDay([firstDate, today]) ?? today),
    ) ||
    today;
  const idsIn = (sectionId: string | null) =>
    shown ? going.filter(({ id }) => (shown.sectionOf[id] ?? null) === sectionId).map(({ id }) => id) : [];
  const enrolAll = async () => {
    if (!shown || !isOfNow) return;
    const batchId = crypto.randomUUID();
    const fallback = content.goalIds[0] ?? "";
    const moves = going.flatMap(({ id }) => {
      if (!(id in shown.sectionOf)) return [];
      const sectionId = shown.sectionOf[id] ?? null;
      return [{ studentId: id, sectionId: sectionId ?? fallback, waiting: sectionId === null }];
    });
    try {
      const made = await move.mutateAsync({
        params: { id: level.id },
        body: { batchId, from: begins, moves },
      });
      tellRemoved(`${counted(made.length, "dancer")} enrolled.`, () =>
        undo.mutate({ params: { id: level.id, batchId } }, { onError: tellError }),
      );
    } catch (error) {
      tellError(error);
    }
  };
  const setGoes = (id: string, goes: boolean) =>
    edit({ goes: [...content.goes.filter(({ studentId }) => studentId !== id), { studentId: id, goes }] });
  const setGoal = (id: string, on: boolean) =>
    edit({ goalIds: on ? [...content.goalIds, id] : content.goalIds.filter((one) => one !== id) });
  const levelName = (id: string) => levels.find((one) => one.id === id)?.name ?? "";
  return (
    <>
      <PageHead
        title="Groups for next term"
        about={`Dancers of ${level.name}, to sections of ${next.map(({ name }) => name).join(", ") || level.name}`}
      >
        <SaveBadge state={edited.saving.state} retry={edited.saving.flush} />
        <UndoRedo edit={edited} />
        <Button
          disabled={!shown || !isOfNow || going.length === 0}
          loading={move.isPending}
          onClick={() => void enrolAll()}
        >
          Enrol all
        </Button>
      </PageHead>
      <SavingConflict conflict={edited.saving.conflict} onChoose={edited.settle} />
      <Panel mb="4">
        <PanelTitle>Sections that take dancers in</PanelTitle>
        {goals.length === 0 ? (
          <Text color="soft">
            No section of {next.map(({ name }) => name).join(" or ") || "the next level"} lies ahead. Open one
            on the <Link to="/levels">Levels</Link> page.
          </Text>
        ) : null}
        <Flex gapX="5" gapY="2" wrap="wrap" mb="3">
          {goals.map((section) => {
            const { weekday, places, leaders, followers, others } = goalOf(section, people);
            const there = leaders + followers + others;
            return (
              <TickField
                key={section.id}
                label={`${levelName(section.levelId)}, ${section.name}: ${WEEKDAYS[weekday]}s, ${places === null ? "no limit" : `${there} of ${places} places taken`}`}
                checked={content.goalIds.includes(section.id)}
                onChange={(on) => setGoal(section.id, on)}
              />
            );
          })}
        </Flex>
        {goals.length > 0 ? (
          <SmallInput
            label="They come from"
            type="date"
            width="9.5rem"
            value={begins}
            onChange={({ target }) => setFrom(target.value)}
          />
        ) : null}
      </Panel>
      {shown ? (
        <>
          <Text mb="2" role="status">
            {shown.best ? "As many wishes as can be met, proven." : "The best that was found in the time."}{" "}
            {shown.unmet.length === 0
              ? "Every wish is met."
              : `${counted(shown.unmet.length, "wish", "wishes")} not met, said beside each.`}
          </Text>
          <Flex gap="4" wrap="wrap" align="stretch" mb="4" css={{ "& > *": { flex: "1 1 15rem" } }}>
            {goalSections.map((goal) => {
              const ids = idsIn(goal.id);
              const role = (one: string) =>
                going.filter(({ id, role: own }) => ids.includes(id) && own === one).length;
              const [leaders, followers] = [goal.leaders + role("leader"), goal.followers + role("follower")];
              const all = leaders + followers + goal.others + role("both") + role("solo");
              return (
                <Group
                  key={goal.id}
                  title={goal.name}
                  about={`${all}${goal.places === null ? "" : ` of ${goal.places}`} dancers; ${leaders} lead, ${followers} follow${role("both") > 0 ? `, ${role("both")} do both` : ""}`}
                  ids={ids}
                  nameOf={personName}
                  grouping={shown}
                />
              );
            })}
            {idsIn(null).length > 0 ? (
              <Group
                title="Waiting list"
                about="No place, or chosen by hand"
                ids={idsIn(null)}
                nameOf={personName}
                grouping={shown}
              />
            ) : null}
          </Flex>
        </>
      ) : (
        <Text mb="4" color="soft" role="status">
          {content.goalIds.length === 0
            ? "Choose the sections that take dancers in."
            : going.length === 0
              ? "Nobody goes on yet. Who is ready goes by itself; others by hand below."
              : "Laying groups …"}
        </Text>
      )}
      <Panel>
        <PanelTitle aside={<Text color="soft">{going.length} go on</Text>}>
          Who goes on, and what they would like
        </PanelTitle>
        {candidates === null ? <Loading /> : null}
        {candidates?.length === 0 ? <Text color="soft">No class of this level has dancers.</Text> : null}
        {candidates?.map((one) => (
          <Flex
            key={one.person.id}
            gap="3"
            py="1.5"
            borderTopWidth="1px"
            borderColor="rule"
            align="center"
            wrap="wrap"
          >
            <Box w="17rem">
              <TickField
                label={one.person.name}
                checked={goesOn(one, content)}
                onChange={(goes) => setGoes(one.person.id, goes)}
              />
              <Text fontSize="xs" color="soft">
                {one.role === "both" ? "both roles" : one.role}; {one.section.name}
              </Text>
            </Box>
            {one.readiness ? (
              <Flex align="center" gap="2" w="13rem">
                <ReadinessLine readiness={one.readiness} />
                <Text fontSize="sm" fontWeight="700">
                  {VERDICT_WORDS[one.readiness.verdict]}
                </Text>
              </Flex>
            ) : null}
            {goesOn(one, content) ? (
              <PersonWishes
                candidate={one}
                content={content}
                goals={goalSections}
                others={going.filter(({ id }) => id !== one.person.id)}
                onEdit={edit}
              />
            ) : null}
          </Flex>
        ))}
      </Panel>
    </>
  );
}

const contentOf = ({ goalIds, goes, wishes, locks }: GroupPlan): GroupPlanContent => ({
  ...{ goalIds, goes, wishes, locks },
});

/** Reads what was seen in each class of the level, then lays groups. */
function OfLevel(
  known: Omit<Known, "evidence" | "sources"> & { readonly kinds: ReadonlyMap<string, string> },
) {
  const { today } = useSession();
  const sources = useMemo(
    () =>
      known.sections.filter(
        ({ levelId, dates }) =>
          levelId === known.level.id && (dates.at(-1) ?? "") >= addDays(today, -DAYS_SINCE),
      ),
    [known.sections, known.level.id, today],
  );
  const asked = useMemo(() => sources.map(({ id }) => ({ params: { id } })), [sources]);
  const all = useApiOfEach(api.checks.seen, asked);
  const evidence = useMemo(() => {
    const byId = new Map(
      (all ?? []).flatMap((one) => one.evidence.map((entry) => [entry.id, entry] as const)),
    );
    return [...byId.values()];
  }, [all]);
  return all ? <Groups {...known} sources={sources} evidence={evidence} /> : <Loading />;
}

export function GroupsPage() {
  const { levelId = "" } = useParams();
  const levels = useApi(api.levels.list, {});
  const level = levels.data?.find(({ id }) => id === levelId);
  const params = { id: levelId };
  const sections = useApi(api.sections.list, {});
  const people = useApi(api.students.all, {});
  const kept = useApi(api.groups.read, { params });
  const seen = useApi(api.checks.level, { params });
  const rule = useApi(api.checks.rule, { params });
  const plan = useApi(
    api.plans.read,
    { params: { id: level?.planId ?? "" } },
    { enabled: level !== undefined },
  );
  const library = useFigureLines();
  const kinds = useMemo(
    () => new Map((library.data ?? []).map(({ id, kind }) => [id, kind as string])),
    [library.data],
  );
  if (levels.data && !level)
    return <Empty title="This level is not there any more">Choose another one under Levels.</Empty>;
  return (
    <Loaded all={[levels, sections, people, kept, seen, rule, plan, library]}>
      {(allLevels, allSections, everybody, groupPlan, levelSeen, { clauses }, ownPlan) =>
        level ? (
          <OfLevel
            key={level.id}
            {...{ level, levels: allLevels, sections: allSections, people: everybody, kept: groupPlan }}
            {...{ seen: levelSeen, plan: ownPlan, clauses, kinds }}
          />
        ) : (
          <Loading />
        )
      }
    </Loaded>
  );
}
