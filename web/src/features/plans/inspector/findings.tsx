import { Box, Button, Heading, Stack, Text } from "@chakra-ui/react";
import { type Finding, findingKey, type Remedy, remedyFor } from "@map-step/core/plan";
import { useDeferredValue, useMemo } from "react";
import type { InspectorProps } from "./inspector.tsx";

type Props = Pick<
  InspectorProps,
  "levelPlan" | "findings" | "library" | "mayEdit" | "taught" | "dragging" | "onMove" | "onSelect"
> & {
  readonly title: string;
};

interface CardProps {
  readonly finding: Finding;
  readonly remedy: Remedy | null;
  readonly nameOf: (id: string) => string;
  readonly onMove: Props["onMove"];
  readonly onSelect: () => void;
}

function Card({ finding, remedy, nameOf, onMove, onSelect }: CardProps) {
  return (
    <Box
      as="li"
      bg={finding.severity === "must" ? "brickWash" : "apricotWash"}
      borderLeftWidth="4px"
      borderColor={finding.severity === "must" ? "brick" : "apricot"}
      borderRadius="sm"
      px="3"
      py="2"
      fontSize="sm"
    >
      <Text srOnly>{finding.severity === "must" ? "Must change:" : "Worth a look:"}</Text>
      <Box asChild textAlign="left" cursor="pointer">
        <button type="button" onClick={onSelect}>
          {finding.text}
        </button>
      </Box>
      {remedy ? (
        <Button
          variant="plain"
          size="sm"
          height="auto"
          p="0"
          pt="1"
          color="pine"
          fontWeight="700"
          whiteSpace="normal"
          textAlign="left"
          onClick={() => onMove(remedy.figureId, remedy.to)}
        >
          Move {nameOf(remedy.figureId)} to week {remedy.to}
        </Button>
      ) : null}
    </Box>
  );
}

/** What the plan has to solve, each with the move that solves it where one does. */
export function Findings(props: Props) {
  const { title, library, taught, mayEdit, dragging, onMove, onSelect } = props;
  const levelPlan = useDeferredValue(props.levelPlan);
  const findings = useDeferredValue(props.findings);
  const remedies = useMemo(() => {
    if (dragging || !mayEdit) return new Map<string, Remedy | null>();
    const movable = (remedy: Remedy | null) =>
      remedy && remedy.from > taught && remedy.to > taught ? remedy : null;
    return new Map(findings.map((finding) => [findingKey(finding), movable(remedyFor(levelPlan, finding))]));
  }, [levelPlan, findings, taught, mayEdit, dragging]);
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "";
  return (
    <Box as="section" aria-label={title}>
      <Heading as="h2" size="sm" color="soft" mb="2">
        {title} ({props.findings.length})
      </Heading>
      {props.findings.length === 0 ? (
        <Text>Nothing. Every lesson fits and is in a teachable order.</Text>
      ) : null}
      <Stack as="ul" gap="2" listStyleType="none">
        {props.findings.map((finding) => (
          <Card
            key={findingKey(finding)}
            finding={finding}
            remedy={remedies.get(findingKey(finding)) ?? null}
            nameOf={nameOf}
            onMove={onMove}
            onSelect={() =>
              onSelect(finding.figureId ? { figureId: finding.figureId } : { week: finding.week })
            }
          />
        ))}
      </Stack>
    </Box>
  );
}
