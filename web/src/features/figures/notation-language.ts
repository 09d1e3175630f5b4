import {
  type Completion,
  type CompletionContext,
  type CompletionResult,
  snippetCompletion,
} from "@codemirror/autocomplete";
import { HighlightStyle, StreamLanguage, type StringStream } from "@codemirror/language";
import { tags } from "@lezer/highlight";
import {
  DIRECTIONS,
  type Element,
  elementKey,
  FREE_ACTIONS,
  isAction,
  isDirection,
  isModifier,
  isRole,
  isWeightAction,
  ROLES,
  SHORT_FORMS,
  takesDirection,
  WEIGHT_ACTIONS,
} from "@map-step/core/notation";
import { tone } from "../../app/theme.ts";

const LINES = ["use", "beats", "free", "omit", "opposite", "image", "mirror", "counts"];
const FEET = ["L", "R", "both"];

/** What a word of the notation is, as far as its colour goes. */
function sortOf(word: string): string | null {
  if (/^(\d+(e|&|a)?|e|&|a|S|Q|s|q)$/.test(word)) return "number";
  if (FEET.includes(word) || /^[LR]$/i.test(word)) return "atom";
  const long = SHORT_FORMS[word.toLowerCase()] ?? word.toLowerCase();
  if (isRole(long) || LINES.includes(long)) return "heading";
  if (isAction(long)) return isWeightAction(long) ? "keyword" : "typeName";
  return isDirection(long) || isModifier(long) ? "propertyName" : null;
}

/** The names of elements by the words they have, so that the longest is found. */
type Names = readonly ReadonlySet<string>[];

function namesOf(elements: readonly Element[]): Names {
  const byLength: Set<string>[] = [];
  for (const { name, otherNames } of elements)
    for (const one of [name, ...otherNames]) {
      const key = elementKey(one);
      const length = key.split(" ").length;
      byLength[length] ??= new Set();
      byLength[length].add(key);
    }
  return byLength;
}

/** Takes the longest name of an element that stands here; a single word only where it is no other word of steps. */
function takeElement(stream: StringStream, names: Names): boolean {
  for (let length = names.length - 1; length > 0; length--) {
    const found = stream.match(
      new RegExp(`^[^\\s;,"“]+(\\s+[^\\s;,"“]+){${length - 1}}`),
      false,
    ) as RegExpMatchArray | null;
    const [text = ""] = found ?? [];
    if (text === "" || !names[length]?.has(elementKey(text)) || (length === 1 && sortOf(text))) continue;
    stream.pos += text.length;
    return true;
  }
  return false;
}

