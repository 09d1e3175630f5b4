import { describe, expect, it } from "vitest";
import { sideBySide } from "./against.ts";
import { watchMachine } from "./busy.ts";

describe("two runs beside each other", () => {
  it("puts lines of the same words together, whatever their numbers, each line once", () => {
    const before = [
      "  12.5 ms   read   (load 0.5, 3 % others, 0 % stolen)",
      "  3 ms   write",
      "  4 ms   read",
    ];
    const now = ["", "  11 ms   read", "  9 ms   read", "  2 ms   new"];
    expect(sideBySide(before, now, "v1")).toEqual([
      "v1:     12.5 ms   read   (load 0.5, 3 % others, 0 % stolen)",
      "here:   11 ms   read",
      "",
      "v1:     4 ms   read",
      "here:   9 ms   read",
      "",
      "here:   2 ms   new",
    ]);
  });
});

it("how busy a machine is stands in words, each share at least nothing", () => {
  const busy = watchMachine();
  expect(busy()).toMatch(/^load \d+\.\d, \d+ % others, \d+ % stolen$/);
});
