import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { api, type Check, type CheckContent, type FigureRecord } from "@map-step/contract";
import { WATCHED_AT_ONCE, watchRounds } from "@map-step/core/check";
import { figureItemsOf, typedFigures } from "@map-step/core/sequence";
import { ticksToBeats } from "@map-step/core/time";
import { counted, inWords } from "@map-step/core/words";
import { useState } from "react";
import { useChange } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { PlainTable } from "../../kit/plain-table.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { tellError } from "../../kit/toasts.ts";
import { useSequenceLibrary } from "../sequences/use-library.ts";
import { itemsInWords } from "../sequences/words.ts";
import { type Board, dancerName } from "./board-data.ts";
import { useDesign } from "./use-design.ts";
import { LAYER_WORDS } from "./words.ts";

interface Props {
  readonly board: Board;
  readonly check: Check;
  readonly records: readonly FigureRecord[];
  readonly bpm: number;
}

/** What is taught and looked at: what the check names, or all that was taught. */
export const thingsOf = (board: Board, { things }: Pick<Check, "things">): CheckContent["things"] =>
  things.length > 0
    ? things
    : board.figures.map(({ id, taught }) => ({ figureId: id, layer: deepest(taught, board.layer) }));

/** What was taught beyond the partner is asked for with the partner, unless somebody says otherwise. */
const deepest = (taught: Board["layer"] | null, usual: Board["layer"]): Board["layer"] =>
  taught === null || taught === "technique" || taught === "style" ? usual : taught;

