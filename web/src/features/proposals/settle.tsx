import { Button, Flex, Text } from "@chakra-ui/react";
import { api, type ChangeProposal, type Settlement } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { errorText, useChange } from "../../kit/api.ts";
import { AreaField } from "../../kit/fields.tsx";
import { FormProblem } from "../../kit/form-notes.tsx";
import { Panel } from "../../kit/page.tsx";
import { tellDone } from "../../kit/toasts.ts";

interface Props {
  readonly proposal: ChangeProposal;
  /** How many of its changes are chosen, and how many there are. */
  readonly chosen: number;
  readonly all: number;
  /** What would be kept. */
  readonly take: () => NonNullable<Settlement["take"]>;
}

/** The director's word on a proposal: taken, in part or whole, or answered only. */
export function Settle({ proposal: { id, version, by }, chosen, all, take }: Props) {
  const settle = useChange(api.proposals.settle);
  const [answer, setAnswer] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const send = (body: Settlement, told: string) => {
    setProblem(null);
    settle.mutateAsync({ params: { id }, body }).then(
      () => tellDone(told),
      (error: unknown) => setProblem(errorText(error)),
    );
  };
  return (
    <Panel>
      <FormProblem problem={problem} />
      <AreaField
        label={`Answer to ${by}`}
        rows={3}
        maxLength={2000}
        value={answer}
        onChange={({ target }) => setAnswer(target.value)}
      />
      <Flex gap="2" mt="3" justify="flex-end" align="center" wrap="wrap">
        {all === 0 ? (
          <Text color="soft" flex="1">
            All of it is there already; answer, and it is settled.
          </Text>
        ) : null}
        <Button
          variant="outline"
          disabled={settle.isPending || answer.trim() === ""}
          onClick={() => send({ version, answer, take: null }, `${by} reads your answer on Today`)}
        >
          Answer without taking it
        </Button>
        <Button
          disabled={settle.isPending || chosen === 0}
          onClick={() =>
            send({ version, answer, take: take(), part: { taken: chosen, of: all } }, "It is taken, and done")
          }
        >
          {chosen === all ? "Take it" : `Take ${chosen} of ${counted(all, "change")}`}
        </Button>
      </Flex>
    </Panel>
  );
}
