import { Box, Button, Flex, Heading, Input, Stack, Text } from "@chakra-ui/react";
import { choose } from "@map-step/contract";
import { type Cause, causesOf, type Finding, findingKey, type Remedy } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { type ReactNode, useMemo, useRef, useState } from "react";
import { withEntry } from "../use-plan.ts";
import type { PlannerActions } from "../use-planner.ts";
import type { InspectorProps } from "./props.ts";
import { useRemedies } from "./use-remedies.ts";

type Props = Pick<InspectorProps, "view" | "input" | "edit" | "mayEdit" | "dragging" | "actions"> & {
  readonly title: string;
  readonly findings: readonly Finding[];
};

const nameIn =
  (library: Props["input"]["library"]) =>
  (id: string): string =>
    library.find((figure) => figure.id === id)?.name ?? "";

/** So many causes are shown, and ways out looked for as many findings; who has more begins with the first. */
const MOST_SHOWN = 24;

/** The nearest week before another in which something is begun: one with room for it, where there is one. */
function weekBefore({ view, input }: Props, week: number, figureId: string): number | null {
  const minutes = input.library.find(({ id }) => id === figureId)?.minutes ?? 0;
  const open = view.rooms
    .filter((room) => room.week > input.taught && room.week < week && room.held && room.takesNew)
    .toReversed();
  const free = open.find((room) => room.minutes - (view.loads[room.week - 1]?.minutes ?? 0) >= minutes);
  return (free ?? open[0])?.week ?? null;
}

/** What a figure needs and the plan never teaches gets a week before it; chosen for it where it is not yet. */
function waysToNeed(props: Props, week: number, needed: string): CardProps["others"] {
  const { edit, input, actions } = props;
  const to = weekBefore(props, week, needed);
  const name = nameIn(input.library)(needed);
  if (to === null || name === "") return [];
  return edit.chosen.some(({ figureId }) => figureId === needed)
    ? [{ name: `Put ${name} in week ${to}`, act: () => actions.move(needed, to) }]
    : [
        {
          name: `Choose ${name} too, in week ${to}`,
          act: () => edit.edit({ chosen: [...edit.chosen, choose(needed, to)] }),
        },
      ];
}

/** What many figures need and the plan never teaches is put before the first of them. */
function waysOut(props: Props, { findings }: Cause): CardProps["others"] {
  const [{ code, otherId } = {}] = findings as readonly Partial<Finding>[];
  return code === "needs-missing" && otherId
    ? waysToNeed(props, Math.min(...findings.map(({ week }) => week)), otherId)
    : [];
}

interface CardProps {
  readonly finding: Finding;
  readonly remedy: Remedy | null;
  readonly nameOf: (id: string) => string;
  readonly onMove: PlannerActions["move"];
  readonly onSelect: () => void;
  /** Ways out that are no move of a figure. */
  readonly others: readonly { readonly name: string; readonly act: () => void }[];
  readonly onMute: ((reason: string) => void) | null;
}

const SLIP = { borderLeftWidth: "4px", borderRadius: "sm", px: "3", py: "2", fontSize: "sm" } as const;
const TONES = {
  must: { bg: "brickWash", borderColor: "brick" },
  should: { bg: "apricotWash", borderColor: "apricot" },
} as const;

const LINK = {
  variant: "plain",
  size: "sm",
  height: "auto",
  p: "0",
  pt: "1",
  color: "pine",
  fontWeight: "700",
  whiteSpace: "normal",
  textAlign: "left",
} as const;

/** Why somebody accepts a finding; the reason is kept with the plan. */
function Mute({ about, onMute }: { readonly about: string; readonly onMute: (reason: string) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!open)
    return (
      <Button
        {...LINK}
        fontWeight="400"
        aria-label={`Accept, with a reason …: ${about}`}
        onClick={() => setOpen(true)}
      >
        Accept, with a reason …
      </Button>
    );
  return (
    <Flex asChild gap="2" mt="2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() !== "") onMute(reason.trim());
        }}
      >
        <Input
          size="sm"
          bg="panel"
          aria-label="Why it is all right"
          placeholder="why it is all right"
          maxLength={300}
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <Button size="sm" type="submit" disabled={reason.trim() === ""}>
          Keep
        </Button>
      </form>
    </Flex>
  );
}

function Card({ finding, remedy, nameOf, onMove, onSelect, others, onMute }: CardProps) {
  return (
    <Box as="li" {...SLIP} {...TONES[finding.severity]}>
      <Text srOnly>{finding.severity === "must" ? "Must change:" : "Worth a look:"}</Text>
      <Box asChild textAlign="left" cursor="pointer" minH="6">
        <button type="button" onClick={onSelect}>
          {finding.text}
        </button>
      </Box>
      {remedy ? (
        <Button {...LINK} display="block" onClick={() => onMove(remedy.figureId, remedy.to)}>
          Move {nameOf(remedy.figureId)} to week {remedy.to}
          {`, which then holds ${counted(remedy.minutes, "minute")}`}
        </Button>
      ) : null}
      {others.map(({ name, act }) => (
        <Button key={name} {...LINK} display="block" onClick={act}>
          {name}
        </Button>
      ))}
      {onMute ? <Mute about={finding.text} onMute={onMute} /> : null}
    </Box>
  );
}

