/** Characters that CommonMark, or a common extension of it, reads as marks wherever they stand. */
const MARKS = /([\\`*_[\]<>#~|])|&(?=[#\p{L}])/gu;
/** What a line cannot begin with and stay a line of text: lists, rules, underlines of headings, tables. */
const OPENER = /^(?:([-+=:])|(\d{1,9})([.)]))/;

const entity = (space: string): string => `&#${space.codePointAt(0)};`;

/**
 * Text within a line of CommonMark; readers of it show the text as it is here, line breaks as spaces.
 * @example
 * escapeMarkdown("1. *so*") // "1. \\*so\\*"
 */
export const escapeMarkdown = (text: string): string =>
  text.replace(/[\r\n\v\f\u0085\u2028\u2029]+/g, " ").replace(MARKS, "\\$&");

/**
 * A whole line of CommonMark whose text is escaped: it begins nothing but text, and keeps the spaces at its ends, which
 * readers drop.
 * @example
 * wholeLine("- so") // "\\- so"
 */
export const wholeLine = (escaped: string): string =>
  escaped
    .replace(OPENER, (_, sign?: string, number?: string, dot?: string) =>
      sign ? `\\${sign}` : `${number}\\${dot}`,
    )
    .replace(/^\s+|\s+$/g, (spaces) => [...spaces].map(entity).join(""));

/**
 * Text as a line of its own.
 * @example
 * markdownLine("- so") // "\\- so"
 */
export const markdownLine = (text: string): string => wholeLine(escapeMarkdown(text));
