import type { Enrolled, EnrolmentContent, NamePlace } from "@map-step/contract";
import { dayAndMonth } from "../../kit/dates.ts";

/** A role as it is said of one dancer. */
export const roleName = (role: Enrolled["role"]): string => (role === "both" ? "both roles" : role);

/** A place in a section in words: `leader from 3 Feb until 10 Mar`. */
export function placeInWords({ role, from, until, waiting }: EnrolmentContent): string {
  if (waiting) return `${roleName(role)}, waits`;
  return `${roleName(role)} from ${dayAndMonth(from)}${until === null ? "" : ` until ${dayAndMonth(until)}`}`;
}

/** Why a place where a name stands may be about somebody else. */
export function doubtInWords(doubt: NonNullable<NamePlace["doubt"]>): string {
  if (doubt.kind === "another") return `${doubt.name} is called so, too`;
  if (doubt.kind === "word") return "Written as an ordinary word";
  return "In none of their classes";
}
