/** Somebody who can be called by name. */
export interface Callable {
  readonly id: string;
  readonly name: string;
}

const LETTER = /[\p{L}\p{N}]/u;

/** Ways to call each person: by the whole name, and by the first one where nobody else has it. */
function callsOf(people: readonly Callable[]): readonly (readonly [call: string, id: string])[] {
  const firstOf = ({ name }: Callable) => name.split(/\s+/)[0]?.toLowerCase() ?? "";
  const calls = people.flatMap((person): [string, string][] => {
    const isAlone = people.filter((other) => firstOf(other) === firstOf(person)).length === 1;
    return [
      [person.name.toLowerCase(), person.id],
      ...(isAlone ? [[firstOf(person), person.id] as [string, string]] : []),
    ];
  });
  // The longest that fits is meant.
  return calls.filter(([call]) => call !== "").sort(([a], [b]) => b.length - a.length);
}

/**
 * Who is called by `@name` in a text: by the whole name, or by the first name where only one has it.
 * @returns ids, each once, in the order in which they are called
 * @example
 * mentionsIn("@ana, look at this", [{ id: "1", name: "Ana Lind" }]) // ["1"]
 */
export function mentionsIn(text: string, people: readonly Callable[]): string[] {
  const calls = callsOf(people);
  const low = text.toLowerCase();
  const found = [...low.matchAll(/@/g)].flatMap(({ index }) => {
    // An address of mail calls nobody.
    if (LETTER.test(low[index - 1] ?? "")) return [];
    const called = calls.find(
      ([call]) => low.startsWith(call, index + 1) && !LETTER.test(low[index + 1 + call.length] ?? ""),
    );
    return called ? [called[1]] : [];
  });
  return [...new Set(found)];
}

/**
 * Those who can still be meant by what is being typed after the last `@`, for a text that ends there.
 * @example
 * calledSoFar("ask @an", [{ id: "1", name: "Ana Lind" }]).map(({ id }) => id) // ["1"]
 */
export function calledSoFar<T extends Callable>(text: string, people: readonly T[]): T[] {
  const begun = /(?:^|[^\p{L}\p{N}])@([\p{L}\p{N}' -]{0,40})$/u.exec(text)?.[1]?.toLowerCase();
  if (begun === undefined) return [];
  return people.filter(({ name }) => {
    const low = name.toLowerCase();
    return (
      low !== begun && (low.startsWith(begun) || low.split(/\s+/).some((word) => word.startsWith(begun)))
    );
  });
}

/**
 * The counts that a comment means, where it says so: "count 3", "counts 5 to 8", "counts 5-8". `null` where it does not,
 * or where they are none.
 * @example
 * countsMeant("On counts 5 to 8 the hand is late") // [5, 8]
 */
export function countsMeant(text: string): [from: number, to: number] | null {
  const [, first, last] = /\bcounts?\s+(\d{1,3})(?:\s*(?:-|–|to|and)\s*(\d{1,3}))?\b/i.exec(text) ?? [];
  if (first === undefined) return null;
  const [from, to] = [Number(first), Number(last ?? first)];
  return from >= 1 && from <= to && to <= 512 ? [from, to] : null;
}
