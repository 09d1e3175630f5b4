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
    expect(importsOf("lib").get("lib/circles.test.ts")).toEqual(["lib/circles.ts"]);
  });
});
