import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import { causesOf, type Finding, findingKey, type Remedy } from "@map-step/core/plan";
import { useMemo, useState } from "react";
import { CauseCard, FindingCard } from "./finding-card.tsx";
import type { InspectorProps } from "./props.ts";
import { useRemedies } from "./use-remedies.ts";
import { type Around, type WayOut, waysOutOf, waysOutOfAll } from "./ways-out.ts";

type Props = Pick<InspectorProps, "view" | "input" | "edit" | "mayEdit" | "dragging" | "actions"> & {
  readonly title: string;
  readonly findings: readonly Finding[];
};

/** So many causes are shown, and ways out looked for as many findings; who has more begins with the first. */
const MOST_SHOWN = 24;

/** What the plan has to solve, each with the move that solves it where one does. */
export function Findings(props: Props) {
  const { title, input, edit, mayEdit, dragging, actions } = props;
  const { library, taught } = input;
  // While a strand is on its way the list stays as it was; only its number follows.
  const [settled, setSettled] = useState(props.findings);
  if (!dragging && settled !== props.findings) setSettled(props.findings);
  const list = dragging ? settled : props.findings;
  const nameOf = (id: string): string => library.find((figure) => figure.id === id)?.name ?? "";
  const causes = causesOf(list, nameOf);
  const count = dragging ? causesOf(props.findings, nameOf).length : causes.length;
  const shown = useMemo(() => list.slice(0, MOST_SHOWN), [list]);
  const found = useRemedies(props.view.levelPlan, shown, mayEdit && !dragging);
  const around: Around = { level: props.view.levelPlan, chosen: edit.chosen, library, taught };
  const moveOf = (finding: Finding): Remedy | null => {
    const remedy = found.get(findingKey(finding))?.remedy ?? null;
    return remedy && remedy.from > taught && remedy.to > taught ? remedy : null;
  };
  const take = (way: WayOut): void => {
    if (way.kind === "move") actions.move(way.figureId, way.week ?? 0);
    if (way.kind === "change") edit.edit({ chosen: way.chosen });
    if (way.kind === "choose") actions.open("choose");
  };
  const mute = (finding: Finding) => (reason: string) => {
    const key = findingKey(finding);
    const others = edit.content.muted.filter((muted) => muted.key !== key);
    edit.edit({ muted: [...others, { key, reason, size: finding.size }] });
  };
  const select = ({ figureId, week }: Finding) =>
    actions.select(figureId ? { figureIds: [figureId] } : week > 0 ? { week } : null);
  const cardOf = (finding: Finding) => (
    <FindingCard
      key={findingKey(finding)}
      finding={finding}
      remedy={moveOf(finding)}
      nameOf={nameOf}
      ways={mayEdit ? waysOutOf(around, finding, found.get(findingKey(finding))?.returnWeek ?? null) : []}
      onTake={take}
      onMute={mayEdit ? mute(finding) : null}
      onSelect={() => select(finding)}
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
            <CauseCard
              key={cause.key}
              cause={cause}
              ways={mayEdit ? waysOutOfAll(around, cause) : []}
              onTake={take}
            >
              {cause.findings.map(cardOf)}
            </CauseCard>
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
