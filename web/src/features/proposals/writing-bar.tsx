import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ChangeProposal, PlanContent } from "@map-step/contract";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Autosave } from "../../kit/autosave.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSend } from "./use-send.ts";
import { WhyField } from "./why-field.tsx";

export type PlanProposal = Extract<ChangeProposal, { readonly list: "plans" }>;

interface Props {
  readonly proposal: PlanProposal;
  /** The plan as it is proposed, and how it is kept. */
  readonly content: PlanContent;
  readonly saving: Autosave<PlanContent>;
}

/** Above a plan that is only proposed: what that means, why it would be better, and the way to the director. */
export function WritingBar({ proposal, content, saving }: Props) {
  const navigate = useNavigate();
  const [note, setNote] = useState(proposal.note);
  const { send, busy } = useSend();
  const run = async () => {
    if (!(await saving.flush())) return;
    try {
      await send({ ...proposal, content, version: saving.version() }, { note, state: "sent" });
      tellDone("The director has your proposal");
      void navigate(`/proposals/${proposal.id}`);
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <Box
      as="section"
      aria-label="Your proposal"
      borderWidth="2px"
      borderColor="apricot"
      borderRadius="xl"
      bg="panel"
      px="4"
      py="3"
      mb="4"
    >
      {proposal.state === "writing" ? (
        <Flex gap="4" align="center" wrap="wrap">
          <Box flex="1" minW="15rem">
            <Text fontWeight="700">Your proposal</Text>
            <Text color="soft" fontSize="sm">
              Change the plan as you would have it. Nothing changes for anybody until a director takes it.
            </Text>
          </Box>
          <WhyField note={note} onNote={setNote} />
          <Button disabled={busy} onClick={() => void run()}>
            Send to the director
          </Button>
        </Flex>
      ) : (
        <Text>
          This is a proposal, not the plan.{" "}
          <Text asChild color="pine" fontWeight="600">
            <Link to={`/proposals/${proposal.id}`}>See what became of it</Link>
          </Text>
        </Text>
      )}
    </Box>
  );
}
