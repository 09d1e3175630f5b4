import { expect, test } from "vitest";
import { patienceIn } from "./patience.ts";

test("a studio is waited for as usual, or as it says", () => {
  expect(patienceIn("")).toBe(1);
  expect(patienceIn("theme=dark; impatience=7")).toBe(1);
  expect(patienceIn("theme=dark; patience=10")).toBe(10);
  expect(patienceIn("patience=2.5; theme=dark")).toBe(2.5);
});
