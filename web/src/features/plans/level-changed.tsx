import { Button, Text } from "@chakra-ui/react";
import { api, type PlanContent } from "@map-step/contract";
import { changesBetween } from "@map-step/core/plan";
import { inWords } from "@map-step/core/words";
import { useApi } from "../../kit/api.ts";
import { Slip } from "../../kit/slip.tsx";
import type { PlannerInput } from "./planner-input.ts";

/** So many are named. */
const NAMED = 4;

interface Props {
  readonly input: PlannerInput;
  readonly content: PlanContent;
  readonly onLook: () => void;
}

/** Says in a section's plan that the level's was changed since, where that can still be taken over. */
export function LevelChanged({ input, content, onLook }: Props) {
  const { level, plan, taught, library } = input;
  const ofLevel = useApi(api.plans.read, { params: { id: level.planId } });
  if (!ofLevel.data || !plan.agreed) return null;
  const changes = changesBetween(plan.agreed, ofLevel.data, content, taught).filter(
    ({ by, held }) => by === "other" && held === null,
  );
  if (changes.length === 0) return null;
  const names = changes.map(({ key }) =>
    key.startsWith("week:")
      ? `week ${key.slice("week:".length)}`
      : (library.find(({ id }) => id === key)?.name ?? "a removed figure"),
  );
  const more = names.length - NAMED;
  return (
    <Slip calls className="no-print">
      <Text flex="1" minW="16rem">
        The level's plan was changed since:{" "}
        {inWords(more > 0 ? [...names.slice(0, NAMED), `${more} more`] : names)}.
      </Text>
      <Button size="sm" variant="outline" bg="panel" onClick={onLook}>
        Look and take over
      </Button>
    </Slip>
  );
}
