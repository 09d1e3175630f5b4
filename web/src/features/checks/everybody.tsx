import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { MARK_NAMES } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import type { Board } from "./board.ts";
import { MarkCard } from "./mark-card.tsx";
import { MarkSign } from "./mark-sign.tsx";
import type { Marked, Marking } from "./use-marking.ts";

/** Everybody on one figure as one line: all at a tap, then those that differ. */
export function Everybody({
  dancers,
  figureId,
  board,
  marking,
  readOnly,
}: {
  dancers: readonly Marked[];
  figureId: string;
  board: Board;
  marking: Marking;
  readOnly: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const missing = dancers.filter((dancer) => marking.markOf(dancer, figureId) === null);
  const keyOf = ({ id, as }: Marked) => `${id} ${as}`;
  const chosen = dancers.find((dancer) => keyOf(dancer) === open);
  return (
    <Box mt="4">
      <Flex justify="space-between" align="center" gap="2" wrap="wrap" mb="2">
        <Heading as="h3" size="sm">
          Everybody on {board.nameOf(figureId)}
        </Heading>
        {missing.length > 0 && !readOnly ? (
          <Button
            size="sm"
            variant="outline"
            bg="panel"
            onClick={() =>
              void marking.give(
                missing.map((dancer) => ({ dancer, figureId, mark: board.habits.checkMark })),
                `${counted(new Set(missing.map(({ id }) => id)).size, "dancer")} on ${board.nameOf(figureId)}: ${MARK_NAMES[board.habits.checkMark]}`,
              )
            }
          >
            {missing.length === dancers.length ? "All" : `The other ${missing.length}`}:{" "}
            {MARK_NAMES[board.habits.checkMark]}
          </Button>
        ) : null}
      </Flex>
      <Flex gap="2" wrap="wrap">
        {dancers.map((dancer) => {
          const mark = marking.markOf(dancer, figureId);
          return (
            <Button
              key={keyOf(dancer)}
              size="sm"
              borderRadius="full"
              variant="outline"
              bg={open === keyOf(dancer) ? "apricotWash" : "panel"}
              borderColor={open === keyOf(dancer) ? "apricot" : "pine2"}
              aria-expanded={open === keyOf(dancer)}
              aria-label={`${dancer.title}: ${mark ? MARK_NAMES[mark] : "not marked"}`}
              onClick={() => setOpen(open === keyOf(dancer) ? null : keyOf(dancer))}
            >
              <MarkSign mark={mark} size={14} />
              {dancer.title}
            </Button>
          );
        })}
      </Flex>
      {chosen ? (
        <Box mt="2">
          <MarkCard
            dancer={chosen}
            figureId={figureId}
            title={chosen.title}
            why={board.nameOf(figureId)}
            figure={board.nameOf(figureId)}
            marking={marking}
            readOnly={readOnly}
          />
        </Box>
      ) : null}
    </Box>
  );
}
