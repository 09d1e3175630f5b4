import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import type { Check } from "@map-step/contract";
import { typedFigures } from "@map-step/core/sequence";
import { counted, inWords } from "@map-step/core/words";
import { useState } from "react";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { itemsInWords } from "../sequences/words.ts";
import type { Board } from "./board.ts";
import type { LayOut } from "./use-lay-out.ts";

type Props = LayOut & { readonly board: Board };

/** What the search for a routine came to. */
function FoundRoutine({ board, design, figures, left, save }: Props) {
  const { designed, loops, found } = design;
  if (designed)
    return (
      <Box bg="pineWash" borderRadius="md" p="3" mb="3" role="status">
        <Text>{itemsInWords(designed.items, board.nameOf)}</Text>
        <Text fontSize="sm" color="soft">
          {counted(designed.beats, "count")},{" "}
          {designed.best
            ? "as few as can be, proven"
            : designed.bound === null
              ? "the fewest that were found"
              : `at least ${designed.bound} are needed`}
          ; shows {figures.length - left.length === 1 ? "the figure" : `all ${figures.length - left.length}`}
          {loops ? ", round and round" : ", once through: nothing leads back to its beginning"}
        </Text>
        <Button size="sm" mt="2" onClick={() => save({ routine: [...designed.items] })}>
          Take it
        </Button>
      </Box>
    );
  if (!found || found.running) return null;
  return (
    <Text role="status" mb="3">
      {found.impossible
        ? "No routine of what they know shows all of it. Leave a figure out, or check them one by one."
        : "None was found in the time. Leave a figure out, or write one."}
    </Text>
  );
}

/** The routine written by the names of its figures. */
function WriteRoutine({ board, library, save }: Props) {
  const [typed, setTyped] = useState("");
  const [unknown, setUnknown] = useState<readonly string[]>([]);
  const writeRoutine = () => {
    const read = typedFigures(typed, library.names, () => crypto.randomUUID());
    setUnknown(read.unknown);
    if (read.items.length === 0 || read.unknown.length > 0) return;
    save({ routine: [...read.items] });
    setTyped("");
  };
  return (
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
  );
}

/** The routine that shows what a check looks at. */
export function RoutineLaidOut({ check, ...layOut }: Props & { readonly check: Check }) {
  const { board, ids, left, beats, save } = layOut;
  const { found, search, stop } = layOut.design;
  return (
    <Panel mb="4">
      <PanelTitle>The routine</PanelTitle>
      {check.routine.length > 0 ? (
        <Text mb="2">
          <strong>{itemsInWords(check.routine, board.nameOf)}</strong>
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
          {inWords(left.map(board.nameOf))} cannot stand in a routine and {left.length === 1 ? "is" : "are"}{" "}
          looked at alone: it has no steps, or nothing leads into it.
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
            {check.routine.length > 0 ? (
              <Button size="sm" variant="ghost" onClick={() => save({ routine: [] })}>
                Without a routine
              </Button>
            ) : null}
          </Flex>
          <FoundRoutine {...layOut} />
          <WriteRoutine {...layOut} />
        </>
      ) : null}
    </Panel>
  );
}
