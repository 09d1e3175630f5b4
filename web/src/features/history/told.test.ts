import type { HistoryEntry } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { tellEntries } from "./told.ts";

const entry = (id: number, what: HistoryEntry["what"], name: unknown): HistoryEntry => ({
  id,
  what,
  note: "",
  by: "Ana",
  at: "2027-02-16T18:00:00.000Z",
  state: { name },
});
const read = ({ name }: HistoryEntry["state"]) => (typeof name === "string" ? { name } : null);
const differ = (one: { name: string }, other: { name: string }) =>
  one.name === other.name ? [] : [{ key: "name", label: "Name", mine: one.name, theirs: other.name }];

describe("a history in words", () => {
  const entries = [
    entry(3, "changed", "Window, walked"),
    entry(2, "changed", "Window"),
    entry(1, "made", "Door"),
  ];

  it("says what each change made of what was before", () => {
    expect(tellEntries(entries, false, read, differ).map(({ lines }) => lines)).toEqual([
      ["Name: Window → Window, walked"],
      ["Name: Door → Window"],
      [],
    ]);
  });

  it("leaves out the last while there are earlier ones, and says nothing of what cannot be read", () => {
    expect(tellEntries(entries, true, read, differ)).toHaveLength(2);
    expect(
      tellEntries([entry(2, "changed", 7), entry(1, "made", "Door")], false, read, differ)[0]?.lines,
    ).toEqual([]);
  });

  it("tells long texts by their beginning, and an empty one as nothing", () => {
    const [told] = tellEntries(
      [entry(2, "changed", "x".repeat(300)), entry(1, "made", "")],
      false,
      read,
      differ,
    );
    expect(told?.lines[0]).toMatch(/^Name: nothing → x{89}…$/);
  });
});
