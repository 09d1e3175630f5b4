import { describe, expect, it } from "vitest";
import { holdNamed, isSameHold, USUAL_HOLDS } from "./index.ts";

describe("the name of a hold", () => {
  it("is the same whatever its capitals, hyphens and spaces, also at its ends", () => {
    for (const name of ["Open two-hand", " open  two hand", "open-two-hand-", "- OPEN two hand"])
      expect(isSameHold(name, "open two-hand")).toBe(true);
    expect(isSameHold("open", "open two-hand")).toBe(false);
  });

  it("finds the hold of a dance, or none", () => {
    const [first] = USUAL_HOLDS;
    expect(holdNamed(`${first?.name.toUpperCase()}-`, USUAL_HOLDS)).toEqual(first);
    expect(holdNamed("no such hold", USUAL_HOLDS)).toBeNull();
  });
});
