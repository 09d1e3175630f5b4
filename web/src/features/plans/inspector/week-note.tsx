import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import {
  carriedOver,
  fading,
  layOut,
  newCountsIn,
  newMinutesByRole,
  SPECIAL_KINDS,
  type SpecialKind,
  WORK,
} from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { useApi } from "../../../kit/api.ts";
import { TextField } from "../../../kit/fields.tsx";
import { byName, SmallSelect } from "../../../kit/select.tsx";
import { WORK_FILL, WORK_NAMES } from "../../../kit/strand-look.ts";
import { SPECIAL_NAMES } from "../words.ts";
import type { InspectorProps } from "./props.ts";

type Props = InspectorProps & { readonly week: number };

interface RoutineProps {
  readonly danceId: string;
  readonly chosen: string | null;
  readonly onChoose: (sequenceId: string | null) => void;
}

/** Which sequence a routine week is for; its lesson teaches it phrase by phrase. */
function RoutineChoice({ danceId, chosen, onChoose }: RoutineProps) {
  const sequences = useApi(api.sequences.list, {});
  const own = (sequences.data ?? []).filter((sequence) => sequence.danceId === danceId);
  if (own.length === 0)
    return (
      <Text fontSize="sm" mt="2" color="soft">
        A routine that is written under Sequences can be taught in this week.
      </Text>
    );
  return (
    <Box mt="2">
      <SmallSelect
        label="The routine"
        value={chosen ?? ""}
        choices={[["", "none yet"], ...byName(own)]}
        onChange={(id) => onChoose(id === "" ? null : id)}
      />
    </Box>
  );
}

