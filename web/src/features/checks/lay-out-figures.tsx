import { Box, Flex, Text } from "@chakra-ui/react";
import { counted } from "@map-step/core/words";
import { TickField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import type { Board } from "./board.ts";
import type { LayOut } from "./use-lay-out.ts";
import { LAYER_WORDS } from "./words.ts";

/** What a check looks at, of all that was taught. */
export function FiguresLaidOut({
  board,
  figures,
  save,
}: { readonly board: Board } & Pick<LayOut, "figures" | "save">) {
  const toggle = (figureId: string, on: boolean) => {
    const next = on
      ? [...figures, { figureId, layer: board.layer }]
      : figures.filter((figure) => figure.figureId !== figureId);
    if (next.length > 0) save({ figures: next });
  };
  return (
    <Panel flex="1" w="full">
      <PanelTitle aside={<Text color="soft">{counted(figures.length, "figure")}</Text>}>
        What it looks at
      </PanelTitle>
      <Text color="soft" fontSize="sm" mb="2">
        Taught until now, by the class log, to the layer beside each.
      </Text>
      {board.figures.map(({ id, name, taught }) => {
        const own = figures.find(({ figureId }) => figureId === id);
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
  );
}
