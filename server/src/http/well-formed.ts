/** The character that no text of a database can hold, and halves of pairs, which are no characters. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: it is the one looked for
const NOT_KEPT = /\u0000|\p{Surrogate}/u;

/**
 * The place of the first text in a value that can't be kept: one with the character U+0000, or with half of a
 * surrogate pair. `null` when all is well.
 */
export function badText(value: unknown, path: readonly (string | number)[] = []): string | null {
  if (typeof value === "string") return NOT_KEPT.test(value) ? path.join(".") : null;
  if (typeof value !== "object" || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const found = badText(key, path) ?? badText(inner, [...path, key]);
    if (found !== null) return found;
  }
  return null;
}