/** The notation of a dance as a language of the editor: each sort of word has its colour. */
export function notationLanguage(elementsOf: () => readonly Element[]): StreamLanguage<unknown> {
  let known: { readonly elements: readonly Element[]; readonly names: Names } | null = null;
  const names = (): Names => {
    const elements = elementsOf();
    if (known?.elements !== elements) known = { elements, names: namesOf(elements) };
    return known.names;
  };
  return StreamLanguage.define({
    name: "steps",
    token: (stream) => {
      if (stream.eatSpace()) return null;
      if (stream.match(/^#.*/)) return "comment";
      if (stream.match(/^["“][^"”]*["”]?/)) return "string";
      if (takeElement(stream, names())) return "className";
      if (stream.match(/^[^\s;,"“]+/)) return sortOf(stream.current());
      stream.next();
      return null;
    },
  });
}

/** The colours, in both modes; roles and counts stand out by weight too. */
export const notationColours = HighlightStyle.define([
  { tag: tags.heading, fontWeight: "700", color: tone("plum") },
  { tag: tags.number, fontWeight: "700", color: tone("ink") },
  { tag: tags.atom, color: tone("pine"), fontWeight: "700" },
  { tag: tags.keyword, color: tone("pine") },
  { tag: tags.className, color: tone("pine"), fontWeight: "700", textDecoration: "underline dotted" },
  { tag: tags.comment, color: tone("soft"), fontStyle: "italic" },
  { tag: tags.typeName, color: tone("soft"), fontStyle: "italic" },
  { tag: tags.propertyName, color: tone("plum") },
  { tag: tags.string, color: tone("brick") },
]);

const words = (list: readonly string[], type: string, detail: string): Completion[] =>
  list.map((label) => ({ label, type, detail }));

const ROLE_LINES: readonly Completion[] = [
  ...words(ROLES, "class", "begins a role"),
  { label: "follower opposite", type: "class", detail: "other foot, forward answers back" },
  { label: "follower image", type: "class", detail: "other foot, the same directions" },
];
const OTHER_LINES: readonly Completion[] = [
  ...words(["beats", "free", "omit"], "class", "of the figure"),
  snippetCompletion(`use "\${}"`, { label: "use", type: "class", detail: "another figure" }),
];
const ACTIONS: readonly Completion[] = [
  ...words(WEIGHT_ACTIONS, "keyword", "with weight"),
  ...words(FREE_ACTIONS, "type", "without weight"),
];
const WAYS = words(DIRECTIONS, "property", "direction");
const MORE: readonly Completion[] = [
  ...["L", "R"].flatMap((sense) =>
    ["1/4", "1/2", "3/4", "1"].map((part) => ({
      label: `turn ${sense} ${part}`,
      type: "property",
      detail: sense === "L" ? "to the left" : "to the right",
    })),
  ),
  ...words(["small", "long"], "property", "size"),
  ...(["hold", "lead", "cue"] as const).map((word) =>
    snippetCompletion(`${word} "\${}"`, { label: word, type: "property", detail: "said in quotes" }),
  ),
];

/** What can be written next on a line, by what stands on it already. */
function optionsAfter(before: readonly string[], elements: readonly string[]): readonly Completion[] {
  const [first = ""] = before;
  const long = (word: string) => SHORT_FORMS[word.toLowerCase()] ?? word.toLowerCase();
  // What is typed is rather the word of a step than the beginning of a longer name.
  const said = words(elements, "keyword", "element").map((one) => ({ ...one, boost: -1 }));
  if (before.length === 0) return [...ROLE_LINES, ...OTHER_LINES, ...said];
  if (sortOf(first) !== "number") return [];
  const [foot, action] = FEET.includes(before[1] ?? "") ? [before[1], before[2]] : [undefined, before[1]];
  if (action === undefined)
    return foot ? [...ACTIONS, ...said] : [...words(FEET, "atom", "foot"), ...ACTIONS, ...said];
  const done = long(action);
  return isAction(done) && takesDirection(done) && before.at(-1) === action ? [...WAYS, ...MORE] : MORE;
}

/**
 * Completes what is written: roles and lines at their beginning, then feet, actions, and what belongs to a step; in
 * the quotes of a `use` line the figures of the dance.
 * @param figureNames read when it is asked for, as are the names of the elements
 */
export const notationCompletion =
  (figureNames: () => readonly string[], elementNames: () => readonly string[] = () => []) =>
  (context: CompletionContext): CompletionResult | null => {
    const { text, from } = context.state.doc.lineAt(context.pos);
    const line =
      text
        .slice(0, context.pos - from)
        .split(/[;,]/)
        .at(-1) ?? "";
    const name = /\buse\s+"([^"]*)$/.exec(line)?.[1];
    if (name !== undefined)
      return {
        from: context.pos - name.length,
        options: figureNames().map((label) => ({ label, type: "text" })),
        validFor: /^[^"]*$/,
      };
    if ((line.match(/"/g)?.length ?? 0) % 2 === 1) return null;
    const word = /\S*$/.exec(line)?.[0] ?? "";
    if (word === "" && !context.explicit) return null;
    const before = line
      .slice(0, line.length - word.length)
      .split(/\s+/)
      .filter((one) => one !== "");
    const options = optionsAfter(before, elementNames());
    return options.length === 0
      ? null
      : { from: context.pos - word.length, options: [...options], validFor: /^\S*$/ };
  };
