import { Box, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { writtenRoles } from "@map-step/core/notation";
import {
  type Island,
  islands,
  stateInWords,
  type TransitionGraph,
  transitionGraph,
} from "@map-step/core/sequence";
import { counted, inWords } from "@map-step/core/words";
import { useMemo } from "react";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useWithSteps } from "../figures/really-new.tsx";
import { MissingLinks } from "../sequences/missing-links.tsx";

interface Props {
  readonly dance: DanceRecord;
  readonly figures: readonly FigureRecord[];
}

/** So many figures of an island are named. */
const MOST_NAMED = 6;

/** Names one after the other, the last of many only counted. */
function named(ids: Iterable<string>, nameOf: (id: string) => string, does = ""): string {
  const names = [...new Set(ids)].map(nameOf);
  const more = names.length - MOST_NAMED;
  const told = inWords([...names.slice(0, MOST_NAMED), ...(more > 0 ? [`${more} more`] : [])]);
  return does === "" ? told : `${told} ${does}${names.length === 1 ? "s" : ""} here`;
}

/** What an island is: its figures, or those that begin or end there, and what is missing. */
function islandLine({ arcs }: TransitionGraph, island: Island, nameOf: (id: string) => string): string {
  const { states, nothingIn, nothingOut } = island;
  const idsOf = (isIt: (begins: boolean, ends: boolean) => boolean) =>
    arcs.flatMap(({ figureId, from, to }) =>
      figureId !== null && isIt(states.includes(from), states.includes(to)) ? [figureId] : [],
    );
  const own = idsOf((begins, ends) => begins && ends);
  const out = idsOf((begins, ends) => begins && !ends);
  const into = idsOf((begins, ends) => ends && !begins);
  return [
    ...(own.length > 0 ? [named(own, nameOf)] : []),
    ...(own.length === 0 && out.length > 0 ? [named(out, nameOf, "begin")] : []),
    ...(own.length === 0 && into.length > 0 ? [named(into, nameOf, "end")] : []),
    ...(nothingIn ? ["nothing leads into it"] : []),
    ...(nothingOut ? ["nothing leads out of it"] : []),
  ].join("; ");
}

/** Whether the figures of a dance can be danced into each other, and which figures are missing where they can't. */
export function WhatLeadsWhere({ dance, figures }: Props) {
  const withSteps = useWithSteps(figures);
  const { graph, found } = useMemo(() => {
    // Where couples dance, what is drilled alone is no part of their sequences.
    const own = withSteps.filter(({ figure }) => dance.alone || !writtenRoles(figure).includes("solo"));
    const drawn = transitionGraph(own, dance);
    return { graph: drawn, found: islands(drawn) };
  }, [withSteps, dance]);
  const nameOf = (id: string) => figures.find((figure) => figure.id === id)?.name ?? "";
  const { islands: all, links } = found;
  // Where all have the same feet free, the holds tell them apart.
  const ends = [...all.flatMap(({ states }) => states), ...links.flatMap(({ from, to }) => [from, to])];
  const sameFeet = new Set(ends.map((state) => JSON.stringify(graph.states[state]?.free))).size === 1;
  const stateOf = (state: number | undefined): string => {
    const { hold = null, free = {} } = graph.states[state ?? -1] ?? {};
    return stateInWords({ hold, free: sameFeet && hold !== null ? {} : free });
  };
  if (graph.arcs.length === 0) return null;
  return (
    <Panel as="section" aria-label="What leads where">
      <PanelTitle>What leads where</PanelTitle>
      {links.length === 0 ? (
        <Text>From every figure one can come to every other, so one routine can hold all of them.</Text>
      ) : (
        <Stack gap="3">
          <Text>
            No routine can hold all figures: they fall into {counted(all.length, "group")} between which one
            can't go to and fro.
          </Text>
          <Box as="ul" pl="5" aria-label="Groups">
            {all.map((island) => (
              <li key={island.states.join()}>
                <b>{stateOf(island.states[0])}</b>: {islandLine(graph, island, nameOf)}
              </li>
            ))}
          </Box>
          <MissingLinks graph={graph} links={links} dance={dance} />
        </Stack>
      )}
    </Panel>
  );
}
