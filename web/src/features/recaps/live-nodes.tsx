import type { RecapBlock } from "@map-step/core/recap";
import { Extension, Node, type NodeViewProps, NodeViewWrapper, ReactNodeViewRenderer } from "@tiptap/react";
import { useDances, useFigureLines, useFigures, useSteps } from "../figures/library.ts";
import { CountsOnly, LiveFigure } from "./live-figure.tsx";

type Live = Extract<RecapBlock, { type: "ribbon" | "floor" }>;

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
      {steps && dance ? (
        <LiveFigure
          show={node.type.name as Live["type"]}
          figure={steps}
          name={record?.name ?? name}
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
    group: "block",
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

export const LIVE_EXTENSIONS = [liveNode("ribbon"), liveNode("floor"), HeadingRole];
