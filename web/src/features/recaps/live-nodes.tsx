import { api } from "@map-step/contract";
import type { RecapBlock } from "@map-step/core/recap";
import { Extension, Node, type NodeViewProps, NodeViewWrapper, ReactNodeViewRenderer } from "@tiptap/react";
import { useApi } from "../../kit/api.ts";
import { FigureName } from "../figures/figure-name.tsx";
import { useDances, useFigureLines, useFigures, useSteps } from "../figures/library.ts";
import { DrawnSequence } from "../sequences/drawn-sequence.tsx";
import { CountsOnly, LiveFigure } from "./live-figure.tsx";

type Live = Extract<RecapBlock, { type: "ribbon" | "floor" }>;
type Routine = Extract<RecapBlock, { type: "sequence" }>;

/** A figure among the text being written, drawn from the library as it is now. */
function LiveNode({ node }: NodeViewProps) {
  const { figureId, name, counts } = node.attrs as Live["attrs"];
  const { data: lines } = useFigureLines();
  const { data: figures } = useFigures(lines?.find(({ id }) => id === figureId)?.danceId);
  const { data: dances } = useDances();
  const record = figures?.find(({ id }) => id === figureId);
  const steps = useSteps(record);
  const dance = dances?.find(({ id }) => id === record?.danceId);
  return (
    <NodeViewWrapper>
      {steps && record && dance ? (
        <LiveFigure
          show={node.type.name as Live["type"]}
          figure={steps}
          name={record.name}
          title={<FigureName id={record.id} name={record.name} />}
          dance={dance}
        />
      ) : (
        <CountsOnly name={name} counts={counts} />
      )}
    </NodeViewWrapper>
  );
}

const liveNode = (name: Live["type"]) =>
  Node.create({
    name,
    group: "live",
    atom: true,
    draggable: true,
    addAttributes: () => ({ figureId: { default: "" }, name: { default: "" }, counts: { default: "" } }),
    parseHTML: () => [{ tag: `div[data-figure="${name}"]` }],
    renderHTML: ({ node }) => ["div", { "data-figure": name }, `${node.attrs.name}: ${node.attrs.counts}`],
    addNodeView: () => ReactNodeViewRenderer(LiveNode),
  });

/** A heading may say for which role it is; the text beneath is then for that role. */
const HeadingRole = Extension.create({
  name: "headingRole",
  addGlobalAttributes: () => [
    { types: ["heading"], attributes: { role: { default: null, rendered: false } } },
  ],
});

/** A sequence among the text being written, as it is now. */
function SequenceNode({ node }: NodeViewProps) {
  const { sequenceId, name, figures } = node.attrs as Routine["attrs"];
  const sequence = useApi(api.sequences.read, { params: { id: sequenceId } });
  const { data: records } = useFigures(sequence.data?.danceId);
  const { data: dances } = useDances();
  const dance = dances?.find(({ id }) => id === sequence.data?.danceId);
  return (
    <NodeViewWrapper>
      {sequence.data && records && dance ? (
        <DrawnSequence content={sequence.data} dance={dance} records={records} />
      ) : (
        <CountsOnly name={name} figures={figures} />
      )}
    </NodeViewWrapper>
  );
}

const sequenceNode = Node.create({
  name: "sequence",
  group: "live",
  atom: true,
  draggable: true,
  addAttributes: () => ({ sequenceId: { default: "" }, name: { default: "" }, figures: { default: "" } }),
  parseHTML: () => [{ tag: 'div[data-figure="sequence"]' }],
  renderHTML: ({ node }) => [
    "div",
    { "data-figure": "sequence" },
    `${node.attrs.name}: ${node.attrs.figures}`,
  ],
  addNodeView: () => ReactNodeViewRenderer(SequenceNode),
});

/** Figures and sequences stand between paragraphs and lists, never within a list. */
const TextDocument = Node.create({ name: "doc", topNode: true, content: "(block | live)+" });

export const LIVE_EXTENSIONS = [
  TextDocument,
  liveNode("ribbon"),
  liveNode("floor"),
  sequenceNode,
  HeadingRole,
];
