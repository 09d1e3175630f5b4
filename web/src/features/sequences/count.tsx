import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import {
  type CountOptions,
  countSequences,
  type Danced,
  dealSequence,
  figureItemsOf,
  type TransitionGraph,
  transitionGraph,
  unrankSequence,
} from "@map-step/core/sequence";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { TickField } from "../../kit/fields.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { asItems } from "./as-items.ts";
import { FigureSet } from "./figure-set.tsx";
import type { Builder } from "./use-builder.ts";
import { grouped, itemsInWords } from "./words.ts";

/** Beyond this nobody dances, and counting would hold the page up. */
const MOST_BEATS = 512;
const PAGE = 5n;
/** So often is dealt anew until one holds a turn. */
const MOST_DEALS = 5000;

interface Props {
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

type Counted = { readonly total: bigint } | { readonly tooMany: true };

function countedOf(count: () => bigint): Counted {
  try {
    return { total: count() };
  } catch (error) {
    if (error instanceof RangeError) return { tooMany: true };
    throw error;
  }
}

/** How many routines of so many counts there are, exactly; one dealt fairly, and all of them in order. */
export function CountDialog({ builder, mayEdit, onClose }: Props) {
  const { library, content, actions, round } = builder;
  const { dance, figures, nameOf, records } = library;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(figureItemsOf(content.items).map(({ figureId }) => figureId)),
  );
  const [beats, setBeats] = useState(round.beats > 0 ? round.beats : 4 * content.phraseBeats);
  const [inARow, setInARow] = useState(0);
  const [isLoop, setLoop] = useState(content.loops);
  const [withTurn, setWithTurn] = useState(false);
  const [first, setFirst] = useState(0n);
  const [dealt, setDealt] = useState<readonly Danced[] | null>(null);
  const own = useMemo(() => figures.filter(({ id }) => chosen.has(id)), [figures, chosen]);
  const graph = useMemo(() => transitionGraph(own, dance), [own, dance]);
  const turns = useMemo(
    () => new Set(records.flatMap(({ id, kind }) => (kind === "turn" ? [id] : []))),
    [records],
  );
  const options: CountOptions = { loops: isLoop, ...(inARow > 0 ? { inARow } : {}) };
  const key = JSON.stringify(options);
  const counted = useMemo((): Counted => {
    const asked = JSON.parse(key) as CountOptions;
    return countedOf(() => {
      const all = countSequences(graph, beats, asked);
      if (!withTurn) return all;
      // What holds no turn is counted and taken away.
      const bare: TransitionGraph = {
        states: graph.states,
        arcs: graph.arcs.filter(({ figureId }) => figureId === null || !turns.has(figureId)),
      };
      return all - countSequences(bare, beats, asked);
    });
  }, [graph, beats, key, withTurn, turns]);
  const total = "total" in counted ? counted.total : 0n;
  const hasTurn = (one: readonly Danced[]): boolean => one.some(({ figureId }) => turns.has(figureId));
  const deal = () => {
    for (let time = 0; time < MOST_DEALS; time++) {
      const one = dealSequence(graph, beats, options, Math.random);
      if (one === null || !withTurn || hasTurn(one)) return setDealt(one);
    }
  };
  const page = useMemo(() => {
    if (withTurn || total === 0n) return [];
    const asked = JSON.parse(key) as CountOptions;
    return Array.from({ length: Number(PAGE) }, (_, at) => first + BigInt(at)).flatMap((rank) => {
      const one = rank < total ? unrankSequence(graph, beats, rank, asked) : null;
      return one ? [{ rank, one }] : [];
    });
  }, [withTurn, total, key, first, graph, beats]);
  const put = (one: readonly Danced[]) => {
    actions.setItems(asItems(one));
    onClose();
  };
  const again = (change: () => void) => {
    change();
    setFirst(0n);
    setDealt(null);
  };
  return (
    <Modal open size="xl" title="How many are there?" onClose={onClose}>
      <Stack gap="4">
        <Box aria-live="polite">
          <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1.1" className="numbers">
            {"tooMany" in counted ? "Too many cases" : grouped(total)}
          </Text>
          <Text color="soft">
            {"tooMany" in counted
              ? "Choose fewer figures, or allow more of one in a row."
              : `${total === 1n ? "routine" : "routines"} of ${beats} counts${isLoop ? " that go round" : ""}, every join fitting; exact, no estimate.`}
          </Text>
        </Box>
        <Flex gap="3" wrap="wrap" align="flex-end">
          <SmallInput
            label="Counts"
            type="number"
            min={1}
            max={MOST_BEATS}
            value={beats}
            onChange={({ target }) =>
              again(() => setBeats(Math.min(MOST_BEATS, Math.max(1, Math.round(Number(target.value)) || 1))))
            }
          />
          <SmallSelect
            label="The same in a row"
            value={`${inARow}`}
            choices={[
              ["0", "as often as one likes"],
              ["1", "no figure twice"],
              ["2", "at most 2"],
              ["3", "at most 3"],
            ]}
            onChange={(value) => again(() => setInARow(Number(value)))}
          />
          <TickField label="Goes round" checked={isLoop} onChange={(yes) => again(() => setLoop(yes))} />
          <TickField
            label="With at least one turn"
            checked={withTurn}
            onChange={(yes) => again(() => setWithTurn(yes))}
          />
        </Flex>
        <FigureSet
          builder={builder}
          levels={[]}
          chosen={chosen}
          onChange={(next) => again(() => setChosen(next))}
        />
        {total > 0n ? (
          <Stack gap="2">
            <Flex gap="2" align="center" wrap="wrap">
              <Button size="sm" onClick={deal}>
                Deal one
              </Button>
              <Text color="soft" fontSize="sm">
                each is as likely as any other
              </Text>
            </Flex>
            {dealt ? (
              <Flex gap="3" align="center" justify="space-between" role="group" aria-label="Dealt">
                <Text fontWeight="600">{itemsInWords(asItems(dealt), nameOf)}</Text>
                {mayEdit ? (
                  <Button size="sm" variant="outline" onClick={() => put(dealt)}>
                    Take it
                  </Button>
                ) : null}
              </Flex>
            ) : null}
            {page.length > 0 ? (
              <Box>
                <Box as="ol" listStyleType="none" aria-label="All of them, in order">
                  {page.map(({ rank, one }) => (
                    <Flex
                      as="li"
                      key={rank.toString()}
                      gap="3"
                      py="1"
                      borderTopWidth="1px"
                      borderColor="rule"
                      align="baseline"
                    >
                      <Text className="numbers" color="soft" minW="5rem" textAlign="right">
                        {grouped(rank + 1n)}
                      </Text>
                      <Text flex="1" fontSize="sm">
                        {itemsInWords(asItems(one), nameOf)}
                      </Text>
                      {mayEdit ? (
                        <Button size="xs" variant="ghost" onClick={() => put(one)}>
                          Take it
                        </Button>
                      ) : null}
                    </Flex>
                  ))}
                </Box>
                <Flex gap="2" mt="1">
                  <Button
                    size="sm"
                    variant="outline"
                    disabled={first === 0n}
                    onClick={() => setFirst(first > PAGE ? first - PAGE : 0n)}
                  >
                    Before
                  </Button>
                  <Button
                    size="sm"
                    variant="outline"
                    disabled={first + PAGE >= total}
                    onClick={() => setFirst(first + PAGE)}
                  >
                    Next
                  </Button>
                </Flex>
              </Box>
            ) : null}
          </Stack>
        ) : null}
      </Stack>
    </Modal>
  );
}
