/** Nouns that are counted in what the product says, in the singular. */
const NOUNS = [
  ...[
    "basic",
    "beat",
    "change",
    "class",
    "classes",
    "clause",
    "comment",
    "couple",
    "dancer",
    "day",
    "degree",
    "entry",
  ],
  ...[
    "exposure",
    "figure",
    "finding",
    "follower",
    "join",
    "leader",
    "lesson",
    "letter",
    "level",
    "look",
    "loop",
    "mark",
  ],
  ...[
    "minute",
    "move",
    "night",
    "pattern",
    "person",
    "phrase",
    "place",
    "recap",
    "remark",
    "return",
    "round",
    "second",
  ],
  ...[
    "section",
    "sequence",
    "step",
    "student",
    "tap",
    "teacher",
    "time",
    "touch",
    "turn",
    "type",
    "version",
    "week",
  ],
];
const SINGULAR = NOUNS.filter((noun) => noun !== "classes").join("|");
const PLURAL = NOUNS.map((noun) =>
  noun === "entry"
    ? "entries"
    : noun === "person"
      ? "people"
      : /(s|ch)$/.test(noun)
        ? `${noun}es`
        : `${noun}s`,
).join("|");

/** What no sentence has, each with its name. */
const RULES: readonly (readonly [name: string, pattern: RegExp])[] = [
  [
    "one of many",
    new RegExp(`(?<![\\d.,:/–-])(?<!(?:[Ww]eek|[Cc]ount|[Oo]n) )\\b1 (?:more |other |new )?(?:${PLURAL})\\b`),
  ],
  [
    "many of one",
    new RegExp(
      `(?<![\\d.:/]|weeks? |count |counts |level |of |and |to )\\b(?:0|[2-9]|\\d{2,}) (?:more |other |new )?(?:${SINGULAR})\\b(?! (?:room|plan|long|in|strand|a)\\b)`,
    ),
  ],
  [
    "a number and its verb",
    /(?<!(?:[Ww]eek|[Cc]ount|[Ll]evel|[Oo]n) )\b1 (?!of\b)\w+ (?:are|have|do|begin|need|come)\b/,
  ],
  [
    "an empty place",
    /\b(?:undefined|null|NaN|Infinity)\b|\[object|\(\s*\)|“”|""|: [.,;]|:\s*$|\b(?:in|of|and|week|from|by) [.,;:]|,\s*[.,;:]|;\s*\.|^\s*[,;:]/,
  ],
  ["blanks", /^\s|\s$| {2}|\s[.,;:!?](?:\s|$)|\b\w+ s\b(?<!’ s)/],
  ["a word twice", /\b(the|an|of|in|and|to|is|are|with|by|on) \1\b/i],
  ["two ends", /[.!?]{2,}(?<!…)|\.;|;;|,,/],
  [
    "an article",
    /\ban [bcdfgjklmnpqrstvwxyz]\w|\ba (?!and\b|as\b|at\b|in\b|is\b|on\b|or\b|once|one)[aeio]\w/,
  ],
];

/**
 * What is wrong with a sentence as English: number, articles, doubled words, empty places.
 * @returns the names of the rules that it breaks
 */
export function sentenceFaults(sentence: string): readonly string[] {
  // What people wrote is theirs.
  const own = sentence.replaceAll(/“[^”]+”/g, "“this”");
  return RULES.flatMap(([name, pattern]) => (pattern.test(own) ? [name] : []));
}

/** Every sentence within something: texts of two words or more. */
export function sentencesIn(value: unknown): readonly string[] {
  if (typeof value === "string") return /\S\s+\S/.test(value) ? [value] : [];
  if (value instanceof Map || value instanceof Set) return [...value].flatMap(sentencesIn);
  if (Array.isArray(value)) return value.flatMap(sentencesIn);
  if (typeof value !== "object" || value === null) return [];
  return Object.values(value).flatMap(sentencesIn);
}
