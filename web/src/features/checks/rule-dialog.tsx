import { Box, Button, Flex, IconButton, Stack, Text } from "@chakra-ui/react";
import { api, ruleContent } from "@map-step/contract";
import { MARK_NAMES, MARKS, ruleOver, type StatedClause, usualRule } from "@map-step/core/check";
import { FIGURE_KINDS, KIND_NAMES, LAYERS } from "@map-step/core/figure";
import { counted } from "@map-step/core/words";
import { Plus, X } from "lucide-react";
import { useMemo, useState } from "react";
import { isStale, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { differencesOf, type Shown } from "../../kit/merge.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useAnswer } from "../../kit/use-answer.ts";
import type { BoardAnswer, BoardQuestion } from "../../workers/board.ts";
import { HistoryButton } from "../history/history-button.tsx";
import type { Board } from "./board.ts";
import { openBoardWorker } from "./use-board-answer.ts";
import { clauseInWords, LAYER_WORDS, ruleInWords } from "./words.ts";

const OF_CHOICES: readonly (readonly [string, string])[] = [
  ["all", "figures"],
  ...FIGURE_KINDS.map((kind) => [kind, KIND_NAMES[kind].many.toLowerCase()] as const),
];

const SHOWN: Shown<{ clauses: readonly StatedClause[] }> = { clauses: ["Rule", ruleInWords] };

type Kinds = Extract<StatedClause, { kind: "figures" }>;

function ClauseRow({
  clause,
  many,
  onChange,
  onRemove,
}: {
  clause: StatedClause;
  many: (of: Kinds["of"]) => number;
  onChange: (clause: StatedClause) => void;
  onRemove: () => void;
}) {
  return (
    <Flex gap="2" align="flex-end" wrap="wrap" role="group" aria-label={clauseInWords(clause)}>
      {clause.kind === "timing" ? (
        <SmallSelect
          label="Measured timing within"
          value={`${clause.within}`}
          choices={[20, 30, 40, 60, 80, 100].map((ms) => [`${ms}`, `${ms} ms of the beat`])}
          onChange={(within) => onChange({ ...clause, within: Number(within) })}
        />
      ) : (
        <>
          <SmallSelect
            label="How many"
            value={clause.atLeast === null ? "" : `${clause.atLeast}`}
            choices={[
              ["", "all"],
              ...Array.from(
                { length: Math.max(many(clause.of), clause.atLeast ?? 0, 1) },
                (_, at) => [`${at + 1}`, `${at + 1} of ${many(clause.of)}`] as const,
              ),
            ]}
            onChange={(value) => onChange({ ...clause, atLeast: value === "" ? null : Number(value) })}
          />
          <SmallSelect
            label="Of"
            value={clause.of}
            choices={OF_CHOICES}
            onChange={(of) => onChange({ ...clause, of: of as Kinds["of"] })}
          />
          <SmallSelect
            label="At least"
            value={clause.mark}
            choices={MARKS.slice(1).map((mark) => [mark, MARK_NAMES[mark]])}
            onChange={(mark) => onChange({ ...clause, mark: mark as Kinds["mark"] })}
          />
          <SmallSelect
            label="Danced"
            value={clause.layer}
            choices={LAYERS.map((layer) => [layer, LAYER_WORDS[layer]])}
            onChange={(layer) => onChange({ ...clause, layer: layer as Kinds["layer"] })}
          />
        </>
      )}
      <IconButton
        size="sm"
        variant="ghost"
        aria-label={`Take away: ${clauseInWords(clause)}`}
        onClick={onRemove}
      >
        <X />
      </IconButton>
    </Flex>
  );
}

/** States when a dancer of the level is ready, and shows at once how many of this class would be. */
export function RuleDialog({ board, onClose }: { board: Board; onClose: () => void }) {
  const change = useChange(api.checks.changeRule);
  const ruled = useMemo(
    () =>
      board.plan.chosen.flatMap(({ figureId, week }) => {
        const figure = board.library.find(({ id }) => id === figureId);
        return week === null || !figure ? [] : [{ id: figureId, kind: figure.kind }];
      }),
    [board.plan, board.library],
  );
  const [clauses, setClauses] = useState<readonly StatedClause[]>(board.clauses);
  const [version, setVersion] = useState(board.stated.version);
  const question = useMemo(
    (): BoardQuestion => ({
      rule: ruleOver(clauses, ruled),
      model: board.levelSeen.model,
      at: board.today,
      again: null,
      studentIds: board.dancers.map(({ id }) => id),
      evidence: board.seen.evidence,
      minutes: {},
    }),
    [clauses, ruled, board],
  );
  const { answer, isOfNow } = useAnswer<BoardQuestion, BoardAnswer>(openBoardWorker, question);
  const verdicts = (answer?.dancers ?? []).map(({ readiness }) => readiness.verdict);
  const count = (one: string) => verdicts.filter((verdict) => verdict === one).length;
  const save = async () => {
    try {
      await change.mutateAsync({ params: { id: board.level.id }, body: { clauses: [...clauses], version } });
      tellDone(`The rule of ${board.level.name} is saved`);
      onClose();
    } catch (error) {
      // Theirs is told; mine stays here to be saved over it, or left.
      if (isStale(error)) setVersion((error.problem.current as { version: number }).version);
      tellError(error);
    }
  };
  const many = (of: Kinds["of"]) => ruled.filter(({ kind }) => of === "all" || kind === of).length;
  const put = (at: number, clause: StatedClause) =>
    setClauses(clauses.map((one, index) => (index === at ? clause : one)));
  return (
    <Modal
      open
      title={`Who is ready to move up from ${board.level.name}`}
      onClose={onClose}
      size="xl"
      foot={
        <>
          {board.stated.id ? (
            <HistoryButton
              list="readinessRules"
              id={board.stated.id}
              what={`the rule of ${board.level.name}`}
              shape={ruleContent}
              differ={(was, is) => differencesOf(was, is, SHOWN)}
              onBack={(was) => setClauses(was.clauses)}
            />
          ) : null}
          <Button
            variant="ghost"
            onClick={() => setClauses(usualRule(ruled, board.layer, board.habits.rule))}
          >
            The usual rule
          </Button>
          <Button disabled={clauses.length === 0} loading={change.isPending} onClick={() => void save()}>
            Save the rule
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text color="soft">
          All of this has to hold. The figures are those in the plan, taught or still to come.
        </Text>
        {clauses.map((clause, at) => (
          <ClauseRow
            // biome-ignore lint/suspicious/noArrayIndexKey: clauses have nothing else to be told by
            key={at}
            clause={clause}
            many={many}
            onChange={(next) => put(at, next)}
            onRemove={() => setClauses(clauses.filter((_, index) => index !== at))}
          />
        ))}
        <Flex gap="2" wrap="wrap">
          <Button
            size="sm"
            variant="outline"
            onClick={() =>
              setClauses([
                ...clauses,
                { kind: "figures", of: "pattern", atLeast: null, mark: "alone", layer: board.layer },
              ])
            }
          >
            <Plus /> Figures
          </Button>
          <Button
            size="sm"
            variant="outline"
            disabled={clauses.some(({ kind }) => kind === "timing")}
            onClick={() => setClauses([...clauses, { kind: "timing", within: 60 }])}
          >
            <Plus /> Timing
          </Button>
        </Flex>
        <Box role="status" bg="pineWash" borderRadius="md" p="3">
          {answer && isOfNow ? (
            <>
              <Text fontWeight="700">
                {count("ready")} of {counted(verdicts.length, "dancer")} would be ready
              </Text>
              <Text>
                {count("likely")} likely, {count("open")} open, {count("not-yet")} not yet.
              </Text>
            </>
          ) : (
            <Text>Working it out …</Text>
          )}
        </Box>
      </Stack>
    </Modal>
  );
}
