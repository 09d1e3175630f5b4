import { readFileSync } from "node:fs";
import { parseSync } from "oxc-parser";

type Node = { readonly type: string } & Readonly<Record<string, unknown>>;

/** Stands where something worked out is put into a text. */
const PUT_IN = "“this”";

const isNode = (value: unknown): value is Node =>
  typeof value === "object" && value !== null && typeof (value as Node).type === "string";

/** Text between tags as a page shows it: lines are joined, and what only indents is nothing. */
const shown = (text: string): string =>
  /^\s*$/.test(text) && text.includes("\n")
    ? ""
    : text
        .replaceAll(/^\s*\n\s*/g, "")
        .replaceAll(/\s*\n\s*$/g, "")
        .replaceAll(/\s*\n\s*/g, " ")
        .replaceAll("&amp;", "&");

const templateText = ({ quasis }: Node): string =>
  (quasis as { value: { cooked: string } }[]).map(({ value }) => value.cooked).join(PUT_IN);

/** What one child of an element adds to its sentence; `null` ends the sentence, as another block does. */
function childText(child: Node): string | null {
  if (child.type === "JSXText") return shown(child.value as string);
  if (child.type !== "JSXExpressionContainer") return null;
  const inner = child.expression as Node;
  if (inner.type === "Literal" && typeof inner.value === "string") return inner.value;
  if (inner.type === "TemplateLiteral") return templateText(inner);
  return inner.type === "JSXEmptyExpression" ? "" : PUT_IN;
}

/** The sentences of an element, with something in the place of what is worked out. */
function elementTexts(children: readonly Node[]): string[] {
  const texts = [""];
  for (const child of children) {
    const text = childText(child);
    if (text === null) texts.push("");
    else texts[texts.length - 1] += text;
  }
  return texts.map((text) => text.trim());
}

function textsOf(node: unknown, found: Set<string>): void {
  if (Array.isArray(node)) {
    for (const one of node) textsOf(one, found);
    return;
  }
  if (!isNode(node)) return;
  if (node.type === "ImportDeclaration" || node.type === "TSLiteralType") return;
  if (node.type === "JSXElement" || node.type === "JSXFragment")
    for (const text of elementTexts(node.children as Node[])) found.add(text);
  if (node.type === "Literal" && typeof node.value === "string") found.add(node.value);
  if (node.type === "TemplateLiteral") found.add(templateText(node));
  for (const [key, value] of Object.entries(node)) if (key !== "type") textsOf(value, found);
}

/**
 * The sentences written in a file: text between tags, and strings that begin like a sentence and go on with a word.
 * @param path - of a file of TypeScript, with or without tags
 */
export function fixedTexts(path: string): readonly string[] {
  const found = new Set<string>();
  textsOf(parseSync(path, readFileSync(path, "utf8")).program, found);
  return [...found].filter(
    (text) => /^[“"]?[A-Z“][^<>{}|\\]*\S\s+\S/.test(text) && !/[:;]\s*\w+\(/.test(text),
  );
}
