import { counted } from "@map-step/core/words";
import "@xyflow/react/dist/style.css";
import { Box, Button, Flex, VisuallyHidden } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord, type Level } from "@map-step/contract";
import { buildStepMap, routeTo, type StepMap } from "@map-step/core/step-map";
import { TIER_NAMES } from "@map-step/core/time";
import { Controls, type Edge, ReactFlow } from "@xyflow/react";
import { type KeyboardEvent, useMemo, useState } from "react";
import { useColourMode } from "../../app/colour-mode.ts";
import { tone } from "../../app/theme.ts";
import { useApi } from "../../kit/api.ts";
import { download } from "../../kit/download.ts";
import { Aside, PageHead } from "../../kit/page.tsx";
import { Select } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { type CardState, FigureCard, type FigureNode, LaneBand, type LaneNode } from "./card.tsx";
import { CARD, layoutMap } from "./layout.ts";
import { GoalSelect, MapNote, RouteNote } from "./route-note.tsx";
import { mapAsSvg } from "./svg.ts";

const NODES = { figure: FigureCard, lane: LaneBand };

/** How each card stands to the goal. */
function standings(
  map: StepMap<FigureRecord>,
  goalId: string | null,
  known: readonly string[],
): Map<string, CardState> {
  const way = new Set(goalId === null ? [] : (routeTo(map, goalId, known)?.figureIds ?? []));
  const before = map.nodes.find(({ figure }) => figure.id === goalId)?.before;
  return new Map(
    map.nodes.map(({ figure: { id } }): [string, CardState] => {
      if (goalId === null) return [id, known.includes(id) ? "known" : "plain"];
      if (id === goalId) return [id, "goal"];
      if (way.has(id)) return [id, "on-the-way"];
      return [id, known.includes(id) || before?.has(id) ? "known" : "apart"];
    }),
  );
}

/** The map as a list, layer by layer, for those who hear the page. */
const MapList = ({ map }: { map: StepMap<FigureRecord> }) => (
  <VisuallyHidden>
    <ol aria-label="The step map as a list">
      {map.nodes.map(({ figure, depth, opens }) => (
        <li key={figure.id}>
          {figure.name}, layer {depth + 1}, {TIER_NAMES[figure.tier]}, opens the way to {opens.size}
        </li>
      ))}
    </ol>
  </VisuallyHidden>
);

interface Props {
  readonly dance: DanceRecord;
  readonly dances: readonly DanceRecord[];
  readonly onDance: (danceId: string) => void;
  readonly figures: readonly FigureRecord[];
  readonly levels: readonly Level[];
}

/** The map as it is drawn: lanes and cards, and the ways between them, those to the goal stronger. */
function useDrawnMap(
  map: StepMap<FigureRecord>,
  layout: ReturnType<typeof layoutMap>,
  goalId: string | null,
  known: readonly string[],
) {
  const nodes = useMemo((): (FigureNode | LaneNode)[] => {
    const stands = standings(map, goalId, known);
    const lanes = layout.lanes.map(
      ({ tier, y, height }): LaneNode => ({
        id: `lane-${tier}`,
        type: "lane",
        position: { x: 0, y },
        data: { name: TIER_NAMES[tier], width: layout.width, height },
        selectable: false,
        focusable: false,
        zIndex: -1,
      }),
    );
    const cards = map.nodes.map(
      ({ figure }): FigureNode => ({
        id: figure.id,
        type: "figure",
        position: layout.places.get(figure.id) ?? { x: 0, y: 0 },
        data: { figure, standing: stands.get(figure.id) ?? "plain" },
        ...CARD,
        ariaLabel: figure.name,
      }),
    );
    return [...lanes, ...cards];
  }, [map, layout, goalId, known]);
  const edges = useMemo((): Edge[] => {
    const before = map.nodes.find(({ figure }) => figure.id === goalId)?.before;
    const names = new Map(map.nodes.map(({ figure }) => [figure.id, figure.name]));
    const onTheWay = (id: string) => id === goalId || before?.has(id) === true;
    return map.edges.map(({ from, to }) => {
      const strong = goalId !== null && onTheWay(from) && onTheWay(to);
      const stroke = tone(strong ? "pine" : goalId === null ? "pine2" : "rule");
      return {
        id: `${from}>${to}`,
        source: from,
        target: to,
        focusable: false,
        ariaLabel: `${names.get(to) ?? ""} needs ${names.get(from) ?? ""}`,
        style: { stroke, strokeWidth: strong ? 2.5 : 1.5 },
      };
    });
  }, [map, goalId]);
  return { nodes, edges };
}