/** Lays a check out: what it shows, the routine that shows it, the night. */
export function Design({ board, check, records, bpm }: Props) {
  const library = useSequenceLibrary(board.dance, records);
  const change = useChange(api.checks.change);
  const things = thingsOf(board, check);
  const known = new Set(board.figures.map(({ id }) => id));
  const { found, designed, loops, unshown, search, stop } = useDesign(library, known);
  const [typed, setTyped] = useState("");
  const [unknown, setUnknown] = useState<readonly string[]>([]);
  const [markers, setMarkers] = useState(1);
  const save = (about: Partial<CheckContent>) => {
    const { heldOn, minutes, items } = check;
    change.mutate(
      {
        params: { id: check.id },
        body: { heldOn, minutes, things: check.things, items, ...about, version: check.version },
      },
      { onError: tellError },
    );
  };
  const ids = things.map(({ figureId }) => figureId);
  const left = unshown(ids);
  const beats = figureItemsOf(check.items).reduce((sum, { figureId, times }) => {
    const figure = library.figureOf(figureId);
    return sum + times * (figure ? ticksToBeats(figure.length) : 0);
  }, 0);
  const seconds = beats === 0 ? 40 : (beats / bpm) * 60;
  const rounds = watchRounds(
    board.dancers.map(({ id }) => id),
    markers,
    seconds,
    check.minutes,
  );
  const nameOf = (id: string) => dancerName(board, id);
  const toggle = (figureId: string, on: boolean) => {
    const next = on
      ? [...things, { figureId, layer: board.layer }]
      : things.filter((thing) => thing.figureId !== figureId);
    if (next.length > 0) save({ things: next });
  };
  const writeRoutine = () => {
    const read = typedFigures(typed, library.names, () => crypto.randomUUID());
    setUnknown(read.unknown);
    if (read.items.length === 0 || read.unknown.length > 0) return;
    save({ items: [...read.items] });
    setTyped("");
  };
  return (
    <Flex gap="4" direction={{ base: "column", lg: "row" }} align="flex-start">
      <Panel flex="1" w="full">
        <PanelTitle aside={<Text color="soft">{counted(things.length, "figure")}</Text>}>
          What it looks at
        </PanelTitle>
        <Text color="soft" fontSize="sm" mb="2">
          Taught until now, by the class log, to the layer beside each.
        </Text>
        {board.figures.map(({ id, name, taught }) => {
          const own = things.find(({ figureId }) => figureId === id);
          return (
            <Flex key={id} gap="3" align="center" py="0.5" wrap="wrap">
              <Box flex="1" minW="11rem">
                <TickField
                  label={name}
                  checked={own !== undefined}
                  disabled={!board.mayMark}
                  onChange={(on) => toggle(id, on)}
                />
              </Box>
              <Text color="soft" fontSize="sm">
                {taught ? `taught: ${LAYER_WORDS[taught]}` : "not taught here"}
              </Text>
            </Flex>
          );
        })}
      </Panel>
      <Box flex="1" w="full">
        <Panel mb="4">
          <PanelTitle>The routine</PanelTitle>
          {check.items.length > 0 ? (
            <Text mb="2">
              <strong>{itemsInWords(check.items, board.nameOf)}</strong>
              <Text as="span" color="soft">
                {" "}
                {counted(beats, "count")}
              </Text>
            </Text>
          ) : (
            <Text color="soft" mb="2">
              None yet: each figure is danced by itself.
            </Text>
          )}
          {left.length > 0 ? (
            <Text fontSize="sm" mb="2">
              {inWords(left.map(board.nameOf))} cannot stand in a routine and{" "}
              {left.length === 1 ? "is" : "are"} looked at alone: it has no steps, or nothing leads into it.
            </Text>
          ) : null}
          {board.mayMark ? (
            <>
              <Flex gap="2" wrap="wrap" mb="3">
                {found?.running ? (
                  <Button size="sm" variant="outline" onClick={stop}>
                    Stop the search
                  </Button>
                ) : (
                  <Button size="sm" onClick={() => search(ids)}>
                    Find the shortest that shows all
                  </Button>
                )}
                {check.items.length > 0 ? (
                  <Button size="sm" variant="ghost" onClick={() => save({ items: [] })}>
                    Without a routine
                  </Button>
                ) : null}
              </Flex>
              {designed ? (
                <Box bg="pineWash" borderRadius="md" p="3" mb="3" role="status">
                  <Text>{itemsInWords(designed.items, board.nameOf)}</Text>
                  <Text fontSize="sm" color="soft">
                    {counted(designed.beats, "count")},{" "}
                    {designed.best
                      ? "as few as can be, proven"
                      : designed.bound === null
                        ? "the fewest that were found"
                        : `at least ${designed.bound} are needed`}
                    ; shows{" "}
                    {things.length - left.length === 1 ? "the figure" : `all ${things.length - left.length}`}
                    {loops ? ", round and round" : ", once through: nothing leads back to its beginning"}
                  </Text>
                  <Button size="sm" mt="2" onClick={() => save({ items: [...designed.items] })}>
                    Take it
                  </Button>
                </Box>
              ) : found && !found.running ? (
                <Text role="status" mb="3">
                  {found.impossible
                    ? "No routine of what they know shows all of it. Leave a figure out, or check them one by one."
                    : "None was found in the time. Leave a figure out, or write one."}
                </Text>
              ) : null}
              <form
                onSubmit={(event) => {
                  event.preventDefault();
                  writeRoutine();
                }}
              >
                <Flex gap="2">
                  <Input
                    size="sm"
                    bg="panel"
                    aria-label="Write the routine"
                    placeholder={`or write it: ${board.figures
                      .slice(0, 2)
                      .map(({ name }) => name)
                      .join(" x2, ")}`}
                    value={typed}
                    aria-invalid={unknown.length > 0}
                    onChange={({ target }) => setTyped(target.value)}
                  />
                  <Button type="submit" size="sm" variant="outline" disabled={typed.trim() === ""}>
                    Take it
                  </Button>
                </Flex>
                {unknown.length > 0 ? (
                  <Text role="alert" color="brick" fontSize="sm">
                    No figure is called {inWords(unknown.map((name) => `“${name}”`))}.
                  </Text>
                ) : null}
              </form>
            </>
          ) : null}
        </Panel>
        <Panel>
          <PanelTitle>The night</PanelTitle>
          <Flex gap="3" wrap="wrap" align="flex-end" mb="3">
            <SmallInput
              label="Held on"
              type="date"
              width="9.5rem"
              value={check.heldOn}
              disabled={!board.mayMark}
              onChange={({ target }) => (target.value === "" ? undefined : save({ heldOn: target.value }))}
            />
            <SmallSelect
              label="Minutes"
              value={`${check.minutes}`}
              choices={[...new Set([5, 10, 15, 20, 30, 45, 60, check.minutes])]
                .sort((a, b) => a - b)
                .map((minutes) => [`${minutes}`, `${minutes} min`])}
              onChange={(minutes) => save({ minutes: Number(minutes) })}
            />
            <SmallSelect
              label="Who marks"
              value={`${markers}`}
              choices={[1, 2, 3, 4].map((many) => [`${many}`, counted(many, "person", "people")])}
              onChange={(many) => setMarkers(Number(many))}
            />
          </Flex>
          <Text mb="2">
            {counted(rounds.length, "round")} of {Math.round(seconds)} s fit, with as long between to mark and
            change partners; {WATCHED_AT_ONCE} dancers at most are watched by one person at once.
          </Text>
          {rounds.length > 0 ? (
            <PlainTable
              label="Who watches whom"
              head={[
                "Round",
                ...Array.from({ length: markers }, (_, at) =>
                  markers === 1 ? "Watch" : `Person ${at + 1} watches`,
                ),
              ]}
              rows={rounds.slice(0, 12).map(({ round, watched }) => ({
                key: `${round}`,
                cells: [round, ...watched.map((some) => some.map(nameOf).join(", "))],
              }))}
            />
          ) : (
            <Text color="soft">Too few minutes for one round.</Text>
          )}
          <Heading as="h3" size="sm" mt="4">
            On paper
          </Heading>
          <Text fontSize="sm" color="soft" mb="2">
            A light sheet with all dancers and figures, for a room without a device.
          </Text>
          <Button size="sm" variant="outline" onClick={() => window.print()}>
            Print the sheet
          </Button>
        </Panel>
      </Box>
    </Flex>
  );
}