/** What makes a week unlike the others, and what can happen to it. */
function WeekKind({ edit, view: { capacities }, week, input, actions }: Props) {
  const special = capacities[week - 1]?.special ?? null;
  const others = edit.content.special.filter((entry) => entry.week !== week);
  const sequenceId = edit.content.special.find((entry) => entry.week === week)?.sequenceId ?? null;
  const set = (kind: string, minutes: number, routine = sequenceId) =>
    edit.edit({
      special:
        kind === ""
          ? others
          : [
              ...others,
              {
                week,
                kind: kind as SpecialKind,
                minutes,
                ...(kind === "routine" && routine ? { sequenceId: routine } : {}),
              },
            ].sort((a, b) => a.week - b.week),
    });
  if (week <= input.taught) return null;
  const away = new Set(edit.content.away.filter((one) => one.week === week).map(({ staffId }) => staffId));
  return (
    <Box mb="4">
      <Flex gap="2" align="flex-end" wrap="wrap">
        <SmallSelect
          label="This week is"
          value={special?.kind ?? ""}
          choices={[
            ["", "a plain lesson"],
            ...SPECIAL_KINDS.map((kind) => [kind, SPECIAL_NAMES[kind]] as const),
          ]}
          onChange={(kind) => set(kind, kind === "cancelled" ? 0 : (special?.minutes ?? 20))}
        />
        {special && special.kind !== "cancelled" ? (
          <Box w="6rem">
            <TextField
              label="Minutes"
              size="sm"
              type="number"
              min={0}
              max={240}
              value={special.minutes}
              onChange={({ target }) =>
                set(special.kind, Math.max(0, Math.min(240, Math.round(Number(target.value)))))
              }
            />
          </Box>
        ) : null}
      </Flex>
      {special?.kind === "routine" ? (
        <RoutineChoice
          danceId={input.level.danceId}
          chosen={sequenceId}
          onChoose={(id) => set(special.kind, special.minutes, id)}
        />
      ) : null}
      <Flex gap="2" mt="3" wrap="wrap">
        <Button size="xs" variant="outline" onClick={() => actions.repair({ kind: "cancelled", week })}>
          Cancelled: repair the plan
        </Button>
        <Button
          size="xs"
          variant="outline"
          onClick={() => actions.repair({ kind: "short", week, minutes: 20 })}
        >
          20 minutes lost: repair
        </Button>
        {(input.teachers ?? [])
          .filter(({ id }) => !away.has(id))
          .map(({ id, name }) => (
            <Button
              key={id}
              size="xs"
              variant="outline"
              onClick={() => actions.repair({ kind: "away", week, staffId: id })}
            >
              {name} is away: repair
            </Button>
          ))}
        {[...away].map((id) => (
          <Button
            key={id}
            size="xs"
            variant="outline"
            onClick={() =>
              edit.edit({
                away: edit.content.away.filter((one) => one.week !== week || one.staffId !== id),
              })
            }
          >
            {input.members.find((one) => one.id === id)?.name ?? "Somebody"} is there after all
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

const NOTHING_NEW = {
  held: "Nothing new; time to bring things back.",
  cancelled: "Nothing: there is no lesson in this week.",
} as const;

/** One week of the plan: its minutes by kind of work, what is new in it, and what is due to come back. */
export function WeekNote(props: Props) {
  const { input, week, mayEdit, dragging } = props;
  const { levelPlan, loads, capacities } = props.view;
  const load = loads[week - 1];
  const room = capacities[week - 1]?.minutes ?? 0;
  const facts = useMemo(() => {
    if (dragging) return null;
    const layout = layOut(levelPlan);
    const fresh = [...layout.weeks].flatMap(([id, start]) =>
      start === week ? (layout.figures.get(id) ?? []) : [],
    );
    const { due, figures } = fading(levelPlan);
    const owed = (due[week - 1] ?? []).map((id) => ({
      name: layout.figures.get(id)?.name ?? "",
      left: figures.find(({ figureId }) => figureId === id)?.recall[week - 1] ?? 0,
    }));
    return { counts: newCountsIn(layout, week), roles: newMinutesByRole(fresh), due: owed };
  }, [levelPlan, week, dragging]);
  const carried = useMemo(
    () =>
      dragging
        ? []
        : carriedOver(levelPlan)
            .filter(({ to }) => to === week)
            .map(({ figureId, from }) => ({
              from,
              name: levelPlan.figures.find(({ id }) => id === figureId)?.name ?? "",
            })),
    [levelPlan, week, dragging],
  );
  if (!load) return null;
  const cancelled = capacities[week - 1]?.special?.kind === "cancelled";
  const spare = room - load.minutes;
  const names = load.newFigures.flatMap((id) => input.library.find((figure) => figure.id === id)?.name ?? []);
  return (
    <Box mb="5">
      <Heading as="h2" size="lg">
        Week {week}
      </Heading>
      <Text mb="3" color={spare < 0 ? "brick" : "soft"} className="numbers">
        {load.minutes} of {counted(room, "minute")} for figures
        {spare < 0 ? `, ${-spare} too many` : spare > 0 ? `, ${spare} left to dance` : ""}
      </Text>
      {mayEdit ? <WeekKind {...props} /> : null}
      {WORK.filter((work) => load.byWork[work] > 0).map((work) => (
        <Flex key={work} align="center" gap="2" fontSize="sm">
          <Box
            w="22px"
            h="12px"
            borderRadius="full"
            borderWidth="1px"
            borderColor="pine"
            style={{ background: WORK_FILL[work] }}
          />
          <Text flex="1">{WORK_NAMES[work]}</Text>
          <Text className="numbers">{load.byWork[work]} min</Text>
        </Flex>
      ))}
      {carried.length > 0 ? (
        <>
          <Heading as="h3" size="sm" color="soft" mt="4" mb="1">
            Carried over, comes first
          </Heading>
          <Text>{carried.map(({ name, from }) => `${name}, not reached in week ${from}`).join("; ")}</Text>
        </>
      ) : null}
      <Heading as="h3" size="sm" color="soft" mt="4" mb="1">
        New
      </Heading>
      <Text>{names.length > 0 ? names.join(", ") : NOTHING_NEW[cancelled ? "cancelled" : "held"]}</Text>
      {facts && names.length > 0 ? (
        <Text fontSize="sm" color="soft" className="numbers" mt="1">
          {facts.counts.length > 0
            ? `New rhythms: ${facts.counts.map(({ counts }) => counts).join("; ")}. `
            : ""}
          {facts.roles.leader + facts.roles.follower > 0
            ? `New steps: leaders ${facts.roles.leader} min, followers ${facts.roles.follower} min.`
            : ""}
        </Text>
      ) : null}
      {facts && facts.due.length > 0 ? (
        <>
          <Heading as="h3" size="sm" color="soft" mt="4" mb="1">
            Due to come back (an estimate)
          </Heading>
          <Text className="numbers">
            {facts.due.map(({ name, left }) => `${name} ${Math.round(left * 100)} %`).join(", ")}
          </Text>
        </>
      ) : null}
    </Box>
  );
}
