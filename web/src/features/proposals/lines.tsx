import { Box, Flex, Text } from "@chakra-ui/react";
import type { ProposalLine } from "@map-step/contract";
import { Link } from "react-router";
import { momentOf } from "../../kit/dates.ts";
import { useMay } from "../session/session.tsx";
import { aboutInWords, STATE_WORDS } from "./words.ts";

const said = ({ state, settledBy }: ProposalLine): string =>
  settledBy ? `${STATE_WORDS[state]} by ${settledBy}` : STATE_WORDS[state];

/** Proposals, a few lines each: what about, whose, and what became of it. */
export function ProposalLines({ proposals }: { proposals: readonly ProposalLine[] }) {
  const settles = useMay("proposals.settle");
  return (
    <Box as="ul" listStyleType="none">
      {proposals.map((one) => (
        <Box as="li" key={one.id} py="1.5" borderTopWidth="1px" borderColor="rule">
          <Flex columnGap="3" justify="space-between" wrap="wrap">
            <Text>
              <Text asChild color="pine" fontWeight="600">
                <Link to={`/proposals/${one.id}`}>{aboutInWords(one)}</Link>
              </Text>
              {one.of ? (
                <Text as="span" color="soft">
                  {" "}
                  {one.of}
                </Text>
              ) : null}
            </Text>
            <Text color="soft" fontSize="sm">
              {one.by}, {momentOf(one.settledAt ?? one.at)}
              {one.state === "sent" && settles ? "" : `, ${said(one)}`}
            </Text>
          </Flex>
          {one.answer || one.note ? (
            <Text fontSize="sm" whiteSpace="pre-wrap" lineClamp={3}>
              {one.answer || one.note}
            </Text>
          ) : null}
        </Box>
      ))}
    </Box>
  );
}