/** The library of one dance from first basics to goals. */
function DanceMap({ dance, dances, onDance, figures, levels }: Props) {
  const [mode] = useColourMode();
  const [goalId, setGoalId] = useState<string | null>(null);
  const [levelId, setLevelId] = useState("");
  const level = levels.find(({ id }) => id === levelId);
  const plan = useApi(
    api.plans.read,
    { params: { id: level?.planId ?? "" } },
    { enabled: level !== undefined },
  );
  const known = useMemo(() => {
    if (levelId === "" || !plan.data) return [];
    return [
      ...plan.data.known,
      ...plan.data.chosen.flatMap(({ figureId, week }) => (week === null ? [] : [figureId])),
    ];
  }, [levelId, plan.data]);
  const map = useMemo(() => buildStepMap(figures), [figures]);
  const layout = useMemo(() => layoutMap(map), [map]);
  const { nodes, edges } = useDrawnMap(map, layout, goalId, known);
  const chooseFocused = (event: KeyboardEvent) => {
    const id = (event.target as HTMLElement).closest<HTMLElement>(".react-flow__node")?.dataset.id;
    if (id && (event.key === "Enter" || event.key === " ")) setGoalId(id);
  };
  const goal = figures.find(({ id }) => id === goalId);
  return (
    <>
      <PageHead
        title="Step map"
        about={`${dance.name}: ${counted(figures.length, "figure")}, from first basics to goals`}
      >
        <DanceSelect dance={dance} dances={dances} onChoose={onDance} />
        <Select
          label="For somebody who knows"
          value={levelId}
          onChange={setLevelId}
          choices={[
            ["", "for somebody who knows nothing yet"],
            ...levels.map(({ id, name }) => [id, `for somebody who knows ${name}`] as const),
          ]}
        />
        <Button
          variant="outline"
          bg="panel"
          onClick={() => download("step-map.svg", "image/svg+xml", mapAsSvg(map, layout, dance.name))}
        >
          Save as SVG
        </Button>
      </PageHead>
      <Flex gap="5" direction={{ base: "column", lg: "row" }}>
        <Box
          flex={{ base: "none", lg: "1" }}
          minW="0"
          h={{ base: "28rem", lg: "calc(100dvh - 11rem)" }}
          borderWidth="1px"
          borderColor="rule"
          borderRadius="lg"
          overflow="hidden"
          onKeyDown={chooseFocused}
        >
          <ReactFlow
            aria-label={`The figures of ${dance.name} and what each needs`}
            nodes={nodes}
            edges={edges}
            nodeTypes={NODES}
            colorMode={mode}
            onNodeClick={(_event, node) => setGoalId(node.type === "figure" ? node.id : null)}
            onPaneClick={() => setGoalId(null)}
            nodesDraggable={false}
            nodesConnectable={false}
            edgesFocusable={false}
            fitView
            fitViewOptions={{ padding: 0.04 }}
            minZoom={0.2}
            proOptions={{ hideAttribution: true }}
            style={{ background: tone("ground") }}
          >
            <Controls showInteractive={false} />
          </ReactFlow>
        </Box>
        <Aside label="The way">
          <GoalSelect map={map} goalId={goalId} onGoal={setGoalId} />
          {goal ? (
            <RouteNote map={map} goal={goal} known={known} levels={levels} onGoal={setGoalId} />
          ) : (
            <MapNote map={map} onGoal={setGoalId} />
          )}
        </Aside>
      </Flex>
      <MapList map={map} />
    </>
  );
}

export function StepMapPage() {
  const dances = useDances();
  const levels = useApi(api.levels.list, {});
  const { dance, choose } = useDanceChoice(dances.data);
  const library = useFigures(dance?.id);
  return (
    <Loaded all={[library, dances, levels]}>
      {(figures, allDances, allLevels) => {
        const ofDance = figures.filter((figure) => figure.danceId === dance?.id);
        if (!dance || ofDance.length === 0)
          return (
            <Empty title="The map is drawn from the figures">
              Write figures and what each needs; here they then stand from first basics to goals.
            </Empty>
          );
        return (
          <DanceMap
            key={dance.id}
            dance={dance}
            dances={allDances}
            onDance={choose}
            figures={ofDance}
            levels={allLevels.filter((level) => level.danceId === dance.id)}
          />
        );
      }}
    </Loaded>
  );
}
