import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import type { Check } from "@map-step/contract";
import { useState } from "react";
import { tellError } from "../../kit/toasts.ts";
import type { Board } from "./board.ts";

/** Notes about a figure in a check, and a line to write another. */
export function NoteAbout({ board, check, figureId }: { board: Board; check: Check; figureId: string }) {
  const [text, setText] = useState("");
  const notes = board.seen.notes.filter((note) => note.checkId === check.id && note.figureId === figureId);
  const keep = () => {
    const said = text.trim();
    if (said === "") return;
    board.seen
      .note({ figureId, checkId: check.id, text: said, corrects: null })
      .then(() => setText(""), tellError);
  };
  return (
    <Box mt="4">
      {notes.map(({ id, text: said, by }) => (
        <Text key={id} fontSize="sm">
          {said}{" "}
          <Text as="span" color="soft">
            {by.split(" ")[0]}
          </Text>
        </Text>
      ))}
      {board.mayMark ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <Flex gap="2" mt="1">
            <Input
              size="sm"
              bg="panel"
              maxLength={500}
              aria-label={`A note about ${board.nameOf(figureId)}`}
              placeholder={`A note about ${board.nameOf(figureId)}, not about a person`}
              value={text}
              onChange={({ target }) => setText(target.value)}
            />
            <Button type="submit" size="sm" variant="outline" disabled={text.trim() === ""}>
              Note
            </Button>
          </Flex>
        </form>
      ) : null}
    </Box>
  );
}
