import { HISTORY_LISTS } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { differsAfter, holdsNoted } from "./meant.ts";

const [ONE, OTHER] = ["11111111-1111-4111-8111-111111111111", "22222222-2222-4222-8222-222222222222"];

const change = (list: (typeof HISTORY_LISTS)[number], about = {}) => ({
  ...{ list, thingId: ONE, what: "changed" as const, byId: "me" },
  ...about,
});

describe("what is read again after a change", () => {
  it.each([
    ["plans", `/api/plans/${ONE}`, true],
    ["plans", `/api/plans/${OTHER}`, false],
    ["plans", `/api/plans/${ONE}/drafts`, true],
    ["plans", `/api/sections/${OTHER}/lessons/3`, true],
    ["plans", "/api/today", true],
    ["plans", "/api/figures", false],
    ["sequences", "/api/sequences", true],
    ["sequences", `/api/sequences/${OTHER}`, false],
    ["figures", "/api/figures", true],
    ["figures", `/api/plans/${OTHER}`, true],
    ["levels", "/api/sections", true],
  ] as const)("%s at %s: %s", (list, place, expected) => {
    expect(differsAfter(place, [change(list)], "me")).toBe(expected);
  });

  it("is who is signed in after a change of the settings only, and never what is worked out in the page", () => {
    for (const list of HISTORY_LISTS) {
      expect(differsAfter("/api/session", [change(list)], "me")).toBe(list === "settings");
      expect(differsAfter("/api/studio/file", [change(list)], "me")).toBe(false);
      expect(differsAfter("likeness", [change(list)], "me")).toBe(false);
      // What is proposed is no news of its own.
      expect(differsAfter("/api/history/since", [change(list)], "me")).toBe(list !== "proposals");
    }
  });

  it("is what somebody took away, to see that it is gone, but not for those who did it", () => {
    const gone = { what: "removed" as const };
    expect(differsAfter(`/api/figures/${ONE}`, [change("figures", gone)], "me")).toBe(false);
    expect(differsAfter("/api/figures", [change("figures", gone)], "me")).toBe(true);
    const both = [change("figures", { what: "back" }), change("figures", gone)];
    expect(differsAfter(`/api/figures/${ONE}`, both, "me")).toBe(false);
    expect(differsAfter(`/api/figures/${ONE}`, [change("figures", { ...gone, byId: "you" })], "me")).toBe(
      true,
    );
  });
});

describe("what is read again when something was noted", () => {
  it.each([
    [3, `/api/sections/${ONE}/lessons/3/log`, true],
    [3, `/api/sections/${ONE}/lessons/13/log`, false],
    [3, `/api/sections/${ONE}/lessons/3`, false],
    [3, `/api/sections/${OTHER}/lessons/3/log`, false],
    [3, `/api/sections/${ONE}/evidence`, false],
    [null, `/api/sections/${ONE}/evidence`, true],
    [null, `/api/sections/${ONE}/lessons/3/log`, false],
  ])("in week %s, at %s: %s", (week, place, expected) => {
    expect(holdsNoted(place, { sectionId: ONE, week })).toBe(expected);
    // Where it is not known what was missed, every log and every check is.
    expect(holdsNoted(place, null)).toBe(/log$|evidence$/.test(place));
  });
});
