import { describe, expect, it } from "vitest";
import { openLibrary } from "../notation/index.ts";
import { walkThrough } from "./index.ts";

const TEXTS = [
  { name: "Pass", notation: "leader\n1 L forward\n2 R side\n3 L close\nfollower opposite" },
  { name: "Turn", notation: "leader\n1 R back\n2 L side\n3 R close\nfollower opposite" },
  { name: "Both", notation: 'use "Pass"\nuse "Turn"' },
  { name: "Long", notation: 'use "Pass" counts 1-2\nuse "Turn"' },
];
const library = openLibrary(TEXTS, { slowBeats: 2, quickBeats: 1, elements: [], holds: [] });
const lookup = (name: string) => library(name)?.figure ?? null;
const figure = (name: string, slips: readonly string[] = []) => ({
  id: name.toLowerCase(),
  name,
  steps: lookup(name),
  slips,
});

describe("a walk-through", () => {
  it("calls each figure once slowly and once at speed, and says what to watch for", () => {
    const lines = walkThrough(
      [figure("Pass", ["Looking down"]), figure("Turn"), figure("Pass")],
      lookup,
      100,
    );
    expect(lines.map(({ name, counts, tempi, watch }) => [name, counts, tempi, watch])).toEqual([
      ["Pass", "1 2 3", [60, 100], ["Looking down"]],
      ["Turn", "1 2 3", [60, 100], []],
    ]);
    expect(walkThrough([figure("Pass")], lookup, null)[0]?.tempi).toBeNull();
  });

  it("names what a made figure is made of: its halves, or its counts", () => {
    const [both, long] = walkThrough([figure("Both"), figure("Long")], lookup, null);
    expect(both?.madeOf).toBe("The first half is Pass and the second half is Turn.");
    expect(long?.madeOf).toBe("Counts 1 to 2 are Pass 1–2 and counts 3 to 5 are Turn.");
  });

  it("goes through a figure without steps as well", () => {
    const [line] = walkThrough([{ id: "x", name: "Frame", steps: null, slips: [] }], lookup, 100);
    expect(line).toMatchObject({ name: "Frame", counts: "", madeOf: "", tempi: null });
  });
});
