import { Box, Button, Flex, IconButton, NativeSelect, Text } from "@chakra-ui/react";
import {
  type DanceRecord,
  type FigureRecord,
  type Level,
  type Plan,
  type Section,
  toLevelPlan,
} from "@map-step/contract";
import {
  APPROACHES,
  checkPlan,
  draftPlan,
  type LeftOut,
  planLoads,
  strandsOf,
  teachingMinutes,
} from "@map-step/core/plan";
import { Redo2, Undo2 } from "lucide-react";
import { type KeyboardEvent, useCallback, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { Empty } from "../../kit/states.tsx";
import { tellDone } from "../../kit/toasts.tsx";
import { useMay } from "../session/session.tsx";
import { ChooseDialog } from "./choose.tsx";
import { PlanConflict } from "./conflict.tsx";
import { type Drag, type Selection, WeekGrid } from "./grid/grid.tsx";
import { Inspector } from "./inspector/inspector.tsx";
import { type Chosen, usePlan, withWeek } from "./use-plan.ts";

interface Props {
  readonly level: Level;
  readonly dance: DanceRecord | undefined;
  /** `null` for the level's own plan. */
  readonly section: Section | null;
  /** All sections of the level, each with a plan of its own. */
  readonly sections: readonly Section[];
  /** The last week taught, 0 before the first. */
  readonly taught: number;
  readonly plan: Plan;
  readonly library: readonly FigureRecord[];
}

/** Which copy of the plan is on screen: the level's or one of its sections'. */
function PlanPicker({ level, section, sections }: Pick<Props, "level" | "section" | "sections">) {
  const navigate = useNavigate();
  if (sections.length === 0) return null;
  return (
    <NativeSelect.Root width="auto">
      <NativeSelect.Field
        aria-label="Plan of"
        bg="panel"
        value={section?.id ?? ""}
        onChange={({ target }) =>
          navigate(
            target.value === "" ? `/levels/${level.id}` : `/levels/${level.id}/sections/${target.value}`,
          )
        }
      >
        <option value="">Level plan</option>
        {sections.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

const count = (number: number, one: string) => `${number} ${number === 1 ? one : `${one}s`}`;

function about({ level, section }: Props, chosen: Chosen): string {
  const placed = chosen.filter(({ week }) => week !== null).length;
  const waiting = chosen.length - placed;
  return [
    section?.name ?? "Level plan",
    `${level.weeks} weeks of ${level.lessonMinutes} minutes`,
    `${APPROACHES[level.approachId].name.toLowerCase()} approach`,
    `${count(placed, "figure")} placed${waiting > 0 ? `, ${waiting} waiting` : ""}`,
  ].join(", ");
}

/** The director's main screen: the week grid, what is to solve, and what is selected. */
export function Planner(props: Props) {
  const { level, section, plan, library, taught } = props;
  const mayEdit = useMay("plans.write");
  const edit = usePlan(plan);
  const { chosen } = edit;
  const [selection, setSelection] = useState<Selection>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [choosing, setChoosing] = useState(false);
  const [left, setLeft] = useState<readonly LeftOut[]>([]);

  const shown = drag ? withWeek(chosen, drag.figureId, drag.to === 0 ? null : drag.to) : chosen;
  const strands = useMemo(() => strandsOf({ rules: level, figures: library }), [level, library]);
  const levelPlan = useMemo(
    () => toLevelPlan(level, { chosen: [...shown], known: plan.known }, library),
    [level, shown, plan.known, library],
  );
  const loads = useMemo(() => planLoads(levelPlan, strands), [levelPlan, strands]);
  const findings = useMemo(
    () => checkPlan(levelPlan, strands).filter(({ week }) => week > taught),
    [levelPlan, strands, taught],
  );
  const figures = useMemo(() => {
    const ids = new Set(chosen.map(({ figureId }) => figureId));
    return library.filter(({ id }) => ids.has(id));
  }, [chosen, library]);

  const now = useRef({ edit, chosen });
  now.current = { edit, chosen };
  const move = useCallback(
    (figureId: string, week: number) => {
      if (week > 0 && week <= taught) return;
      const { edit: current, chosen: before } = now.current;
      current.edit(withWeek(before, figureId, week === 0 ? null : week));
    },
    [taught],
  );
  const selectFigure = useCallback((figureId: string) => setSelection({ figureId }), []);

  const draft = () => {
    const keep = levelPlan.placements.filter(({ week }) => week <= taught);
    const result = draftPlan(levelPlan, { keep, from: taught + 1 });
    const weeks = new Map(result.placements.map(({ figureId, week }) => [figureId, week]));
    edit.edit(chosen.map(({ figureId }) => ({ figureId, week: weeks.get(figureId) ?? null })));
    setLeft(result.left);
    setSelection(null);
    const waiting = result.left.length;
    tellDone(
      `${count(result.placements.length, "figure")} placed${waiting > 0 ? `; ${waiting} found no week, see why at each` : ""}`,
    );
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || !mayEdit) return;
    event.preventDefault();
    if (event.shiftKey) edit.redo();
    else edit.undo();
  };
  return (
    <Box onKeyDown={onKeyDown}>
      <PageHead title={level.name} about={about(props, chosen)}>
        <PlanPicker {...props} />
        {mayEdit ? (
          <>
            <SaveBadge state={edit.saving.state} retry={edit.saving.flush} />
            <IconButton
              variant="outline"
              bg="panel"
              aria-label="Undo"
              disabled={!edit.canUndo}
              onClick={edit.undo}
            >
              <Undo2 />
            </IconButton>
            <IconButton
              variant="outline"
              bg="panel"
              aria-label="Redo"
              disabled={!edit.canRedo}
              onClick={edit.redo}
            >
              <Redo2 />
            </IconButton>
            <Button variant="outline" bg="panel" onClick={() => setChoosing(true)}>
              Choose figures
            </Button>
            <Button disabled={chosen.length === 0} onClick={draft}>
              Draft the plan
            </Button>
          </>
        ) : null}
      </PageHead>
      {chosen.length === 0 ? (
        <Empty
          title="Which figures does this level teach?"
          action={mayEdit ? <Button onClick={() => setChoosing(true)}>Choose figures</Button> : undefined}
        >
          Choose them from the library; then draft the plan and move what you want elsewhere.
        </Empty>
      ) : (
        <Flex gap="5" direction={{ base: "column", lg: "row" }} align="stretch">
          <Box flex="1" minW="0">
            <WeekGrid
              {...{ figures, chosen, strands, loads, findings, taught, mayEdit, selection, drag }}
              room={teachingMinutes(level)}
              dates={section?.dates ?? []}
              onSelect={setSelection}
              onSelectFigure={selectFigure}
              onMove={move}
              onDrag={setDrag}
            />
            {mayEdit ? (
              <Text color="soft" fontSize="sm" mt="2" pl="2" className="no-print">
                Drag a strand to another week, or use the arrow keys on it; Delete lets it wait.
              </Text>
            ) : null}
          </Box>
          <Inspector
            {...{
              level,
              dance: props.dance,
              levelPlan,
              strands,
              loads,
              findings,
              taught,
              mayEdit,
              selection,
              left,
            }}
            dragging={drag !== null}
            library={library}
            onSelect={setSelection}
            onMove={move}
            onTakeOut={(figureId) => {
              setSelection(null);
              edit.edit(chosen.filter((entry) => entry.figureId !== figureId));
            }}
          />
        </Flex>
      )}
      {choosing ? (
        <ChooseDialog
          figures={library.filter(({ danceId }) => danceId === level.danceId)}
          chosen={chosen}
          known={plan.known}
          taught={taught}
          onClose={() => setChoosing(false)}
          onChoose={(next) => {
            setChoosing(false);
            edit.edit(next);
          }}
        />
      ) : null}
      <PlanConflict edit={edit} library={library} />
    </Box>
  );
}
