import { describe, expect, it } from "vitest";
import { differencesOf, mergeChoice, type Shown } from "../../kit/merge.ts";
import { judge } from "./judge.ts";

interface Thing {
  readonly name: string;
  readonly minutes: number;
  readonly slips: readonly string[];
}
const SHOWN: Shown<Thing> = {
  name: ["Name", (name) => name],
  minutes: ["Minutes", String],
  slips: ["Slips", (slips) => slips.join("; ")],
};
const judged = (base: Thing, proposed: Thing, current: Thing) =>
  judge(
    base,
    proposed,
    current,
    (one, other) => differencesOf(one, other, SHOWN),
    (one, other, taken) => mergeChoice(one, other, taken),
  );
const BASE: Thing = { name: "Pass", minutes: 10, slips: [] };

describe("a proposal as things are now", () => {
  it("asks for what it changes and nothing that somebody else changed since", () => {
    const { changes, there, take } = judged(BASE, { ...BASE, slips: ["late"] }, { ...BASE, minutes: 12 });
    expect(changes).toEqual([{ key: "slips", label: "Slips", now: "", next: "late", changedSince: false }]);
    expect(there).toBe(0);
    expect(take(new Set(["slips"]))).toEqual({ name: "Pass", minutes: 12, slips: ["late"] });
    expect(take(new Set())).toEqual({ ...BASE, minutes: 12 });
  });

  it("says what was changed meanwhile another way, and what is there already", () => {
    const { changes, there } = judged(
      BASE,
      { name: "Side pass", minutes: 12, slips: [] },
      { name: "Left pass", minutes: 12, slips: [] },
    );
    expect(changes).toEqual([
      { key: "name", label: "Name", now: "Left pass", next: "Side pass", changedSince: true },
    ]);
    expect(there).toBe(1);
  });
});
