import type { RecapDocument } from "@map-step/core/recap";
import { expect, it } from "vitest";
import { type RecapText, recapMerger } from "./merge.ts";

const recap = (title: string, ...lines: string[]): RecapText => ({
  title,
  document: {
    type: "doc",
    content: lines.map((text) => ({ type: "paragraph", content: [{ type: "text", text }] })),
  } as RecapDocument,
});
const base = recap("Week 1", "one", "two", "three");

it("puts blocks together that two people changed at different places", () => {
  const merged = recapMerger(
    base,
    recap("Week 1", "one", "two", "three", "four"),
    recap("Week one", "ONE", "two", "three"),
  );
  expect(merged.conflicts).toEqual([]);
  expect(merged.take(new Set())).toEqual(recap("Week one", "ONE", "two", "three", "four"));
});

it("asks only for the block that both wrote another way", () => {
  const merged = recapMerger(
    base,
    recap("Week 1", "one", "mine", "three"),
    recap("Week 1", "ONE", "two", "theirs"),
  );
  const [asked] = merged.conflicts;
  expect(merged.conflicts).toHaveLength(1);
  expect(merged.take(new Set([asked?.key ?? ""]))).toEqual(recap("Week 1", "ONE", "two", "theirs"));
  expect(merged.take(new Set()).document.content).toHaveLength(3);
});

it("asks for the whole text where it is not known what it said before", () => {
  const merged = recapMerger(undefined, recap("A", "mine"), recap("B", "theirs"));
  expect(merged.conflicts.map(({ key }) => key)).toEqual(["title", "text:0"]);
  expect(merged.take(new Set(["title", "text:0"]))).toEqual(recap("B", "theirs"));
});
