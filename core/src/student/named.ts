/** A place in a text where somebody may be named. */
export interface Naming {
  /** Where it begins and ends, in UTF-16 units of the text. */
  readonly from: number;
  readonly to: number;
  /** A whole name of two words or more, however it is laid out; otherwise a part of it. */
  readonly isWhole: boolean;
  /** Written as a name is: with a capital, or called with `@`. */
  readonly isCapital: boolean;
  /** The word of the name that stands there, plain; of a whole name the whole. */
  readonly word: string;
}

/** Letters that are not seen: soft hyphens, joiners and marks of direction. */
const UNSEEN = /[\u00ad\u200b-\u200f\u202a-\u202e\u2060-\u2064\ufeff]/u;
/** What may stand between the words of one name: blanks of every kind, a line's end, and few signs. */
const BETWEEN = "[\\s.,_\\-\\u2010-\\u2015'’/]{0,3}";
/** Little words of names (`van`, `de la`) name nobody by themselves; two letters may (`Bo`). */
const SHORTEST = 2;
const LITTLE = /^\p{Ll}{1,3}$/u;

interface Plain {
  readonly text: string;
  /** Where each unit of the plain text stands in the text, with the end as a last one. */
  readonly at: readonly number[];
}

/** A text as names are compared: small letters without their marks, and nothing that is not seen. */
function plainOf(text: string): Plain {
  let plain = "";
  const at: number[] = [];
  let place = 0;
  for (const letter of text) {
    const made = UNSEEN.test(letter) ? "" : letter.normalize("NFKD").replaceAll(/\p{M}/gu, "").toLowerCase();
    for (let unit = 0; unit < made.length; unit++) at.push(place);
    plain += made;
    place += letter.length;
  }
  at.push(place);
  return { text: plain, at };
}

/**
 * The words of a name, as it is compared; those that name somebody by themselves are `telling`.
 * @example
 * nameWords("Ana de Marsh") // { all: ["ana", "de", "marsh"], telling: ["ana", "marsh"] }
 */
export function nameWords(name: string): {
  readonly all: readonly string[];
  readonly telling: readonly string[];
} {
  const all: string[] = [];
  const telling: string[] = [];
  for (const word of name.normalize("NFC").match(/[\p{L}\p{N}\p{M}]+/gu) ?? []) {
    const { text } = plainOf(word);
    if (text === "") continue;
    all.push(text);
    if (text.length >= SHORTEST && !LITTLE.test(word)) telling.push(text);
  }
  return { all, telling };
}

/** In which orders the words of a name are written: as it is, its last words first, without those in between. */
function ordersOf(words: readonly string[]): readonly (readonly string[])[] {
  const [first = "", last = ""] = [words[0], words.at(-1)];
  const turned = words.map((_word, at) => [...words.slice(at), ...words.slice(0, at)]);
  return words.length < 2 ? [] : [...turned, [first, last], [last, first]];
}

/**
 * Finds every place in a text where one of some names may stand: whole, in other capitals, over a line's end, with its
 * last word first, run together or called with `@`, with an initial (`Ana M.`), or one of its words alone. Of places that
 * overlap the widest is given.
 * @param names under which one person is written
 * @example
 * findNamings(["Ana Marsh"])("thanks to MARSH, ana").map(({ from, to }) => [from, to]) // [[10, 20]]
 */
export function findNamings(names: readonly string[]): (text: string) => readonly Naming[] {
  const words = names.map((name) => nameWords(name));
  const whole = words.flatMap(({ all }) => ordersOf(all).map((order) => order.join(BETWEEN)));
  const short = words.flatMap(({ all }) => {
    const [first, last] = [all[0], all.at(-1)];
    if (first === undefined || last === undefined || all.length < 2) return [];
    const initial = (word: string) => `${word[0]}(?![\\p{L}\\p{N}])\\.?`;
    return [
      `${first}[\\s.]{1,2}${initial(last)}`,
      `${last},?[\\s.]{1,2}${initial(first)}`,
      `${first[0]}[.\\s]{1,2}${last}`,
    ];
  });
  const single = [...new Set(words.flatMap(({ telling }) => telling))].toSorted(
    (a, b) => b.length - a.length,
  );
  const any = [
    ...(whole.length > 0 ? [`(?<whole>${whole.join("|")})s?`] : []),
    ...(short.length > 0 ? [`(?<short>${short.join("|")})`] : []),
    ...(single.length > 0 ? [`(?<single>${single.join("|")})(?<more>s)?`] : []),
  ];
  if (any.length === 0) return () => [];
  // Run together behind `@` a number may follow.
  const pattern = new RegExp(
    `(?<![\\p{L}\\p{N}])(?:${any.join("|")})(?:(?<=@[\\p{L}._-]+)[\\p{N}_]+)?(?![\\p{L}\\p{N}])`,
    "gu",
  );
  return (text) => {
    const { text: plain, at } = plainOf(text);
    return [...plain.matchAll(pattern)].map(({ 0: found, index, groups }): Naming => {
      const [from, to] = [at[index] ?? 0, at[index + found.length] ?? text.length];
      const isCalled = plain[index - 1] === "@";
      return {
        from,
        to,
        isWhole: groups?.whole !== undefined,
        // `Marks` may be one word of its own.
        isCapital: groups?.more === undefined && (isCalled || /\p{Lu}/u.test(text.slice(from, to))),
        word: groups?.single ?? groups?.whole ?? found,
      };
    });
  };
}

/** Why a place may be about somebody else: who else is called so, an ordinary word, or no class of theirs. */
export type NamingDoubt =
  | { readonly kind: "another"; readonly name: string }
  | { readonly kind: "word" }
  | { readonly kind: "elsewhere" };

/** Everybody else by the words of their names, to tell who else may be meant. */
export interface OtherNames {
  /** Others by their whole names, run together, in each order of its words. */
  readonly whole: ReadonlyMap<string, string>;
  /** Others by each word of their names. */
  readonly words: ReadonlyMap<string, string>;
}

/**
 * Everybody else's names, to be asked by `namingDoubt`.
 * @example
 * otherNames(["Ana Bell"]).words.get("ana") // "Ana Bell"
 */
export function otherNames(names: readonly string[]): OtherNames {
  const [whole, words] = [new Map<string, string>(), new Map<string, string>()];
  for (const name of names) {
    const { all, telling } = nameWords(name);
    for (const order of ordersOf(all)) whole.set(order.join(""), name);
    for (const word of telling) words.set(word, name);
  }
  return { whole, words };
}

/**
 * Why a place may be about somebody else; `null` where it is surely about the one whose name it is.
 * @param isOwn whether it was written about a class of theirs
 * @param ordinary words of the name that the studio writes small elsewhere, as no name is written
 * @example
 * namingDoubt({ from: 0, to: 3, isWhole: false, isCapital: true, word: "ana" }, true, otherNames(["Ana Bell"]), new Set()) // { kind: "another", name: "Ana Bell" }
 */
export function namingDoubt(
  { isWhole, isCapital, word }: Naming,
  isOwn: boolean,
  others: OtherNames,
  ordinary: ReadonlySet<string>,
): NamingDoubt | null {
  const said = word.match(/[\p{L}\p{N}]+/gu) ?? [];
  const another = isWhole
    ? others.whole.get(said.join(""))
    : said.flatMap((one) => others.words.get(one) ?? [])[0];
  if (another !== undefined) return { kind: "another", name: another };
  if (isWhole) return null;
  if (!isCapital || said.some((one) => ordinary.has(one))) return { kind: "word" };
  return isOwn ? null : { kind: "elsewhere" };
}
