import { Box, Text } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import { NoteAbout } from "./note-about.tsx";
import { RoomHead, RoomStrip } from "./room-head.tsx";
import { RoomMarking } from "./room-marking.tsx";
import { type RoomProps, type RoomState, useRoom } from "./use-room.ts";
import { settledInWords } from "./words.ts";

/** Who is still open, and when to stop. */
function Settled({ board, open, unmarked, telling, nameOf }: RoomState) {
  return (
    <Box
      role="status"
      mt="4"
      p="3"
      borderRadius="md"
      bg={open?.length === 0 && unmarked.length === 0 ? "pineWash" : "apricotWash"}
    >
      {open ? (
        <>
          <Text fontWeight="700">{settledInWords(open, board.dancers.length, unmarked)}</Text>
          {open.length > 0 ? (
            <Text fontSize="sm">
              {telling
                .slice(0, 3)
                .map(({ id, figureId: of }) => `${nameOf(id)} on ${board.nameOf(of)}`)
                .join(", ")}
            </Text>
          ) : null}
        </>
      ) : (
        <Text>Working out who is settled …</Text>
      )}
    </Box>
  );
}

/** Marking in the room: the routine on top, who to watch now, everybody else below, and when to stop. */
export function Room(props: RoomProps) {
  const room = useRoom(props);
  const { board, check, strip, figureId, at, setAt } = room;
  const step = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
    if (event.key === "ArrowRight") setAt(Math.min(strip.length - 1, at + 1));
    if (event.key === "ArrowLeft") setAt(Math.max(0, at - 1));
  };
  if (strip.length === 0)
    return <Text color="soft">Nothing was taught yet, so there is nothing to look at.</Text>;
  return (
    <Box onKeyDown={step} maxW="54rem">
      <RoomHead {...room} />
      <RoomStrip {...room} />
      <RoomMarking {...room} />
      <NoteAbout key={figureId} board={board} check={check} figureId={figureId} />
      <Settled {...room} />
    </Box>
  );
}
