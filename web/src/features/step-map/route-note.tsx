import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { api, choose, contentOfPlan, type FigureRecord, type Level, type Plan } from "@map-step/contract";
import { type Route, routeTo, type StepMap } from "@map-step/core/step-map";
import { counted } from "@map-step/core/words";
import { call, useChange } from "../../kit/api.ts";
import { byName, Select } from "../../kit/select.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { FigureName } from "../figures/figure-name.tsx";
import { useMay } from "../session/session.tsx";

interface AddProps {
  readonly route: Route;
  readonly levels: readonly Level[];
}

/** Puts the figures of a route into a level, where they wait for a week. */
function AddToLevel({ route, levels }: AddProps) {
  const change = useChange(api.plans.change);
  const add = async (level: Level) => {
    try {
      const plan: Plan = await call(api.plans.read, { params: { id: level.planId } });
      const have = new Set([...plan.chosen.map(({ figureId }) => figureId), ...plan.known]);
      const added = route.figureIds.filter((id) => !have.has(id));
      const chosen = [...plan.chosen, ...added.map((figureId) => choose(figureId))];
      if (added.length > 0)
        await change.mutateAsync({
          params: { id: plan.id },
          body: { ...contentOfPlan(plan), version: plan.version, chosen },
        });
      tellDone(
        added.length > 0
          ? `${level.name}: ${counted(added.length, "figure")} more`
          : `${level.name} has them all`,
      );
    } catch (error) {
      tellError(error);
    }
  };
  if (levels.length === 0) return null;
  return (
    <Select
      label="Add the route to a level"
      value=""
      onChange={(chosen) => {
        const level = levels.find(({ id }) => id === chosen);
        if (level) void add(level);
      }}
      choices={[["", "Add the route to a level …"], ...byName(levels)]}
      size="sm"
      width="full"
      mt="3"
    />
  );
}

interface Props {
  readonly map: StepMap<FigureRecord>;
  readonly goal: FigureRecord;
  readonly known: readonly string[];
  readonly levels: readonly Level[];
  readonly onGoal: (figureId: string) => void;
}

/** The way to a goal: what is needed and not yet known, in teachable order, with minutes and weeks. */
export function RouteNote({ map, goal, known, levels, onGoal }: Props) {
  const mayPlan = useMay("plans.write");
  const route = routeTo(map, goal.id, known);
  const node = map.nodes.find(({ figure }) => figure.id === goal.id);
  const nameOf = (id: string) => map.nodes.find(({ figure }) => figure.id === id)?.figure.name ?? "";
  if (!route || !node) return null;
  return (
    <Box>
      <Heading as="h2" size="lg">
        <FigureName id={goal.id} name={goal.name} />
      </Heading>
      <Text color="soft" fontSize="sm" mb="3">
        {counted(node.before.size, "figure")} before it, {node.opens.size} behind it
      </Text>
      <Heading as="h3" size="sm" color="soft" mb="1">
        The way to it
      </Heading>
      {route.figureIds.length === 0 ? (
        <Text>It is known already.</Text>
      ) : (
        <>
          <Text mb="2" className="numbers">
            {counted(route.figureIds.length, "figure")}, {counted(route.minutes, "minute")} on their first
            nights, about {counted(route.weeks, "week")} with two new a lesson.
          </Text>
          <Stack as="ol" gap="1" listStyleType="decimal" pl="5">
            {route.figureIds.map((id) => (
              <li key={id}>
                <Button variant="plain" size="sm" p="0" height="auto" color="pine" onClick={() => onGoal(id)}>
                  {nameOf(id)}
                </Button>
              </li>
            ))}
          </Stack>
          {mayPlan ? <AddToLevel route={route} levels={levels} /> : null}
        </>
      )}
    </Box>
  );
}

/** Finds a goal by its name, for those who do not look for it on the map. */
export const GoalSelect = ({
  map,
  goalId,
  onGoal,
}: Pick<Props, "map" | "onGoal"> & { goalId: string | null }) => (
  <Select
    label="The way to"
    value={goalId ?? ""}
    onChange={(id) => id !== "" && onGoal(id)}
    choices={[
      ["", "The way to …"],
      ...byName(map.nodes.map(({ figure }) => figure).sort((a, b) => a.name.localeCompare(b.name))),
    ]}
    size="sm"
    width="full"
    mb="3"
  />
);

/** So many names of a list are shown; the rest is counted. */
const MOST_NAMES = 12;

/** What the map as a whole tells. */
export function MapNote({ map, onGoal }: Pick<Props, "map" | "onGoal">) {
  const lists = [
    { title: "Most passes through", ids: map.bottlenecks, none: "No figure that many others need." },
    { title: "Stands alone", ids: map.orphans, none: "Every figure needs another or opens the way to one." },
  ];
  return (
    <Stack gap="4">
      <Text color="soft">Choose a figure to see the way to it.</Text>
      {lists.map(({ title, ids, none }) => (
        <Box key={title}>
          <Heading as="h2" size="sm" color="soft" mb="1">
            {title}
          </Heading>
          {ids.length === 0 ? <Text>{none}</Text> : null}
          <Flex direction="column" align="flex-start" gap="1">
            {ids.slice(0, MOST_NAMES).map((id) => {
              const node = map.nodes.find(({ figure }) => figure.id === id);
              return node ? (
                <Text key={id}>
                  <Button
                    variant="plain"
                    size="sm"
                    p="0"
                    height="auto"
                    color="pine"
                    onClick={() => onGoal(id)}
                  >
                    {node.figure.name}
                  </Button>
                  {node.opens.size > 0 ? `, needed by ${node.opens.size}` : ""}
                </Text>
              ) : null;
            })}
            {ids.length > MOST_NAMES ? <Text color="soft">and {ids.length - MOST_NAMES} more</Text> : null}
          </Flex>
        </Box>
      ))}
    </Stack>
  );
}
