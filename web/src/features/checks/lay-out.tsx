import { Box, Flex } from "@chakra-ui/react";
import { FiguresLaidOut } from "./lay-out-figures.tsx";
import { NightLaidOut } from "./lay-out-night.tsx";
import { RoutineLaidOut } from "./lay-out-routine.tsx";
import { type LayOutProps, useLayOut } from "./use-lay-out.ts";

/** Lays a check out: what it shows, the routine that shows it, the night. */
export function LayOut(props: LayOutProps) {
  const { board, check, bpm } = props;
  const layOut = useLayOut(props);
  return (
    <Flex gap="4" direction={{ base: "column", lg: "row" }} align="flex-start">
      <FiguresLaidOut {...layOut} board={board} />
      <Box flex="1" w="full">
        <RoutineLaidOut {...layOut} board={board} check={check} />
        <NightLaidOut {...layOut} board={board} check={check} bpm={bpm} />
      </Box>
    </Flex>
  );
}
