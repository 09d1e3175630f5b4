import type { List, Paragraph, RecapBlock, RecapDocument } from "./document.ts";

const inline = (content: Paragraph["content"] = []): string =>
  content.map((node) => (node.type === "hardBreak" ? "\n" : node.text)).join("");

const list = ({ type, content }: List, indent: string): string =>
  content
    .map((item, index) => {
      const sign = type === "orderedList" ? `${index + 1}. ` : "– ";
      const parts = item.content.map((node) =>
        node.type === "paragraph" ? `${indent}${sign}${inline(node.content)}` : list(node, `${indent}  `),
      );
      return parts.join("\n");
    })
    .join("\n");

function block(node: RecapBlock): string {
  if (node.type === "sequence") return `[routine] ${node.attrs.name}: ${node.attrs.figures}`;
  if (node.type === "ribbon" || node.type === "floor") return `[${node.type}] ${node.attrs.name}`;
  return node.type === "paragraph" || node.type === "heading" ? inline(node.content) : list(node, "");
}

/**
 * A recap as bare text, as people compare two of them.
 * @example
 * recapToText("Week 1", { type: "doc", content: [paragraph(text("Well danced."))] })
 * // "Week 1\n\nWell danced."
 */
export const recapToText = (title: string, { content }: RecapDocument): string =>
  [title, ...content.map(block)].filter(Boolean).join("\n\n");
