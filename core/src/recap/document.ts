/** Formatted text as a tree of plain values, in the shape the editor on the web reads and writes. */
export interface RecapText {
  readonly type: "text";
  readonly text: string;
  readonly marks?: readonly { readonly type: "bold" | "italic" }[] | undefined;
}

export interface Paragraph {
  readonly type: "paragraph";
  readonly content?: readonly (RecapText | { readonly type: "hardBreak" })[] | undefined;
}

export interface Heading {
  readonly type: "heading";
  readonly attrs: { readonly level: 2 | 3 };
  readonly content?: Paragraph["content"];
}

export interface ListItem {
  readonly type: "listItem";
  readonly content: readonly (Paragraph | List)[];
}

export interface List {
  readonly type: "bulletList" | "orderedList";
  readonly content: readonly ListItem[];
}

export type RecapBlock = Paragraph | Heading | List;

export interface RecapDocument {
  readonly type: "doc";
  readonly content: readonly RecapBlock[];
}

export const text = (value: string): RecapText => ({ type: "text", text: value });
export const bold = (value: string): RecapText => ({ type: "text", text: value, marks: [{ type: "bold" }] });
export const paragraph = (...content: RecapText[]): Paragraph => ({ type: "paragraph", content });
export const heading = (value: string): Heading => ({
  type: "heading",
  attrs: { level: 2 },
  content: [text(value)],
});
export const bullets = (items: readonly (readonly RecapText[])[]): List => ({
  type: "bulletList",
  content: items.map((item) => ({ type: "listItem", content: [paragraph(...item)] })),
});
