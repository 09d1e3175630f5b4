import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import {
  type Action,
  canEdit,
  DIRECTIONS,
  type Direction,
  type Figure,
  type Foot,
  FREE_ACTIONS,
  insertStep,
  isWeightAction,
  removeStep,
  replaceStep,
  type Step,
  stepsOf,
  takesDirection,
  WEIGHT_ACTIONS,
  writtenRoles,
} from "@map-step/core/notation";
import { type Dance, spokenCount, spokenFraction, TICKS_PER_BEAT } from "@map-step/core/time";
import { type KeyboardEvent, useState } from "react";
import { CountRibbon, type PickedStep } from "../../kit/ribbon/index.ts";
import { SmallSelect } from "../../kit/select.tsx";

const TURNS = [45, 90, 135, 180, 270, 360, 540, 720];
const QUARTER = TICKS_PER_BEAT / 4;

const given = (fields: Record<string, unknown>): Partial<Step> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined && value !== ""));

/** A step with some of its words exchanged; an empty word takes its part away. */
function reworded(step: Step, part: Record<string, unknown>): Step {
  const { onset, foot, action, ...rest } = { ...step, ...part } as Step;
  const kept = takesDirection(action) ? rest : { ...rest, direction: undefined };
  const onFoot = foot === null && isWeightAction(action) ? "L" : foot;
  return { onset, foot: onFoot, action, ...given(kept) };
}

interface FieldsProps {
  readonly step: Step;
  readonly onChange: (part: Record<string, unknown>) => void;
}

const FEET = [
  ["L", "left"],
  ["R", "right"],
  ["both", "both"],
  ["", "no foot"],
] as const;

/** The words of one step. */
function StepFields({ step, onChange }: FieldsProps) {
  const turn = step.turn ? `${step.turn.sense} ${step.turn.degrees}` : "";
  const turns = TURNS.flatMap((degrees) => ["L", "R"].map((sense) => `${sense} ${degrees}`));
  const offered = turn === "" || turns.includes(turn) ? turns : [turn, ...turns];
  return (
    <Flex gap="2" wrap="wrap" align="flex-end">
      <SmallSelect
        label="Foot"
        value={step.foot ?? ""}
        choices={FEET}
        onChange={(foot) => onChange({ foot: foot === "" ? null : (foot as Foot) })}
      />
      <SmallSelect
        label="Action"
        value={step.action}
        choices={[...WEIGHT_ACTIONS, ...FREE_ACTIONS].map((word) => [word, word] as const)}
        onChange={(action) => onChange({ action: action as Action })}
      />
      {takesDirection(step.action) ? (
        <SmallSelect
          label="Direction"
          value={step.direction ?? ""}
          choices={[["", "none"], ...DIRECTIONS.map((word) => [word, word] as const)]}
          onChange={(direction) => onChange({ direction: direction as Direction })}
        />
      ) : null}
      <SmallSelect
        label="Turn"
        value={turn}
        choices={[
          ["", "none"],
          ...offered.map((one) => {
            const [sense, degrees] = one.split(" ");
            return [
              one,
              `${spokenFraction(Number(degrees), 360)} turn ${sense === "L" ? "left" : "right"}`,
            ] as const;
          }),
        ]}
        onChange={(one) => {
          const [sense, degrees] = one.split(" ");
          onChange({ turn: one === "" ? undefined : { sense, degrees: Number(degrees) } });
        }}
      />
      <SmallSelect
        label="Size"
        value={step.size ?? ""}
        choices={[
          ["", "usual"],
          ["small", "small"],
          ["long", "long"],
        ]}
        onChange={(size) => onChange({ size })}
      />
      <Box>
        <Text fontSize="xs" color="soft">
          Hold from here
        </Text>
        <Input
          size="sm"
          w="9rem"
          bg="panel"
          aria-label="Hold from here"
          value={step.hold ?? ""}
          onChange={({ target }) => onChange({ hold: target.value.replaceAll('"', "") })}
        />
      </Box>
    </Flex>
  );
}

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly dance: Dance;
  /** Not while the text has faults: what cannot be read would be lost. */
  readonly locked: boolean;
  readonly onEdit: (figure: Figure) => void;
}

