/** The text of a file, and what a person should know of how it was read. */
export interface TextFile {
  readonly text: string;
  readonly note: string | null;
}

/**
 * Reads a text file as it was most likely saved: UTF-8, or UTF-16 where its mark says so; otherwise as spreadsheets on
 * Windows save by themselves, which is told, since nothing in such a file says it.
 */
export function decodeText(bytes: ArrayBuffer): TextFile {
  const [first, second] = new Uint8Array(bytes);
  const utf16 =
    first === 0xff && second === 0xfe ? "utf-16le" : first === 0xfe && second === 0xff ? "utf-16be" : null;
  if (utf16) return { text: new TextDecoder(utf16).decode(bytes), note: null };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), note: null };
  } catch {
    return {
      text: new TextDecoder("windows-1252").decode(bytes),
      note: "This file is not in UTF-8. It was read as Windows-1252; look whether accented letters are right before you import it.",
    };
  }
}
