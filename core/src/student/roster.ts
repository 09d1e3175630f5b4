/** What a dancer may be enrolled as: one role, or both in turn. */
export const ENROLMENT_ROLES = ["leader", "follower", "solo", "both"] as const;
/** One of `ENROLMENT_ROLES`. */
export type EnrolmentRole = (typeof ENROLMENT_ROLES)[number];

/** One line of a list of names. */
export interface RosterLine {
  /** From 1. */
  readonly line: number;
  readonly name: string;
  readonly role: EnrolmentRole;
}

/** A line that could not be taken. */
export interface RosterFault {
  readonly line: number;
  readonly found: string;
  readonly message: string;
}

const ROLE_WORDS: Readonly<Record<string, EnrolmentRole>> = {
  leader: "leader",
  lead: "leader",
  leads: "leader",
  l: "leader",
  follower: "follower",
  follow: "follower",
  follows: "follower",
  f: "follower",
  solo: "solo",
  alone: "solo",
  s: "solo",
  both: "both",
  switch: "both",
  b: "both",
};
const LONGEST_NAME = 80;

/** Where a line says the role: after a tab, a comma, a semicolon or a dash, in brackets, or as its last word. */
const SPLIT = /^(.*?)(?:\s*[\t,;]\s*|\s+[-–—]\s+|\s*\(\s*|\s+)([\p{L}]+)\s*\)?\s*$/u;

/**
 * Reads a pasted list: a name and a role a line. Numbers and bullets before a name are left out, empty lines too.
 * @param usual the role of a line that says none
 * @example
 * readRoster("Ana, leader\nBen (follow)", "leader").lines.map(({ name, role }) => [name, role])
 * // [["Ana", "leader"], ["Ben", "follower"]]
 */
export function readRoster(
  text: string,
  usual: EnrolmentRole,
): { readonly lines: readonly RosterLine[]; readonly faults: readonly RosterFault[] } {
  const lines: RosterLine[] = [];
  const faults: RosterFault[] = [];
  text.split(/\r\n|\r|\n/).forEach((raw, at) => {
    const found = raw.replace(/^\s*(?:\d+[.)]|[-*•])\s+/, "").trim();
    if (found === "") return;
    const line = at + 1;
    const [, before = "", word = ""] = SPLIT.exec(found) ?? [];
    const role = ROLE_WORDS[word.toLowerCase()];
    // A single word is a name, and an initial that stands as a word by itself belongs to it.
    const said = role !== undefined && before.trim() !== "" && (word.length > 1 || /[\t,;(]/.test(found));
    const name = (said ? before : found).replaceAll(/\s+/g, " ").trim();
    const separated = !said && /[\t,;]/.test(found);
    if (name.length > LONGEST_NAME)
      faults.push({ line, found, message: `At most ${LONGEST_NAME} characters` });
    else if (separated)
      faults.push({
        line,
        found,
        message: `"${found
          .split(/[\t,;]/)
          .at(-1)
          ?.trim()}" is no role; write leader, follower, solo or both`,
      });
    else lines.push({ line, name, role: said ? role : usual });
  });
  return { lines, faults };
}

/** Somebody in a section, from a day until a day. */
export interface OnRoster {
  readonly from: string;
  /** The last day; `null` while they go on. */
  readonly until: string | null;
  /** Waiting for a place. */
  readonly waiting: boolean;
}

/**
 * Whether somebody is in a class on a day.
 * @example
 * isEnrolledOn({ from: "2027-02-01", until: null, waiting: false }, "2027-02-08") // true
 */
export const isEnrolledOn = ({ from, until, waiting }: OnRoster, day: string): boolean =>
  !waiting && from <= day && (until === null || day <= until);

/**
 * Dancers by the role that they take tonight: who dances both goes where fewer are.
 * @example
 * sidesOf([{ role: "leader" }, { role: "both" }]).followers.length // 1
 */
export function sidesOf<T extends { readonly role: EnrolmentRole }>(
  dancers: readonly T[],
): { readonly leaders: readonly T[]; readonly followers: readonly T[] } {
  const leaders = dancers.filter(({ role }) => role === "leader");
  const followers = dancers.filter(({ role }) => role === "follower");
  for (const one of dancers.filter(({ role }) => role === "both"))
    (leaders.length <= followers.length ? leaders : followers).push(one);
  return { leaders, followers };
}