/** The ribbon, step by step: choose one, change it, move it, put one behind it, take it out. */
export function StepEditor({ figure, name, dance, locked, onEdit }: Props) {
  const [chosen, setChosen] = useState<PickedStep | null>(null);
  const roles = writtenRoles(figure).filter((role) => canEdit(figure, role));
  const all = roles.flatMap((role) => stepsOf(figure, role).map((_, index) => ({ role, index })));
  const place = all.findIndex(({ role, index }) => role === chosen?.role && index === chosen.index);
  const picked = place < 0 ? null : (all[place] ?? null);
  const step = picked ? stepsOf(figure, picked.role)[picked.index] : undefined;
  const go = (way: 1 | -1) => setChosen(all[(place + way + all.length) % all.length] ?? null);
  const put = (next: Figure | null, index?: number) => {
    if (!next || !picked) return;
    onEdit(next);
    if (index !== undefined) setChosen({ role: picked.role, index });
  };
  const change = (part: Record<string, unknown>) =>
    picked && step && put(replaceStep(figure, picked.role, picked.index, reworded(step, part)));
  const moved = (by: number) => {
    if (!picked || !step) return null;
    const steps = stepsOf(figure, picked.role);
    const onset = step.onset + by;
    const [before, after] = [steps[picked.index - 1], steps[picked.index + 1]];
    if (onset <= (before?.onset ?? -TICKS_PER_BEAT) || onset >= (after?.onset ?? figure.length)) return null;
    return replaceStep(figure, picked.role, picked.index, { ...step, onset });
  };
  const inserted = picked ? insertStep(figure, picked.role, picked.index) : null;
  const removed = picked ? removeStep(figure, picked.role, picked.index) : null;
  const keys = (event: KeyboardEvent) => {
    if (event.key !== "ArrowLeft" && event.key !== "ArrowRight") return;
    event.preventDefault();
    go(event.key === "ArrowRight" ? 1 : -1);
  };
  return (
    <Box>
      <CountRibbon
        figure={figure}
        name={name}
        timing={dance}
        picked={picked}
        onPick={locked ? undefined : (role, index) => setChosen({ role, index })}
      />
      <Box mt="4" role="group" aria-label="Steps on the ribbon">
        {locked ? (
          <Text color="soft">Mend the faults in the text to go on changing steps on the ribbon.</Text>
        ) : (
          <Flex gap="2" wrap="wrap" align="center" mb="2">
            <Button size="sm" variant="outline" onClick={() => go(-1)} onKeyDown={keys}>
              Step before
            </Button>
            <Button size="sm" variant="outline" onClick={() => go(1)} onKeyDown={keys}>
              Step after
            </Button>
            {step && picked ? (
              <>
                <Text fontWeight="700" className="numbers" aria-live="polite">
                  {picked.role}, count {spokenCount(step.onset)}
                </Text>
                <Button
                  size="sm"
                  variant="outline"
                  disabled={!moved(-QUARTER)}
                  onClick={() => put(moved(-QUARTER))}
                >
                  Earlier
                </Button>
                <Button
                  size="sm"
                  variant="outline"
                  disabled={!moved(QUARTER)}
                  onClick={() => put(moved(QUARTER))}
                >
                  Later
                </Button>
                <Button
                  size="sm"
                  variant="outline"
                  disabled={!inserted}
                  onClick={() => put(inserted, picked.index + 1)}
                >
                  Add a step after
                </Button>
                <Button
                  size="sm"
                  variant="outline"
                  disabled={!removed}
                  onClick={() => put(removed, Math.max(0, picked.index - 1))}
                >
                  Take it out
                </Button>
              </>
            ) : (
              <Text color="soft">Choose a step on the ribbon to change it.</Text>
            )}
          </Flex>
        )}
        {step && !locked ? <StepFields step={step} onChange={change} /> : null}
      </Box>
    </Box>
  );
}
