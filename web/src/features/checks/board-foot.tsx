import { Box, chakra } from "@chakra-ui/react";
import type { Board, BoardFigure } from "./board.ts";

/** Below the board: how many have each figure, and how hard it is for them. */
export function BoardFoot({ board, figures }: { board: Board; figures: readonly BoardFigure[] }) {
  const { difficulty } = board.levelSeen.model;
  const have = (figureId: string) => {
    const own = board.cells.filter((cell) => cell.figureId === figureId);
    return {
      marked: own.length,
      have: own.filter(({ mark }) => mark === "alone" || mark === "dances-it").length,
    };
  };
  const hard = figures.flatMap(({ id }) => difficulty[id] ?? []);
  const [easiest, hardest] = [Math.min(...hard), Math.max(...hard)];
  const hardness = (id: string): number | null => {
    const own = difficulty[id];
    if (own === undefined || hard.length < 3) return null;
    return hardest === easiest ? 0.5 : (own - easiest) / (hardest - easiest);
  };
  return (
    <tfoot>
      <tr>
        <chakra.th
          scope="row"
          textAlign="left"
          fontWeight="400"
          fontSize="sm"
          color="soft"
          pt="2"
          borderTopWidth="2px"
          borderColor="rule"
          position="sticky"
          left="0"
          bg="ground"
        >
          without help
        </chakra.th>
        {figures.map(({ id }) => {
          const { have: some, marked } = have(id);
          return (
            <chakra.td
              key={id}
              pt="2"
              borderTopWidth="2px"
              borderColor="rule"
              textAlign="center"
              fontSize="xs"
              className="numbers"
            >
              <Box
                mx="auto"
                w="24px"
                h="20px"
                borderWidth="1px"
                borderColor="pine2"
                borderRadius="sm"
                position="relative"
                overflow="hidden"
                aria-hidden
              >
                <Box
                  position="absolute"
                  bottom="0"
                  left="0"
                  right="0"
                  bg="pine2"
                  style={{ height: `${marked === 0 ? 0 : (some / marked) * 100}%` }}
                  css={{ printColorAdjust: "exact" }}
                />
              </Box>
              {some}/{marked}
            </chakra.td>
          );
        })}
        <td />
      </tr>
      {hard.length < 3 ? null : (
        <tr>
          <chakra.th
            scope="row"
            textAlign="left"
            fontWeight="400"
            fontSize="sm"
            color="soft"
            position="sticky"
            left="0"
            bg="ground"
          >
            hard for them
          </chakra.th>
          {figures.map(({ id }) => {
            const own = hardness(id);
            return (
              <chakra.td key={id} textAlign="center" title={own === null ? "not known yet" : undefined}>
                {own === null ? null : (
                  <Box
                    mx="auto"
                    borderRadius="full"
                    bg={own === 1 ? "apricot" : "pine3"}
                    style={{ width: `${6 + own * 10}px`, height: `${6 + own * 10}px` }}
                    css={{ printColorAdjust: "exact" }}
                    role="img"
                    aria-label={own === 1 ? "the hardest" : own > 0.6 ? "hard" : own > 0.3 ? "usual" : "easy"}
                  />
                )}
              </chakra.td>
            );
          })}
          <td />
        </tr>
      )}
    </tfoot>
  );
}