/** Many findings of one cause, told as one; its list opens at a tap. */
const Many = ({
  cause,
  ways,
  children,
}: {
  readonly cause: Cause;
  /** Ways out of all of them at once. */
  readonly ways: CardProps["others"];
  readonly children: ReactNode;
}) => (
  <Box as="li" {...SLIP} {...TONES[cause.severity]}>
    <details>
      <Box asChild cursor="pointer">
        <summary>{cause.text}</summary>
      </Box>
      <Stack as="ul" gap="2" mt="2" listStyleType="none">
        {children}
      </Stack>
    </details>
    {ways.map(({ name, act }) => (
      <Button key={name} {...LINK} display="block" onClick={act}>
        {name}
      </Button>
    ))}
  </Box>
);

/** What the plan has to solve, each with the move that solves it where one does. */
export function Findings(props: Props) {
  const { title, input, edit, mayEdit, dragging, actions } = props;
  const { library, taught } = input;
  // While a strand is on its way the list stays as it was; only its number follows.
  const settled = useRef(props.findings);
  if (!dragging) settled.current = props.findings;
  const list = settled.current;
  const nameOf = nameIn(library);
  const causes = causesOf(list, nameOf);
  const count = dragging ? causesOf(props.findings, nameOf).length : causes.length;
  const shown = useMemo(() => list.slice(0, MOST_SHOWN), [list]);
  const ways = useRemedies(props.view.levelPlan, shown, mayEdit && !dragging);
  const moveOf = (finding: Finding): Remedy | null => {
    const remedy = ways.get(findingKey(finding))?.remedy ?? null;
    return remedy && remedy.from > taught && remedy.to > taught ? remedy : null;
  };
  /** Ways out that change something else than a week: bring it back once more, find a new week for what was missed. */
  const othersFor = (finding: Finding): CardProps["others"] => {
    const { figureId } = finding;
    if (!mayEdit) return [];
    if (finding.code === "room-left")
      return [{ name: "Choose more figures", act: () => actions.open("choose") }];
    if (!figureId) return [];
    const { otherId } = finding;
    if (finding.code === "need-not-chosen" && otherId) {
      if (!library.some(({ id }) => id === otherId)) return [];
      const act = () => edit.edit({ chosen: [...edit.chosen, choose(otherId)] });
      return [{ name: `Choose ${nameOf(otherId)} too`, act }];
    }
    if (finding.code === "needs-missing" && otherId) return waysToNeed(props, finding.week, otherId);
    if (finding.code === "fades") {
      const entry = edit.chosen.find((one) => one.figureId === figureId);
      const back = ways.get(findingKey(finding))?.returnWeek ?? null;
      if (!entry || back === null) return [];
      const extraReturns = [...entry.extraReturns, back].sort((a, b) => a - b);
      const act = () => edit.edit({ chosen: withEntry(edit.chosen, [figureId], () => ({ extraReturns })) });
      return [{ name: `Bring it back in week ${back}`, act }];
    }
    if (finding.code === "not-reached")
      return [
        {
          name: "Leave it to the next level",
          act: () => actions.move(figureId, 0),
        },
      ];
    return [];
  };
  const cardOf = (finding: Finding) => (
    <Card
      key={findingKey(finding)}
      finding={finding}
      remedy={moveOf(finding)}
      nameOf={nameOf}
      onMove={actions.move}
      others={othersFor(finding)}
      onMute={
        mayEdit
          ? (reason) =>
              edit.edit({
                muted: [
                  ...edit.content.muted.filter(({ key }) => key !== findingKey(finding)),
                  { key: findingKey(finding), reason, size: finding.size },
                ],
              })
          : null
      }
      onSelect={() =>
        actions.select(
          finding.figureId
            ? { figureIds: [finding.figureId] }
            : finding.week > 0
              ? { week: finding.week }
              : null,
        )
      }
    />
  );
  return (
    <Box as="section" aria-label={title}>
      <Heading as="h2" size="sm" color="soft" mb="2">
        {title} ({count})
      </Heading>
      {props.findings.length === 0 ? (
        <Text>Nothing. Every lesson fits and is in a teachable order.</Text>
      ) : null}
      <Stack as="ul" gap="2" listStyleType="none">
        {causes.slice(0, MOST_SHOWN).map((cause) =>
          cause.findings.length === 1 ? (
            cause.findings.map(cardOf)
          ) : (
            <Many key={cause.key} cause={cause} ways={mayEdit ? waysOut(props, cause) : []}>
              {cause.findings.map(cardOf)}
            </Many>
          ),
        )}
      </Stack>
      {causes.length > MOST_SHOWN ? (
        <Text color="soft" mt="2">
          And {causes.length - MOST_SHOWN} more, later in the term.
        </Text>
      ) : null}
    </Box>
  );
}
