import { Box } from "@chakra-ui/react";
import type { List, Paragraph, RecapBlock } from "@map-step/core/recap";
import type { ReactNode } from "react";
import { PAPER } from "./paper.ts";

/* Nodes of a published text never change places, so their place is their key. */
const keyed = <T,>(items: readonly T[], draw: (item: T) => ReactNode) =>
  // biome-ignore lint/suspicious/noArrayIndexKey: see above
  items.map((item, index) => <Inline key={index}>{draw(item)}</Inline>);

const Inline = ({ children }: { children: ReactNode }) => children;

const inline = (content: Paragraph["content"] = []) =>
  keyed(content, (node) => {
    if (node.type === "hardBreak") return <br />;
    const marks = new Set(node.marks?.map(({ type }) => type));
    const leaning = marks.has("italic") ? <em>{node.text}</em> : node.text;
    return marks.has("bold") ? <strong>{leaning}</strong> : leaning;
  });

function list({ type, content }: List): ReactNode {
  const items = keyed(content, (item) => (
    <li>
      {keyed(item.content, (node) =>
        node.type === "paragraph" ? <p>{inline(node.content)}</p> : list(node),
      )}
    </li>
  ));
  return type === "orderedList" ? <ol>{items}</ol> : <ul>{items}</ul>;
}

type Live = Extract<RecapBlock, { type: "ribbon" | "floor" | "sequence" }>;

const block =
  (drawLive: (node: Live) => ReactNode) =>
  (node: RecapBlock): ReactNode => {
    if (node.type === "ribbon" || node.type === "floor" || node.type === "sequence") return drawLive(node);
    if (node.type === "paragraph") return <p>{inline(node.content)}</p>;
    if (node.type !== "heading") return list(node);
    return node.attrs.level === 2 ? <h2>{inline(node.content)}</h2> : <h3>{inline(node.content)}</h3>;
  };

interface Props {
  readonly blocks: readonly RecapBlock[];
  /** Draws a figure among the text. */
  readonly drawLive: (node: Live) => ReactNode;
}

/** A recap to read. Only known nodes are drawn; nothing in it can become a script. */
export const RecapText = ({ blocks, drawLive }: Props) => (
  <Box css={PAPER}>{keyed(blocks, block(drawLive))}</Box>
);
