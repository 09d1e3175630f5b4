import { Box, chakra, Text } from "@chakra-ui/react";
import type { BoardFigure, Dancer } from "./board.ts";

/** Names over columns lean, so that long ones are read without turning one's head. */
export function FigureHead({
  figure,
  width,
  onChoose,
  chosen,
}: {
  figure: BoardFigure;
  width: number;
  onChoose: () => void;
  chosen: boolean;
}) {
  return (
    <chakra.th
      scope="col"
      p="0"
      w={`${width}px`}
      h="132px"
      verticalAlign="bottom"
      fontWeight="400"
      fontSize="sm"
    >
      <Box position="relative" w={`${width}px`} h="full" pointerEvents="none">
        <chakra.button
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          position="absolute"
          pointerEvents="auto"
          bottom="4px"
          left={`${width / 2 + 2}px`}
          transform="rotate(-52deg)"
          transformOrigin="left bottom"
          whiteSpace="nowrap"
          maxW="150px"
          overflow="hidden"
          textOverflow="ellipsis"
          cursor="pointer"
          fontWeight={chosen ? "700" : "400"}
          title={figure.name}
          _hover={{ textDecoration: "underline" }}
        >
          {figure.name}
        </chakra.button>
      </Box>
    </chakra.th>
  );
}

/** A dancer at the beginning of a row. */
export function DancerHead({
  dancer,
  onChoose,
  chosen,
}: {
  dancer: Dancer;
  onChoose: () => void;
  chosen: boolean;
}) {
  return (
    <chakra.th
      scope="row"
      textAlign="left"
      fontWeight="400"
      pr="3"
      py="0"
      position="sticky"
      left="0"
      bg="inherit"
      zIndex="1"
    >
      <chakra.button
        type="button"
        w="full"
        textAlign="left"
        cursor="pointer"
        aria-pressed={chosen}
        onClick={onChoose}
        lineHeight="1.15"
      >
        <Text as="span" display="block" fontWeight="700" whiteSpace="nowrap">
          {dancer.name}
        </Text>
        <Text
          as="span"
          display="block"
          fontSize="xs"
          color={dancer.role === "follower" ? "plum" : dancer.role === "leader" ? "pine" : "soft"}
        >
          {dancer.role === "both" ? "both roles" : dancer.role}
        </Text>
      </chakra.button>
    </chakra.th>
  );
}
