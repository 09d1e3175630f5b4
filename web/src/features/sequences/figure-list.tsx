import { Box, Flex, Heading } from "@chakra-ui/react";
import look from "./score.module.css";
import { DRAGGED } from "./score.tsx";
import { type Builder, newFromLibrary } from "./use-builder.ts";

/** All figures of the dance, to be dragged into the score, or put at its end with a click. */
export function FigureList({ builder: { library, actions } }: { builder: Builder }) {
  return (
    <Box as="section" aria-label="Figures to put in" mt="4" pt="3" borderTopWidth="1px" borderColor="rule">
      <Heading as="h2" size="sm" mb="2">
        Figures: drag, or click for the end
      </Heading>
      <Flex gap="1.5" wrap="wrap" maxH="14rem" overflowY="auto">
        {library.figures.map(({ id }) => (
          <button
            key={id}
            type="button"
            className={look.way}
            draggable
            onDragStart={(event) => event.dataTransfer.setData(DRAGGED, id)}
            onClick={() => actions.insert(null, [newFromLibrary(id)])}
          >
            {library.nameOf(id)}
          </button>
        ))}
      </Flex>
    </Box>
  );
}
