import { expect, it } from "vitest";
import { stateInWords } from "./index.ts";

it("says a state by its hold and the feet that are free", () => {
  expect(stateInWords({ hold: "closed", free: { leader: "L", follower: "R" } })).toBe(
    "closed, leader's left and follower's right free",
  );
  expect(stateInWords({ hold: null, free: { leader: "R", follower: null } })).toBe(
    "any hold, leader's right free",
  );
  expect(stateInWords({ hold: null, free: { solo: "L" } })).toBe("left free");
  expect(stateInWords({ hold: "shadow", free: {} })).toBe("shadow");
});
