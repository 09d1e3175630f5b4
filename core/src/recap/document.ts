import type { Role } from "../notation/index.ts";

/** Formatted text as a tree of plain values, in the shape the editor on the web reads and writes. */
export interface RecapText {
  readonly type: "text";
  readonly text: string;
  readonly marks?: readonly { readonly type: "bold" | "italic" }[] | undefined;
}

/** A paragraph of a recap. */
export interface Paragraph {
  readonly type: "paragraph";
  readonly content?: readonly (RecapText | { readonly type: "hardBreak" })[] | undefined;
}

/** A heading of a recap; with a role it is for that role only, as is what follows. */
export interface Heading {
  readonly type: "heading";
  /** What stands under a heading with a role is for that role. */
  readonly attrs: { readonly level: 2 | 3; readonly role?: Role | null | undefined };
  readonly content?: Paragraph["content"];
}

/** One item of a list, with its own paragraphs and lists. */
export interface ListItem {
  readonly type: "listItem";
  readonly content: readonly (Paragraph | List)[];
}

/** A list with points or numbers. */
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

/** A figure drawn among the text, as its ribbon or its floor. */
export type LiveFigure = Live<"ribbon"> | Live<"floor">;

/** A sequence that is shown and played where it stands. */
export interface LiveSequence {
  readonly type: "sequence";
  readonly attrs: {
    readonly sequenceId: string;
    readonly name: string;
    /** Its figures in order, for where nothing can be drawn. */
    readonly figures: string;
  };
}

/** A block of a recap. */
export type RecapBlock = Paragraph | Heading | List | LiveFigure | LiveSequence;

/** A whole recap. */
export interface RecapDocument {
  readonly type: "doc";
  readonly content: readonly RecapBlock[];
}

/**
 * Words without formatting.
 * @example
 * text("Hello") // { type: "text", text: "Hello" }
 */
export const text = (value: string): RecapText => ({ type: "text", text: value });
/**
 * Words in bold.
 * @example
 * bold("Side pass") // { type: "text", text: "Side pass", marks: [{ type: "bold" }] }
 */
export const bold = (value: string): RecapText => ({ type: "text", text: value, marks: [{ type: "bold" }] });
/**
 * A paragraph of words.
 * @example
 * paragraph(text("Well danced.")) // { type: "paragraph", content: [{ type: "text", text: "Well danced." }] }
 */
export const paragraph = (...content: RecapText[]): Paragraph => ({ type: "paragraph", content });
/**
 * A heading; level 2 for a section, 3 within one.
 * @example
 * heading("New")
 * // { type: "heading", attrs: { level: 2, role: null }, content: [{ type: "text", text: "New" }] }
 */
export const heading = (value: string, level: 2 | 3 = 2, role: Role | null = null): Heading => ({
  type: "heading",
  attrs: { level, role },
  content: [text(value)],
});
/**
 * A list with points, one paragraph an item.
 * @example
 * bullets([[text("Once more")]]).content.length // 1
 */
export const bullets = (items: readonly (readonly RecapText[])[]): List => ({
  type: "bulletList",
  content: items.map((item) => ({ type: "listItem", content: [paragraph(...item)] })),
});

/** One line of a list: a name in bold, and what is said of it. */
export type Line = readonly RecapText[];
/**
 * A line of a list: `Window: look at your partner on 3`.
 * @param words nothing leaves the name by itself
 * @example
 * line("Window", "").map(({ text }) => text) // ["Window", ""]
 */
export const line = (name: string, words: string): Line => [
  bold(name),
  text(words === "" ? "" : `: ${words}`),
];

/**
 * A heading with its list; nothing where the list is empty.
 * @param role the role for which it is; both where none is named
 * @example
 * section("New", []) // []
 */
export const section = (title: string, items: readonly Line[], role: Role | null = null): RecapBlock[] =>
  items.length === 0 ? [] : [heading(title, 2, role), bullets(items)];

/**
 * The ribbon of a figure among the text.
 * @example
 * ribbonBlock("basic", "Basic", "1 to 8").attrs.name // "Basic"
 */
export const ribbonBlock = (figureId: string, name: string, counts: string): Live<"ribbon"> => ({
  type: "ribbon",
  attrs: { figureId, name, counts },
});
/**
 * The floor of a figure among the text.
 * @example
 * floorBlock("basic", "Basic", "1 to 8").type // "floor"
 */
export const floorBlock = (figureId: string, name: string, counts: string): Live<"floor"> => ({
  type: "floor",
  attrs: { figureId, name, counts },
});

/**
 * A sequence among the text.
 * @example
 * sequenceBlock("s1", "Closing", "Basic, Turn").attrs.name // "Closing"
 */
export const sequenceBlock = (sequenceId: string, name: string, figures: string): LiveSequence => ({
  type: "sequence",
  attrs: { sequenceId, name, figures },
});

/**
 * The blocks that somebody of a role reads: without those under a heading of another role.
 * @example
 * blocksFor([heading("For leaders", 3, "leader")], "follower") // []
 */
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
