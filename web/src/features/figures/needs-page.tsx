import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { proposeNeeds } from "@map-step/core/step-map";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { call, errorText, useChange } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { Panel } from "../../kit/page.tsx";
import { Empty } from "../../kit/states.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { OfDance, type OfDanceProps } from "../dances/of-dance.tsx";
import { stepsIn } from "./steps.ts";

function Proposals({ dance, figures, mayWrite, choice }: OfDanceProps) {
  const takeIn = useChange(api.figureFile.takeIn);
  const [refused, setRefused] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const proposals = useMemo(
    () =>
      proposeNeeds(
        figures.map((figure) => ({ ...figure, steps: stepsIn(figures, [dance], figure) })),
        dance,
      ),
    [figures, dance],
  );
  const nameOf = (id: string) => figures.find((figure) => figure.id === id)?.name ?? "";
  const keyOf = (figureId: string, needsId: string) => `${figureId} ${needsId}`;
  const accepted = proposals.filter(({ figureId, needsId }) => !refused.has(keyOf(figureId, needsId)));
  const accept = async () => {
    setProblem(null);
    const changed = [...new Set(accepted.map(({ figureId }) => figureId))];
    const rows = changed.map((id) => ({
      dance: dance.name,
      name: nameOf(id),
      needs: [
        ...(figures.find((figure) => figure.id === id)?.needs ?? []),
        ...accepted.filter((one) => one.figureId === id).map(({ needsId }) => needsId),
      ].map(nameOf),
    }));
    try {
      const { basis } = await call(api.figureFile.preview, { body: { rows } });
      await takeIn.mutateAsync({ body: { rows, basis } });
      tellDone(`${counted(accepted.length, "need")} accepted`);
    } catch (error) {
      setProblem(errorText(error));
    }
  };
  const all = (on: boolean) =>
    setRefused(new Set(on ? [] : proposals.map(({ figureId, needsId }) => keyOf(figureId, needsId))));
  return (
    <Stack gap="4">
      {choice(
        mayWrite && proposals.length > 0 ? (
          <Button onClick={() => void accept()} disabled={accepted.length === 0} loading={takeIn.isPending}>
            Accept {counted(accepted.length, "need")}
          </Button>
        ) : null,
      )}
      {problem ? <Text color="brick">{problem}</Text> : null}
      {proposals.length === 0 ? (
        <Empty title="Nothing to propose">
          Every figure says what it needs, or nothing can be told from its steps.
        </Empty>
      ) : (
        <Panel>
          <Flex gap="2" mb="3">
            <Button size="sm" variant="outline" onClick={() => all(true)}>
              All
            </Button>
            <Button size="sm" variant="outline" onClick={() => all(false)}>
              None
            </Button>
          </Flex>
          <Stack gap="2.5">
            {proposals.map(({ figureId, needsId, text }) => {
              const key = keyOf(figureId, needsId);
              return (
                <Box key={key}>
                  <TickField
                    label={`${nameOf(figureId)} needs ${nameOf(needsId)}`}
                    checked={!refused.has(key)}
                    onChange={(on) => {
                      const next = new Set(refused);
                      if (on) next.delete(key);
                      else next.add(key);
                      setRefused(next);
                    }}
                  />
                  <Text fontSize="sm" color="soft" pl="7">
                    {text} <Link to={`/figures/${figureId}`}>Look at it</Link>
                  </Text>
                </Box>
              );
            })}
          </Stack>
        </Panel>
      )}
    </Stack>
  );
}

/** Needs that follow from the figures' steps, to accept or refuse in one go. */
export const NeedsPage = () => (
  <OfDance
    title="Needs"
    about="What figures seem to need, read off their steps; nothing changes until you accept it"
  >
    {(props) => <Proposals key={props.dance.id} {...props} />}
  </OfDance>
);
