import type { Role } from "../notation/index.ts";

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
  /** What stands under a heading with a role is for that role. */
  readonly attrs: { readonly level: 2 | 3; readonly role?: Role | null | undefined };
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

/** A figure that can be played where it stands: its ribbon, or its floor. */
interface Live<T extends "ribbon" | "floor"> {
  readonly type: T;
  readonly attrs: {
    readonly figureId: string;
    readonly name: string;
    /** Spoken counts, for where nothing can be drawn. */
    readonly counts: string;
  };
}

export type LiveFigure = Live<"ribbon"> | Live<"floor">;

export type RecapBlock = Paragraph | Heading | List | LiveFigure;

export interface RecapDocument {
  readonly type: "doc";
  readonly content: readonly RecapBlock[];
}

export const text = (value: string): RecapText => ({ type: "text", text: value });
export const bold = (value: string): RecapText => ({ type: "text", text: value, marks: [{ type: "bold" }] });
export const paragraph = (...content: RecapText[]): Paragraph => ({ type: "paragraph", content });
export const heading = (value: string, level: 2 | 3 = 2, role: Role | null = null): Heading => ({
  type: "heading",
  attrs: { level, role },
  content: [text(value)],
});
export const bullets = (items: readonly (readonly RecapText[])[]): List => ({
  type: "bulletList",
  content: items.map((item) => ({ type: "listItem", content: [paragraph(...item)] })),
});

export const ribbonBlock = (figureId: string, name: string, counts: string): Live<"ribbon"> => ({
  type: "ribbon",
  attrs: { figureId, name, counts },
});
export const floorBlock = (figureId: string, name: string, counts: string): Live<"floor"> => ({
  type: "floor",
  attrs: { figureId, name, counts },
});

/** The blocks that somebody of a role reads: without those under a heading of another role. */
export function blocksFor(blocks: readonly RecapBlock[], role: Role | null): RecapBlock[] {
  let hidden = false;
  return blocks.filter((block) => {
    if (block.type === "heading") {
      const { role: own = null } = block.attrs;
      hidden = role !== null && own !== null && own !== role;
    }
    return !hidden;
  });
}
