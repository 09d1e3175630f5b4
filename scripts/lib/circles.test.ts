import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { circlesIn, importsOf } from "./circles.ts";

describe("circles of imports", () => {
  it("are found wherever one begins, also those of one file and those behind others", () => {
    expect(circlesIn(new Map([["a", ["a"]]]))).toEqual([["a"]]);
    expect(
      circlesIn(
        new Map([
          ["start", ["a"]],
          ["a", ["b", "leaf"]],
          ["b", ["c"]],
          ["c", ["a"]],
          ["leaf", []],
        ]),
      ),
    ).toEqual([["a", "b", "c"]]);
  });

  it("are none where two ways lead to one file", () => {
    expect(
      circlesIn(
        new Map([
          ["a", ["b", "c"]],
          ["b", ["d"]],
          ["c", ["d"]],
        ]),
      ),
    ).toEqual([]);
  });

  it("are looked for in what is really imported", () => {
    const here = import.meta.dirname;
    expect(importsOf(here).get(join(here, "circles.test.ts"))).toEqual([join(here, "circles.ts")]);
  });
});
