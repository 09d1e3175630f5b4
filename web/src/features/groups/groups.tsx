import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type GroupPlan, type GroupPlanContent } from "@map-step/contract";
import { WEEKDAYS } from "@map-step/core/check";
import { earliestDay, latestDay } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { useChange } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { Loading } from "../../kit/states.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { UndoRedo } from "../../kit/undo-redo.tsx";
import { useAnswer } from "../../kit/use-answer.ts";
import { useEdited } from "../../kit/use-edited.ts";
import type { GroupsAnswer, GroupsQuestion } from "../../workers/solve-groups.ts";
import { ReadinessLine } from "../checks/readiness-line.tsx";
import { VERDICT_WORDS } from "../checks/words.ts";
import { useSession } from "../session/session.tsx";
import { goalOf, goesOn, goingOn } from "./going.ts";
import { Group } from "./group.tsx";
import { groupMerger } from "./merge.ts";
import { type Known, useCandidates } from "./use-candidates.ts";
import { PersonWishes } from "./wishes.tsx";

const openGroups = () =>
  new Worker(new URL("../../workers/groups.worker.ts", import.meta.url), { type: "module" });

const SECONDS = 10;

const contentOf = ({ goalIds, goes, wishes, locks }: GroupPlan): GroupPlanContent => ({
  ...{ goalIds, goes, wishes, locks },
});

/** Who goes on, where to, and all enrolled in one step. */
export function Groups(known: Known) {
  const { level, levels, sections, people, kept } = known;
  const { today } = useSession();
  const candidates = useCandidates(known);
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
