import { type Figure, type Parsed, parseFigure, type Role, writtenRoles } from "../notation/index.ts";
import { roleInWords } from "./say-back.ts";
import { type NotatedDance, readingOf } from "./set.ts";

/**
 * What each role of a figure is called, in words; one entry for both where they are called alike.
 * @example
 * callsInWords(BASIC, DANCE) // [{ roles: ["leader", "follower"], words: "side basic twice" }]
 */
export function callsInWords(
  figure: Figure,
  dance: NotatedDance,
): { readonly roles: readonly Role[]; readonly words: string }[] {
  const said: { roles: Role[]; words: string }[] = [];
  for (const role of writtenRoles(figure)) {
    const words = roleInWords(figure, role, dance);
    const alike = said.find((one) => one.words === words);
    if (alike) alike.roles.push(role);
    else if (words !== "") said.push({ roles: [role], words });
  }
  return said;
}

/**
 * A call written out: elements and bare actions in a row, with counts from their lengths, beginning on the foot that is
 * free unless one is said. Any text of the notation is read.
 * @returns the figure, and the faults of what cannot be read
 * @example
 * expandCall("rock step, triple step, triple step", DANCE).figure.length // 144
 */
export const expandCall = (text: string, dance: NotatedDance): Parsed => parseFigure(text, readingOf(dance));
