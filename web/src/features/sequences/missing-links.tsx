import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { formatFigure } from "@map-step/core/notation";
import {
  linkFigure,
  type Link as Missing,
  stateInWords,
  type TransitionGraph,
} from "@map-step/core/sequence";
import { Link } from "react-router";
import { useMay } from "../session/session.tsx";

interface Props {
  readonly graph: TransitionGraph;
  readonly links: readonly Missing[];
  readonly dance: DanceRecord;
}

type Standing = Parameters<typeof linkFigure>[0];

/** The page of a new figure that leads from where dancers stand to where they are to stand. */
export const newLinkAddress = (from: Standing, to: Standing, dance: DanceRecord): string =>
  `/figures/new?${new URLSearchParams({
    dance: dance.id,
    name: `From ${from.hold ?? "any hold"} to ${to.hold ?? "any hold"}`.slice(0, 80),
    steps: formatFigure(linkFigure(from, to), dance),
  })}`;

/** The fewest figures that would join what does not hang together, each begun with one action. */
export function MissingLinks({ graph, links, dance }: Props) {
  const mayWrite = useMay("figures.write");
  // Where all have the same feet free, the holds tell them apart.
  const ends = links.flatMap(({ from, to }) => [from, to]);
  const isSameFeet = new Set(ends.map((state) => JSON.stringify(graph.states[state]?.free))).size === 1;
  const wordsOf = (at: number): string => {
    const { hold = null, free = {} } = graph.states[at] ?? {};
    return stateInWords({ hold, free: isSameFeet && hold !== null ? {} : free });
  };
  return (
    <Box>
      <Text fontWeight="700">
        {links.length === 1
          ? "One figure would join them:"
          : `${links.length} figures would join them, the fewest there can be:`}
      </Text>
      <Box as="ul" listStyleType="none" aria-label="Missing figures">
        {links.map(({ from, to }) => {
          const [one, other] = [graph.states[from], graph.states[to]];
          return (
            <Flex as="li" key={`${from} ${to}`} gap="3" align="center" wrap="wrap" py="1">
              <span>
                from <b>{wordsOf(from)}</b> to <b>{wordsOf(to)}</b>
              </span>
              {mayWrite && one && other ? (
                <Button asChild size="xs" variant="outline">
                  <Link to={newLinkAddress(one, other, dance)}>Write it</Link>
                </Button>
              ) : null}
            </Flex>
          );
        })}
      </Box>
    </Box>
  );
}
