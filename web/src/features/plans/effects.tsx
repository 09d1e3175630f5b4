import { Box, Text } from "@chakra-ui/react";
import { checkPlan, type Finding, planLoads, sizesOf, worseThan } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useLikeness } from "../figures/use-likeness.ts";
import { type PlanInput, useLevelPlan } from "./use-level-plan.ts";

interface Props extends Omit<PlanInput, "content" | "pairs"> {
  readonly before: PlanInput["content"];
  readonly after: PlanInput["content"];
}

const Lines = ({ title, findings }: { title: string; findings: readonly Finding[] }) =>
  findings.length === 0 ? null : (
    <Box mt="2">
      <Text fontWeight="700">{title}</Text>
      <Box as="ul" listStyleType="disc" pl="5">
        {findings.map(({ text, code, week, figureId }) => (
          <li key={`${code} ${week} ${figureId} ${text}`}>{text}</li>
        ))}
      </Box>
    </Box>
  );

/** What another plan solves and brings beside the present one. */
export function PlanEffects({ before, after, ...input }: Props) {
  const { pairs } = useLikeness(input.level.danceId);
  const now = useLevelPlan({ ...input, pairs, content: before });
  const then = useLevelPlan({ ...input, pairs, content: after });
  const [was, is] = [now, then].map(({ levelPlan, strands }) => checkPlan(levelPlan, strands));
  if (!was || !is) return null;
  const [solved, brought] = [worseThan(was, sizesOf(is)), worseThan(is, sizesOf(was))];
  const loads = planLoads(then.levelPlan, then.strands);
  const fullest = loads.reduce(
    (most, load) => (load.minutes > most.minutes ? load : most),
    loads[0] ?? { week: 0, minutes: 0 },
  );
  return (
    <Panel>
      <PanelTitle>What follows from it</PanelTitle>
      <Text className="numbers">
        To solve in the plan: {was.length} now, {is.length} then. The fullest lesson is week {fullest.week}{" "}
        with {counted(Math.round(fullest.minutes), "minute")}.
      </Text>
      <Lines title="Solved by it" findings={solved} />
      <Lines title="Brought by it" findings={brought} />
      {solved.length + brought.length === 0 ? (
        <Text color="soft">It solves nothing and brings nothing to solve.</Text>
      ) : null}
    </Panel>
  );
}
