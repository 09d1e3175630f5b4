import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import type { PlanContent } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { Panel } from "../../kit/page.tsx";
import { movesBetween } from "./proposal.ts";
import type { PlannerActions, Proposed } from "./use-planner.ts";
import { weekInWords } from "./words.ts";

interface Props {
  readonly proposed: Proposed;
  readonly present: PlanContent;
  /** Said when the proposal leaves much of its lessons empty: no search fills them with what is not chosen. */
  readonly room: string | null;
  readonly nameOf: (figureId: string) => string;
  readonly actions: PlannerActions;
}

/** What a proposed plan moves and leaves out, and why; the grid beside it shows the proposal. */
export function ProposalPanel({ proposed, present, room, nameOf, actions }: Props) {
  const { proposal, status, conflict, running } = proposed;
  const moves = movesBetween(present.chosen, proposal.content.chosen);
  const names = moves.map((move) => ({
    ...move,
    name: nameOf(move.figureId),
    why: proposal.why.get(move.figureId),
  }));
  return (
    <Panel
      as="section"
      aria-label="Proposal"
      borderColor="apricot"
      borderWidth="2px"
      mb="4"
      className="no-print"
    >
      <Flex gap="3" align="center" wrap="wrap">
        <Box flex="1" minW="14rem">
          <Heading as="h2" size="md">
            {proposal.title}
          </Heading>
          <Text color="soft" className="numbers" aria-live="polite">
            {moves.length === 0 ? "Nothing moves" : counted(moves.length, "move")}
            {proposal.left.length > 0 ? `, ${proposal.left.length} left out` : ""}
            {status === "" ? "" : `; ${status}`}
          </Text>
        </Box>
        {running ? (
          <Button variant="outline" onClick={actions.stopSearch}>
            Stop searching
          </Button>
        ) : null}
        <Button variant="outline" onClick={actions.leaveProposal}>
          Keep mine
        </Button>
        <Button onClick={actions.takeProposal}>Use this plan</Button>
      </Flex>
      {conflict ? (
        <Text bg="brickWash" borderRadius="md" p="2" mt="3">
          {conflict}
        </Text>
      ) : null}
      {room ? (
        <Text bg="apricotWash" borderRadius="md" p="2" mt="3">
          {room}
        </Text>
      ) : null}
      {names.length + proposal.left.length > 0 ? (
        <Flex
          gap="6"
          mt="3"
          wrap="wrap"
          align="flex-start"
          maxH="8.5rem"
          overflowY="auto"
          tabIndex={0}
          role="group"
          aria-label="Moves"
        >
          {names.length > 0 ? (
            <Box
              as="ul"
              flex="2"
              minW="16rem"
              listStyleType="none"
              fontSize="sm"
              css={{ columnWidth: "24rem" }}
            >
              {names.map(({ figureId, from, to, name, why }) => (
                <li key={figureId}>
                  <b>{name}</b>: {weekInWords(from)} → {weekInWords(to)}
                  {why ? `. ${why}` : ""}
                </li>
              ))}
            </Box>
          ) : null}
          {proposal.left.length > 0 ? (
            <Stack as="ul" gap="1" flex="1" minW="16rem" listStyleType="none" fontSize="sm">
              {proposal.left.map(({ figureId, reason, wayIn }) => (
                <li key={figureId}>
                  <b>{nameOf(figureId)}</b> finds no week. {reason}
                  {wayIn ? ` Cheapest way in: ${wayIn.text}.` : ""}
                </li>
              ))}
            </Stack>
          ) : null}
        </Flex>
      ) : null}
    </Panel>
  );
}
