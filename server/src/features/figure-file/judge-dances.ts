import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import {
  DANCE_FIELDS,
  type DanceRecord,
  type JudgedDance,
  type NewDance,
  newDance,
} from "@map-step/contract";
import { nameKey } from "@map-step/core/notation";
import type { FileRows } from "../../work/work.ts";

interface Judged {
  readonly told: JudgedDance;
  /** The dance as it would be added; nothing for one that stays or is refused. */
  readonly next: DanceRecord | null;
}

const differences = (now: DanceRecord, next: NewDance): string[] =>
  Object.entries(DANCE_FIELDS).flatMap(([name, { label }]) => {
    const field = name as keyof typeof DANCE_FIELDS;
    return field === "name" || isDeepStrictEqual(now[field], next[field]) ? [] : [label];
  });

/**
 * Judges the dances that a file brings along: what is missing here would be added; what is here stays as it is, since
 * figures are danced by it.
 */
export function judgeDances(dances: FileRows, here: readonly DanceRecord[]): Judged[] {
  const known = new Map(here.map((dance) => [nameKey(dance.name), dance]));
  const seen = new Set<string>();
  return dances.map((value): Judged => {
    const read = newDance.safeParse(value);
    const name = typeof value.name === "string" ? value.name.trim() : "";
    const refuse = (reasons: JudgedDance["reasons"]): Judged => ({
      told: { name, verdict: "refused", differs: [], reasons },
      next: null,
    });
    if (!read.success)
      return refuse(read.error.issues.map(({ path, message }) => ({ path: path.join("."), message })));
    if (seen.has(nameKey(name)))
      return refuse([{ path: "name", message: "The same dance stands in the file twice" }]);
    seen.add(nameKey(name));
    const now = known.get(nameKey(name));
    if (now)
      return {
        told: { name, verdict: "stays", differs: differences(now, read.data), reasons: [] },
        next: null,
      };
    return {
      told: { name, verdict: "added", differs: [], reasons: [] },
      next: { ...read.data, id: randomUUID(), version: 1 },
    };
  });
}
