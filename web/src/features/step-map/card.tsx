import { Flex, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { Handle, type Node, type NodeProps, Position } from "@xyflow/react";
import { memo } from "react";
import { KindGlyph } from "../../kit/kind-glyph.tsx";
import look from "./card.module.css";
import { CARD } from "./layout.ts";

/** How a card stands to the goal that is chosen. */
export type CardState = "plain" | "goal" | "on-the-way" | "known" | "apart";

export type FigureNode = Node<{ figure: FigureRecord; standing: CardState }, "figure">;
export type LaneNode = Node<{ name: string; width: number; height: number }, "lane">;

const LOOKS: Readonly<Record<CardState, string | undefined>> = {
  plain: "",
  goal: look.goal,
  "on-the-way": look.onTheWay,
  known: look.known,
  apart: look.apart,
};

const HIDDEN = { opacity: 0, pointerEvents: "none" } as const;

/** One figure on the map. */
export const FigureCard = memo(({ data: { figure, standing } }: NodeProps<FigureNode>) => (
  <div className={`${look.card} ${LOOKS[standing]}`} style={CARD}>
    <Handle type="target" position={Position.Left} isConnectable={false} style={HIDDEN} />
    <KindGlyph kind={figure.kind} />
    <span className={look.name}>{figure.name}</span>
    <Handle type="source" position={Position.Right} isConnectable={false} style={HIDDEN} />
  </div>
));

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
