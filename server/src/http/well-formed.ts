/** The character that no text of a database can hold, and halves of pairs, which are no characters. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: it is the one looked for
const NOT_KEPT = /\u0000|\p{Surrogate}/u;
/** Control characters that somebody meant as a new line, and all others but tabs and new lines, which show as nothing. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const [LINES, UNSEEN] = [/\r\n?|[\u000b\u000c\u0085]/g, /[\u0001-\u0008\u000e-\u001f\u007f-\u009f]/g];
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/;

/** A text without what nobody sees: control characters go, other ways to begin a line become the usual one. */
export const withoutControl = (text: string): string =>
  CONTROL.test(text) ? text.replace(LINES, "\n").replace(UNSEEN, "") : text;

interface Step {
  readonly key: string;
  readonly before: Step | null;
}

function placeOf(step: Step | null): string {
  const keys: string[] = [];
  for (let at = step; at !== null; at = at.before) keys.unshift(at.key);
  return keys.join(".");
}

/**
 * Drops control characters from every text in a value, in place. One walk without recursion, so that neither depth nor
 * length costs more than once.
 * @returns the place of the first text that can't be kept even so: one with the character U+0000, or with half of a
 * surrogate pair, or a field named with what nobody sees. `null` when all is well
 */
export function cleanText(value: unknown): string | null {
  if (typeof value === "string") return NOT_KEPT.test(value) ? "" : null;
  const open: { readonly inner: unknown; readonly at: Step | null }[] = [{ inner: value, at: null }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { inner, at } = next;
    if (typeof inner !== "object" || inner === null || ArrayBuffer.isView(inner)) continue;
    const holder = inner as Record<string, unknown>;
    const within: typeof open = [];
    for (const key of Object.keys(holder)) {
      const found = holder[key];
      if (NOT_KEPT.test(key) || withoutControl(key) !== key) return placeOf(at);
      const step: Step = { key, before: at };
      if (typeof found === "string") {
        if (NOT_KEPT.test(found)) return placeOf(step);
        if (CONTROL.test(found)) holder[key] = withoutControl(found);
      } else if (typeof found === "object" && found !== null) within.push({ inner: found, at: step });
    }
    // In the order in which they stand.
    for (let next = within.pop(); next; next = within.pop()) open.push(next);
  }
  return null;
}

/** What people write is nested a dozen deep at most; what is deeper is meant to hold a server up. */
const DEEPEST = 64;

const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_THING, CLOSE_LIST, CLOSE_THING] = [...'"\\[{]}'].map((sign) =>
  sign.charCodeAt(0),
);

/**
 * Whether JSON is nested deeper than anything of ours, told from its bytes before anything is made of them.
 * Linear in their number; `[[1]]` is two deep.
 */
export function isTooDeep(json: Uint8Array, deepest = DEEPEST): boolean {
  let depth = 0;
  let inText = false;
  for (let at = 0; at < json.length; at++) {
    const byte = json[at];
    if (inText) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === OPEN_LIST || byte === OPEN_THING) {
      depth += 1;
      if (depth > deepest) return true;
    } else if (byte === CLOSE_LIST || byte === CLOSE_THING) depth -= 1;
  }
  return false;
}
