import { Box, chakra, Text } from "@chakra-ui/react";
import { MARK_NAMES, MARKS } from "@map-step/core/check";
import type { Board } from "./board.ts";

const cell = { border: "1px solid #777", padding: "2px 4px", fontSize: "12px" } as const;
/** The number of a mark is written by hand into each box. */
const BOX_HEIGHT = "8mm";

/** A sheet for a room without a device: a box for each dancer and figure, marked by the number of the mark. */
export function PaperSheet({ board, figureIds }: { board: Board; figureIds: readonly string[] }) {
  return (
    <Box display="none" _print={{ display: "block" }} aria-hidden>
      <Text fontSize="sm" mb="2">
        {MARKS.map((mark, at) => `${at + 1} ${MARK_NAMES[mark]}`).join(", ")}
      </Text>
      <chakra.table borderCollapse="collapse" w="full">
        <thead>
          <tr>
            <th style={cell}>Dancer</th>
            {figureIds.map((id) => (
              <th key={id} style={cell}>
                {board.nameOf(id)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {board.dancers.map(({ id, name, role }) => (
            <tr key={id}>
              <td style={{ ...cell, whiteSpace: "nowrap" }}>
                {name} {role === "both" ? "(both)" : `(${role[0]})`}
              </td>
              {figureIds.map((figureId) => (
                <td key={figureId} style={{ ...cell, height: BOX_HEIGHT }} />
              ))}
            </tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  );
}
