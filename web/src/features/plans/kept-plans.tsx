import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type PlanContent } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { KeepAs } from "../../kit/keep-as.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import type { PlannerInput } from "./planner-input.ts";
import { movesBetween, type Proposal } from "./proposal.ts";
import type { PlanEdit } from "./use-plan.ts";

interface Props {
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly onPropose: (proposal: Proposal) => void;
  readonly onClose: () => void;
}

/** Plans under a name, and those of the level and its other sections: compared with this one, and adopted. */
export function KeptPlans({ input, edit, onPropose, onClose }: Props) {
  const { plan, level, section, sections } = input;
  const mayEdit = useMay("plans.write");
  const params = { id: plan.id };
  const drafts = useApi(api.planDrafts.list, { params });
  const keep = useChange(api.planDrafts.create);
  const { remove } = useRemoval(api.planDrafts.remove, api.planDrafts.restore);
  const others = [
    ...(section ? [{ id: level.planId, name: "The level's own plan" }] : []),
    ...sections
      .filter(({ id }) => id !== section?.id)
      .map((one) => ({ id: one.planId, name: `${one.name}'s plan` })),
  ];
  const line = (key: string, title: string, content: PlanContent, onRemove: (() => void) | null) => {
    const moves = movesBetween(edit.chosen, content.chosen).length;
    return (
      <Flex key={key} gap="3" align="center" py="2" borderTopWidth="1px" borderColor="rule">
        <Box flex="1">
          <Text fontWeight="700">{title}</Text>
          <Text color="soft" fontSize="sm" className="numbers">
            {moves === 0 ? "stands as this plan does" : `${counted(moves, "figure")} elsewhere`}
          </Text>
        </Box>
        {onRemove ? (
          <Button size="sm" variant="ghost" onClick={onRemove}>
            Remove
          </Button>
        ) : null}
        <Button
          size="sm"
          variant="outline"
          onClick={() => onPropose({ title, taken: `“${title}”`, content, why: new Map(), left: [] })}
        >
          Compare
        </Button>
      </Flex>
    );
  };
  return (
    <Modal open title="Saved plans" onClose={onClose} size="lg">
      {mayEdit ? (
        <Box mb="4">
          <KeepAs
            label="Name of the saved plan"
            placeholder="save this plan as …"
            onKeep={(name) => keep.mutateAsync({ params, body: { name, content: edit.content } })}
          />
        </Box>
      ) : null}
      <Loaded all={[drafts]}>
        {(list) => (
          <Stack gap="0">
            {list.length + others.length === 0 ? <Text color="soft">No other plan is saved yet.</Text> : null}
            {list.map(({ id, name: title, content }) =>
              line(id, title, content, mayEdit ? () => remove(id, `${title} is removed`) : null),
            )}
            {others.map(({ id, name: title }) => (
              <OtherPlan key={id} planId={id}>
                {(content) => line(id, title, content, null)}
              </OtherPlan>
            ))}
          </Stack>
        )}
      </Loaded>
    </Modal>
  );
}

function OtherPlan({
  planId,
  children,
}: {
  planId: string;
  children: (content: PlanContent) => React.ReactNode;
}) {
  const other = useApi(api.plans.read, { params: { id: planId } });
  return other.data ? children(other.data) : null;
}
