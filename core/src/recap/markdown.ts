import type { List, Paragraph, RecapBlock, RecapDocument } from "./document.ts";

const escapeText = (value: string): string => value.replace(/([\\`*_[\]<>#])/g, "\\$1");

/** Puts marks round the words but not round the spaces at their ends, which Markdown would not read. */
function wrap(value: string, sign: string): string {
  const [, before = "", words = "", after = ""] = /^(\s*)([\s\S]*?)(\s*)$/.exec(value) ?? [];
  return words === "" ? value : `${before}${sign}${words}${sign}${after}`;
}

const inline = (content: Paragraph["content"] = []): string =>
  content
    .map((node) => {
      if (node.type === "hardBreak") return "\\\n";
      const marks = new Set(node.marks?.map(({ type }) => type));
      const plain = escapeText(node.text);
      const leaning = marks.has("italic") ? wrap(plain, "*") : plain;
      return marks.has("bold") ? wrap(leaning, "**") : leaning;
    })
    .join("");

const list = ({ type, content }: List, indent: string): string =>
  content
    .map((item, index) => {
      const sign = type === "orderedList" ? `${index + 1}. ` : "- ";
      const inner = indent + " ".repeat(sign.length);
      const parts = item.content.map((node) =>
        node.type === "paragraph" ? inline(node.content) : list(node, inner),
      );
      return `${indent}${sign}${parts.map((part, at) => (at === 0 || part.startsWith(inner) ? part : `${inner}${part}`)).join("\n")}`;
    })
    .join("\n");

const block = (node: RecapBlock): string => {
  if (node.type === "heading") return `${"#".repeat(node.attrs.level)} ${inline(node.content)}`;
  if (node.type === "ribbon") return `> ${escapeText(`${node.attrs.name}: ${node.attrs.counts}`)}`;
  // The floor cannot be told in text; its ribbon stands before it.
  if (node.type === "floor") return "";
  return node.type === "paragraph" ? inline(node.content) : list(node, "");
};

/** A recap as CommonMark, under a title. */
export const recapToMarkdown = (title: string, document: RecapDocument): string =>
  `${[`# ${escapeText(title)}`, ...document.content.map(block)].filter(Boolean).join("\n\n")}\n`;
