import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { Level } from "@map-step/contract";
import { squareMetresOf, type TransitionGraph } from "@map-step/core/sequence";
import { counted, inWords } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { TickField } from "../../kit/fields.tsx";
import { areaTyped, areaUnit } from "../../kit/lengths.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { useSearch } from "../../kit/use-search.ts";
import type { FoundRoutine, FoundRoutines, RoutineQuestion } from "../../workers/find-routines.ts";
import { walkAsItems } from "./as-items.ts";
import { FigureSet } from "./figure-set.tsx";
import { NoRoutine } from "./no-routine.tsx";
import { ROUTINE_SEARCH } from "./routine-search.ts";
import type { Builder } from "./use-builder.ts";
import { itemsInWords } from "./words.ts";

/** How long is searched at most. */
const SECONDS = 20;

/** What the beats of a routine are for: `96 counts: 81 of the figures, 9 to change hold, 6 to fill the phrase`. */
function account({ beats, wanted, connection, filling }: FoundRoutine): string {
  const parts = [
    `${wanted} of the figures`,
    ...(connection > 0 ? [`${connection} to get from one to another`] : []),
    ...(filling > 0 ? [`${filling} to fill the phrase`] : []),
  ];
  return `${counted(beats, "count")}: ${inWords(parts)}`;
}

const proofOf = ({ best, beats }: FoundRoutine, { bound, routines: [first] }: FoundRoutines): string => {
  if (best) return "as short as can be, proven";
  if (first && beats > first.beats) return `${beats - first.beats} longer`;
  return bound === null ? "the shortest that was found" : `at least ${bound} are needed`;
};

interface Props {
  readonly builder: Builder;
  readonly levels: readonly Level[];
  readonly onClose: () => void;
}

interface Wishes {
  readonly loops: boolean;
  readonly facesAgain: boolean;
  readonly phraseBeats: number;
  readonly mostBeats: number | null;
  readonly inARow: number;
  readonly from: string;
  readonly to: string;
  readonly squareMetres: number | null;
}

/** The holds in which a graph's states stand. */
const holdsOf = ({ states }: TransitionGraph): string[] => [
  ...new Set(states.flatMap(({ hold }) => hold ?? [])),
];

const numberIn = (text: string): number | null => {
  const value = Number(text.replace(",", "."));
  return text.trim() === "" || !Number.isFinite(value) || value <= 0 ? null : value;
};

