import { HISTORY_LISTS } from "@map-step/contract";
import { expect, it } from "vitest";
import { whatAndWhere } from "./places.ts";

const AT = { thingId: "t", name: "2027-02-16", levelId: "l", sectionId: "s", week: 3 };

it("names every sort of thing, and leads to where it is seen", () => {
  const all = HISTORY_LISTS.map((list) => whatAndWhere({ ...AT, list }, () => "Tue 16 Feb"));
  for (const { name, to } of all) {
    expect(name).not.toBe("");
    expect(to ?? "").not.toMatch(/null|undefined/);
  }
  const told = (list: (typeof HISTORY_LISTS)[number]) => whatAndWhere({ ...AT, list }, () => "Tue 16 Feb");
  expect(told("checks")).toEqual({ name: "Check of Tue 16 Feb", to: "/checks/s/t" });
  expect(told("lessons")).toEqual({ name: "Lesson of week 3", to: "/lessons/s/3" });
  expect(whatAndWhere({ ...AT, list: "plans", sectionId: null }, String).to).toBe("/levels/l");
});
