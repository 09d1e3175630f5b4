import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { KIND_NAMES } from "@map-step/core/figure";
import { whyHere } from "@map-step/core/plan";
import { TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { CountRibbon } from "../../../kit/ribbon/index.ts";
import { FigureName } from "../../figures/figure-name.tsx";
import { timingOf, useSteps } from "../../figures/library.ts";
import { withEntry } from "../use-plan.ts";
import type { InspectorProps } from "./props.ts";
import { Wishes } from "./wishes.tsx";

/** Why a waiting figure waits, or why a placed one stands in its week. */
function reasons(
  { view: { levelPlan }, left, dragging }: InspectorProps,
  figure: FigureRecord,
  week: number,
): string[] {
  if (dragging) return [];
  if (week > 0) return whyHere(levelPlan, figure.id);
  const reason = left.find(({ figureId }) => figureId === figure.id)?.reason;
  return [reason ?? "It is chosen for the level and has no week yet."];
}

interface WeekButtonsProps extends InspectorProps {
  readonly figure: FigureRecord;
  readonly week: number;
}

function WeekButtons({ figure, week, input, edit, actions }: WeekButtonsProps) {
  const { level, taught } = input;
  const pinned = edit.chosen.find(({ figureId }) => figureId === figure.id)?.pinned === true;
  const takeOut = () => {
    actions.select(null);
    edit.edit({ chosen: edit.chosen.filter((entry) => entry.figureId !== figure.id) });
  };
  return (
    <Box mb="5">
      <Text fontWeight="600" fontSize="sm" color="soft" mb="1">
        New in week
      </Text>
      <Flex gap="1" wrap="wrap">
        {Array.from({ length: level.weeks }, (_, index) => index + 1).map((to) => (
          <Button
            key={to}
            size="xs"
            minW="7"
            px="1"
            variant={to === week ? "solid" : "outline"}
            aria-pressed={to === week}
            disabled={to <= taught || pinned}
            onClick={() => actions.move(figure.id, to)}
          >
            {to}
          </Button>
        ))}
      </Flex>
      <Flex gap="2" mt="2" wrap="wrap">
        {week > 0 ? (
          <Button
            size="xs"
            variant={pinned ? "solid" : "outline"}
            aria-pressed={pinned}
            onClick={() =>
              edit.edit({ chosen: withEntry(edit.chosen, [figure.id], () => ({ pinned: !pinned })) })
            }
          >
            {pinned ? "Pinned here" : "Pin it here"}
          </Button>
        ) : null}
        {week > 0 && !pinned ? (
          <Button size="xs" variant="outline" onClick={() => actions.move(figure.id, 0)}>
            Unschedule
          </Button>
        ) : null}
        <Button size="xs" variant="outline" onClick={takeOut}>
          Take out of the level
        </Button>
      </Flex>
    </Box>
  );
}

/** One figure of the plan: its ribbon, why it stands where it does, and where else it can go. */
export function FigureNote(props: InspectorProps & { figure: FigureRecord }) {
  const { figure, input, edit, mayEdit, dragging } = props;
  const { levelPlan } = props.view;
  const entry = edit.chosen.find(({ figureId }) => figureId === figure.id);
  const steps = useSteps(figure);
  const week = levelPlan.placements.find(({ figureId }) => figureId === figure.id)?.week ?? 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it reads of the props is listed
  const why = useMemo(() => reasons(props, figure, week), [levelPlan, props.left, dragging, figure, week]);
  const beats = steps ? `, ${counted(steps.length / TICKS_PER_BEAT, "beat")}` : "";
  return (
    <Box mb="5">
      <Heading as="h2" size="lg">
        <FigureName id={figure.id} name={figure.name} />
      </Heading>
      <Text color="soft" fontSize="sm" mb="2">
        {KIND_NAMES[figure.kind].one}
        {beats}, {counted(figure.minutes, "minute")} on its first night
      </Text>
      {steps ? <CountRibbon figure={steps} name={figure.name} timing={timingOf(input.dance)} small /> : null}
      <Heading as="h3" size="sm" color="soft" mt="4" mb="1">
        {week > 0 ? `Why week ${week}` : "Waiting"}
      </Heading>
      {why.map((sentence) => (
        <Text key={sentence} mb="1">
          {sentence}
        </Text>
      ))}
      {mayEdit && (week === 0 || week > input.taught) ? (
        <Box mt="4">
          <WeekButtons {...props} week={week} />
          {entry ? <Wishes {...props} entry={entry} /> : null}
        </Box>
      ) : null}
    </Box>
  );
}