/** Finds the shortest routine that holds what is wanted, and two others. */
export function MakeDialog({ builder, levels, onClose }: Props) {
  const { library, content, edit } = builder;
  const { dance, graph, figures, nameOf } = library;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [wishes, setWishes] = useState<Wishes>({
    loops: content.loops,
    facesAgain: false,
    phraseBeats: content.phraseBeats,
    mostBeats: null,
    inARow: 2,
    from: "",
    to: "",
    squareMetres: null,
  });
  const { found, start, stop } = useSearch<FoundRoutines, RoutineQuestion, FoundRoutines, FoundRoutines>(
    ROUTINE_SEARCH,
  );
  const [isAsked, setAsked] = useState(false);
  const wish = (about: Partial<Wishes>) => setWishes({ ...wishes, ...about });
  const tooBig = useMemo(() => {
    const { squareMetres } = wishes;
    return squareMetres === null
      ? new Set<string>()
      : new Set(
          figures.flatMap(({ id, figure }) => (squareMetresOf(figure, dance) > squareMetres ? [id] : [])),
        );
  }, [figures, dance, wishes]);
  const ranks = useMemo(() => {
    const order = { basic: 0, pattern: 1, turn: 2 } as Readonly<Record<string, number>>;
    return library.records.map(({ id, kind }): [string, number] => [id, order[kind] ?? 3]);
  }, [library.records]);
  const inHold = (hold: string) =>
    hold === "" ? undefined : graph.states.flatMap((state, at) => (state.hold === hold ? [at] : []));
  const search = () => {
    setAsked(true);
    const small: TransitionGraph = {
      states: graph.states,
      arcs: graph.arcs.filter(({ figureId }) => figureId === null || !tooBig.has(figureId)),
    };
    void start({
      graph: small,
      wanted: [...chosen].filter((id) => !tooBig.has(id)),
      options: {
        loops: wishes.loops,
        phraseBeats: wishes.phraseBeats,
        facesAgain: wishes.facesAgain,
        mostBeats: wishes.mostBeats ?? undefined,
        ...(wishes.loops ? {} : { from: inHold(wishes.from), to: inHold(wishes.to) }),
      },
      preferences: {
        inARow: wishes.inARow,
        rank: ranks,
        needs: library.records.map(({ id, needs }) => [id, needs] as const),
        ...(wishes.from === "" || !wishes.loops ? {} : { from: inHold(wishes.from) }),
      },
      seconds: SECONDS,
    });
  };
  const isRunning = isAsked && (found === null || found.running);
  const take = (routine: FoundRoutine) => {
    edit.edit({
      items: walkAsItems(graph, routine.walk),
      loops: wishes.loops,
      phraseBeats: wishes.phraseBeats,
    });
    onClose();
  };
  const holds = holdsOf(graph).map((hold) => [hold, hold] as const);
  return (
    <Modal
      open
      size="xl"
      title="Make it for me"
      onClose={onClose}
      foot={
        isRunning ? (
          <Button variant="outline" onClick={stop}>
            Stop
          </Button>
        ) : (
          <Button disabled={chosen.size === 0} onClick={search}>
            Find the shortest
          </Button>
        )
      }
    >
      <Stack gap="4">
        <Box>
          <Text fontWeight="700" mb="1">
            It holds
          </Text>
          <FigureSet builder={builder} levels={levels} chosen={chosen} onChange={setChosen} />
          {[...chosen].some((id) => tooBig.has(id)) ? (
            <Text color="brick" fontSize="sm">
              {inWords([...chosen].filter((id) => tooBig.has(id)).map(nameOf))} need more floor and are left
              out.
            </Text>
          ) : null}
        </Box>
        <Flex gap="3" wrap="wrap" align="flex-end">
          <SmallSelect
            label="Phrase"
            value={`${wishes.phraseBeats}`}
            choices={[...new Set([1, dance.phraseBeats, content.phraseBeats, 2 * dance.phraseBeats, 32])]
              .sort((a, b) => a - b)
              .map((beats) => [`${beats}`, beats === 1 ? "any length" : `whole phrases of ${beats}`])}
            onChange={(value) => wish({ phraseBeats: Number(value) })}
          />
          <SmallSelect
            label="The same in a row"
            value={`${wishes.inARow}`}
            choices={[1, 2, 3, 4].map((times) => [`${times}`, `at most ${times}`])}
            onChange={(value) => wish({ inARow: Number(value) })}
          />
          <SmallSelect
            label="Begins in"
            value={wishes.from}
            choices={[["", "any hold"], ...holds]}
            onChange={(from) => wish({ from })}
          />
          {wishes.loops ? null : (
            <SmallSelect
              label="Ends in"
              value={wishes.to}
              choices={[["", "any hold"], ...holds]}
              onChange={(to) => wish({ to })}
            />
          )}
          <SmallInput
            label="Most counts"
            inputMode="numeric"
            placeholder="any"
            onChange={({ target }) => wish({ mostBeats: numberIn(target.value) })}
          />
          <SmallInput
            label={`Floor a couple, ${areaUnit()}`}
            inputMode="decimal"
            placeholder="any"
            onChange={({ target }) => {
              const typed = numberIn(target.value);
              wish({ squareMetres: typed === null ? null : areaTyped(typed) });
            }}
          />
        </Flex>
        <Flex gap="4" wrap="wrap">
          <TickField label="Goes round" checked={wishes.loops} onChange={(loops) => wish({ loops })} />
          <TickField
            label="All face the first way again"
            checked={wishes.facesAgain}
            onChange={(facesAgain) => wish({ facesAgain })}
          />
        </Flex>
        <Box aria-live="polite">
          {isRunning ? <Text role="status">Searching …</Text> : null}
          {found?.routines.map((routine, at) => (
            <Box
              key={routine.walk.join()}
              as="section"
              aria-label={`Routine ${at + 1}`}
              p="3"
              mb="2"
              borderWidth={at === 0 ? "2px" : "1px"}
              borderColor={at === 0 ? "pine" : "rule"}
              borderRadius="md"
            >
              <Flex justify="space-between" gap="3" align="flex-start">
                <Box>
                  <Text fontWeight="700" className="numbers">
                    {account(routine)}
                  </Text>
                  <Text color="soft" fontSize="sm">
                    {proofOf(routine, found)}
                  </Text>
                </Box>
                <Button size="sm" variant={at === 0 ? "solid" : "outline"} onClick={() => take(routine)}>
                  Take it
                </Button>
              </Flex>
              <Text fontSize="sm" mt="1">
                {itemsInWords(walkAsItems(graph, routine.walk), nameOf)}
              </Text>
            </Box>
          ))}
          {found && !found.running && found.routines.length === 0 ? (
            <NoRoutine
              found={found}
              builder={builder}
              isShort={wishes.mostBeats !== null}
              seconds={SECONDS}
            />
          ) : null}
        </Box>
      </Stack>
    </Modal>
  );
}
