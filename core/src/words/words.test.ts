import { expect, it } from "vitest";
import { counted, inWords, weeksInWords } from "./index.ts";

it("counts in the singular and the plural", () => {
  expect([0, 1, 2].map((count) => counted(count, "student"))).toEqual([
    "0 students",
    "1 student",
    "2 students",
  ]);
  expect(counted(3, "class", "classes")).toBe("3 classes");
});

it("says names and weeks as people do", () => {
  expect([[], ["A"], ["A", "B"], ["A", "B", "C"]].map(inWords)).toEqual(["", "A", "A and B", "A, B and C"]);
  expect(weeksInWords([4])).toBe("Week 4");
  expect(weeksInWords([1, 2])).toBe("Weeks 1 and 2");
  expect(weeksInWords([1, 2, 3, 5, 7, 8, 9])).toBe("Weeks 1 to 3, 5 and 7 to 9");
});
