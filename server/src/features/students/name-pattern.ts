/** What stands where a name stood, and in the place of who was erased. */
export const ERASED = "(name erased)";

/**
 * Text that stands for a name in a pattern of PostgreSQL: the whole name, or one of its words, since remarks call
 * people by one of them.
 */
export function namePattern(names: readonly string[], words: "each word" | "whole"): string {
  const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, "\\$&");
  const parts = names.flatMap((name) => [
    name,
    ...(words === "each word" ? name.split(/\s+/).filter((word) => word.length >= 2) : []),
  ]);
  const alternatives = [...new Set(parts)].sort((a, b) => b.length - a.length).map(escaped);
  return `(?<![[:alnum:]])(${alternatives.join("|")})(?![[:alnum:]])`;
}

/** The same pattern for JavaScript. */
export const asRegExp = (pattern: string): RegExp =>
  new RegExp(pattern.replaceAll("[:alnum:]", "\\p{L}\\p{N}"), "gu");

/** Fields that hold what somebody wrote. */
const WRITTEN = new Set(["text", "title", "goodToKnow", "reason", "note", "answer", "name"]);

/** What was written in a document, or in a kept state of something, with a name taken out; all else as it is. */
export function withoutName(node: unknown, pattern: RegExp): unknown {
  if (Array.isArray(node)) return node.map((inner) => withoutName(inner, pattern));
  if (typeof node !== "object" || node === null) return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => [
      key,
      WRITTEN.has(key) && typeof value === "string"
        ? value.replace(pattern, ERASED)
        : withoutName(value, pattern),
    ]),
  );
}
