import { Box, Button, Heading, Stack, Text } from "@chakra-ui/react";
import { memo, useDeferredValue, useMemo } from "react";
import { Aside } from "../../../kit/page.tsx";
import { figuresIn } from "../planner-state.ts";
import { withEntry } from "../use-plan.ts";
import { FigureNote } from "./figure-note.tsx";
import { Findings } from "./findings.tsx";
import { MutedFindings } from "./muted.tsx";
import type { InspectorProps } from "./props.ts";
import { WeekNote } from "./week-note.tsx";

/** Several figures at once. */
function Several({ edit, selection, mayEdit, actions, input }: InspectorProps) {
  const ids = figuresIn(selection);
  const pinned = edit.chosen.filter(({ figureId, pinned: is }) => is && ids.includes(figureId)).length;
  const names = ids.flatMap((id) => input.library.find((figure) => figure.id === id)?.name ?? []);
  return (
    <Box mb="5">
      <Heading as="h2" size="lg">
        {ids.length} figures
      </Heading>
      <Text color="soft" fontSize="sm" mb="3">
        {names.join(", ")}. They move together.
      </Text>
      {mayEdit ? (
        <Stack direction="row" gap="2" wrap="wrap">
          <Button
            size="xs"
            variant="outline"
            onClick={() =>
              edit.edit({
                chosen: withEntry(edit.chosen, ids, ({ week }) => ({
                  pinned: pinned < ids.length && week !== null,
                })),
              })
            }
          >
            {pinned < ids.length ? "Pin them" : "Unpin them"}
          </Button>
          <Button size="xs" variant="outline" onClick={() => actions.select(null)}>
            Choose none
          </Button>
        </Stack>
      ) : null}
    </Box>
  );
}

/** Explains what is selected in the grid; under it, what the plan still has to solve. */
const Inspector = memo(function Inspector(props: InspectorProps) {
  const {
    selection,
    input,
    view: { findings },
  } = props;
  const ids = figuresIn(selection);
  const figure = ids.length === 1 ? input.library.find(({ id }) => id === ids[0]) : undefined;
  const week = selection && "week" in selection ? selection.week : null;
  const shown = useMemo(
    () => (week === null ? findings : findings.filter((finding) => finding.week === week)),
    [findings, week],
  );
  return (
    <Aside label="About the selection">
      {figure ? <FigureNote {...props} figure={figure} /> : null}
      {ids.length > 1 ? <Several {...props} /> : null}
      {week !== null ? <WeekNote {...props} week={week} /> : null}
      {ids.length === 0 && week === null ? (
        <Text color="soft" mb="4">
          Choose a strand or a week to see why it stands as it does.
        </Text>
      ) : null}
      <Findings
        {...props}
        findings={shown}
        title={week === null ? "To solve in this plan" : `To solve in week ${week}`}
      />
      <MutedFindings {...props} />
    </Aside>
  );
});

/** The inspector, which follows as soon as there is time: a strand on its way does not wait for its words. */
export const DeferredInspector = (props: InspectorProps) => <Inspector {...useDeferredValue(props)} />;
