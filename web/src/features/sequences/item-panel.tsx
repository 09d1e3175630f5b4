import { Box, Button, Flex, Heading, Input, Stack, Text } from "@chakra-ui/react";
import {
  type ChoiceItem,
  type FigureItem,
  itemById,
  MOST_NESTED,
  PRIORITIES,
  type Priority,
  type SequenceItem,
} from "@map-step/core/sequence";
import { ticksToBeats } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { byName, SmallSelect } from "../../kit/select.tsx";
import { FigureName } from "../figures/figure-name.tsx";
import type { Builder } from "./use-builder.ts";
import { itemName, itemsInWords, PRIORITY_NAMES } from "./words.ts";

/** The choices in which an item stands, the outermost first. */
function choicesOf(items: readonly SequenceItem[], id: string): ChoiceItem[] {
  for (const item of items) {
    if (item.kind === "figure") continue;
    for (const way of item.ways) if (itemById(way, id)) return [item, ...choicesOf(way, id)];
  }
  return [];
}

function Counts({ item, builder }: { item: FigureItem; builder: Builder }) {
  const { library, actions } = builder;
  const figure = library.figureOf(item.figureId);
  const beats = figure ? Math.floor(ticksToBeats(figure.length)) : 0;
  if (beats < 2) return null;
  const [from, to] = item.counts ?? [1, beats];
  const numbers = Array.from({ length: beats }, (_, at) => [`${at + 1}`, `${at + 1}`] as const);
  const set = (first: number, last: number) =>
    actions.change(item.id, {
      counts: first === 1 && last === beats ? null : [first, Math.max(first, last)],
    });
  return (
    <Flex gap="2">
      <SmallSelect
        label="From count"
        value={`${from}`}
        choices={numbers}
        onChange={(value) => set(Number(value), to)}
      />
      <SmallSelect
        label="to count"
        value={`${to}`}
        choices={numbers.slice(from - 1)}
        onChange={(value) => set(from, Number(value))}
      />
    </Flex>
  );
}

/** A choice: its ways, and what can be done with them. */
function Choice({ choice, builder }: { choice: ChoiceItem; builder: Builder }) {
  const { library, actions } = builder;
  return (
    <Stack gap="2" borderTopWidth="1px" borderColor="rule" pt="3">
      <Text fontWeight="700">A choice of the dancer</Text>
      <Text fontSize="sm">{itemsInWords([choice], library.nameOf)}</Text>
      <SmallSelect
        label="Or else"
        value=""
        choices={[["", "add another figure"], ...byName(library.records)]}
        onChange={(id) => id !== "" && actions.addWay(choice.id, id)}
      />
      <Flex gap="2" wrap="wrap">
        <Button
          size="sm"
          variant="outline"
          aria-pressed={choice.optional}
          onClick={() => actions.setOptional(choice.id, !choice.optional)}
        >
          {choice.optional ? "May be left out" : "Let it be left out"}
        </Button>
        <Button size="sm" variant="ghost" onClick={() => actions.settleChoice(choice.id)}>
          No choice: keep this way
        </Button>
      </Flex>
    </Stack>
  );
}

/** One figure of the sequence: how often, which counts and side, what it is to a choice and on a crowded floor. */
export function ItemPanel({ item, builder }: { item: FigureItem; builder: Builder }) {
  const { library, actions, content } = builder;
  const [note, setNote] = useState(item.note);
  const choices = choicesOf(content.items, item.id);
  const choice = choices.at(-1);
  return (
    <Box
      as="section"
      aria-label="The selected figure"
      pb="4"
      mb="4"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Heading as="h2" size="md" mb="2">
        <FigureName id={item.figureId} name={itemName(item, library.nameOf)} />
      </Heading>
      <Stack gap="3">
        <Flex gap="2" align="center" wrap="wrap">
          <Button
            size="sm"
            variant="outline"
            aria-label="Once less"
            disabled={item.times <= 1}
            onClick={() => actions.change(item.id, { times: item.times - 1 })}
          >
            −
          </Button>
          <Text minW="4.5rem" textAlign="center" className="numbers">
            {item.times === 1 ? "once" : counted(item.times, "time")}
          </Text>
          <Button
            size="sm"
            variant="outline"
            aria-label="Once more"
            disabled={item.times >= 64}
            onClick={() => actions.change(item.id, { times: item.times + 1 })}
          >
            +
          </Button>
          <Button
            size="sm"
            variant="outline"
            aria-pressed={item.side === "other"}
            onClick={() => actions.change(item.id, { side: item.side === "other" ? "written" : "other" })}
          >
            Other side
          </Button>
        </Flex>
        <Counts item={item} builder={builder} />
        <SmallSelect
          label="On a crowded floor it"
          value={item.priority}
          choices={PRIORITIES.map((priority) => [priority, PRIORITY_NAMES[priority]])}
          onChange={(priority) => actions.change(item.id, { priority: priority as Priority })}
        />
        <Input
          size="sm"
          aria-label="Note"
          placeholder="a note for this place"
          maxLength={300}
          value={note}
          onChange={({ target }) => setNote(target.value)}
          onBlur={() => note !== item.note && actions.change(item.id, { note })}
        />
        {choice ? <Choice choice={choice} builder={builder} /> : null}
        {choices.length < MOST_NESTED ? (
          <SmallSelect
            label="Make it a choice"
            value=""
            choices={[
              ["", "no other way"],
              ["none", "it, or nothing"],
              ...library.records.map(({ id, name }) => [id, `it, or ${name}`] as const),
            ]}
            onChange={(value) => value !== "" && actions.makeChoice(item.id, value === "none" ? null : value)}
          />
        ) : null}
        <Flex gap="2" wrap="wrap">
          <Button size="sm" variant="outline" onClick={() => actions.step(item.id, -1)}>
            Earlier
          </Button>
          <Button size="sm" variant="outline" onClick={() => actions.step(item.id, 1)}>
            Later
          </Button>
          <Button size="sm" variant="outline" onClick={() => actions.remove(item.id)}>
            Take it out
          </Button>
        </Flex>
      </Stack>
    </Box>
  );
}
