import type { HistoryEntry } from "@map-step/contract";
import type { Difference } from "../../kit/merge.ts";

/** What an entry of a history says beside what stood before it. */
export interface ToldEntry {
  readonly entry: HistoryEntry;
  /** Each line one thing that differs from before. */
  readonly lines: readonly string[];
}

/** Longer texts are told by their beginning. */
const MOST_LETTERS = 90;
const short = (text: string): string => {
  const line = text.replaceAll("\n", "; ");
  return line.length > MOST_LETTERS ? `${line.slice(0, MOST_LETTERS - 1)}…` : line || "nothing";
};

/**
 * The entries of a history in words, the newest first.
 * @param earlier whether there are entries before these: then the last is not told, since what it followed is not known
 * @param read takes of a state what can be told; `null` where it is written in a way that is not read any more
 */
export function tellEntries<T>(
  entries: readonly HistoryEntry[],
  earlier: boolean,
  read: (state: HistoryEntry["state"]) => T | null,
  differ: (before: T, after: T) => readonly Difference[],
): ToldEntry[] {
  const told = entries.map((entry, index): ToldEntry => {
    const before = entries[index + 1];
    const [was, is] = [before ? read(before.state) : null, read(entry.state)];
    const lines =
      entry.what === "changed" && was && is
        ? differ(was, is).map(({ label, mine, theirs }) => `${label}: ${short(mine)} → ${short(theirs)}`)
        : [];
    return { entry, lines };
  });
  return earlier ? told.slice(0, -1) : told;
}
