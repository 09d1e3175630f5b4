import { Flex, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { Handle, type Node, type NodeProps, Position } from "@xyflow/react";
import { KindGlyph } from "../../kit/kind-glyph.tsx";
import { CARD } from "./layout.ts";

/** How a card stands to the goal that is chosen. */
export type Standing = "plain" | "goal" | "on-the-way" | "known" | "apart";

export type FigureNode = Node<{ figure: FigureRecord; standing: Standing }, "figure">;
export type LaneNode = Node<{ name: string; width: number; height: number }, "lane">;

const LOOKS: Readonly<
  Record<Standing, { bg: string; border: string; weight: string; dashed?: boolean; faint?: boolean }>
> = {
  plain: { bg: "panel", border: "pine2", weight: "400" },
  goal: { bg: "apricotWash", border: "apricot", weight: "700" },
  "on-the-way": { bg: "pineWash", border: "pine", weight: "700" },
  known: { bg: "panel", border: "pine2", weight: "400", dashed: true },
  apart: { bg: "panel", border: "rule", weight: "400", faint: true },
};

const HIDDEN = { opacity: 0, pointerEvents: "none" } as const;

/** One figure on the map. */
export function FigureCard({ data: { figure, standing } }: NodeProps<FigureNode>) {
  const { bg, border, weight, dashed, faint } = LOOKS[standing];
  return (
    <Flex
      align="center"
      gap="2"
      px="2.5"
      w={`${CARD.width}px`}
      h={`${CARD.height}px`}
      bg={bg}
      borderWidth="2px"
      borderStyle={dashed ? "dashed" : "solid"}
      borderColor={border}
      borderRadius="md"
      color={faint ? "soft" : "ink"}
      cursor="pointer"
    >
      <Handle type="target" position={Position.Left} isConnectable={false} style={HIDDEN} />
      <KindGlyph kind={figure.kind} />
      <Text truncate fontSize="sm" fontWeight={weight}>
        {figure.name}
      </Text>
      <Handle type="source" position={Position.Right} isConnectable={false} style={HIDDEN} />
    </Flex>
  );
}

/** The band of a level, behind the cards. */
export const LaneBand = ({ data: { name, width, height } }: NodeProps<LaneNode>) => (
  <Flex
    w={`${width}px`}
    h={`${height}px`}
    bg="sunk"
    borderRadius="lg"
    px="3"
    py="2"
    opacity="0.7"
    pointerEvents="none"
  >
    <Text fontSize="sm" fontWeight="700" color="ink">
      {name}
    </Text>
  </Flex>
);
