import type { KeptEvidence, StudentExport } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { cardAsHtml } from "./card-text.ts";
import { asHtml } from "./export-html.ts";
import { overTime } from "./over-time.ts";

const HOSTILE = '<script>alert("x")</script> & Söhne';

describe("what is handed over", () => {
  const all: StudentExport = {
    name: HOSTILE,
    role: "both",
    otherNames: [],
    since: "2027-01-01T00:00:00.000Z",
    waited: [],
    courses: [
      {
        level: "Hustle 1",
        section: HOSTILE,
        role: "leader",
        from: "2027-01-11",
        until: null,
        waiting: false,
      },
    ],
    attendance: [{ section: "Monday", week: 1, date: "2027-01-11", present: true, by: "Ilse" }],
    practice: [],
    marks: [
      {
        date: "2027-01-11",
        figure: "Turn",
        role: "leader",
        layer: "partner",
        mark: "",
        corrects: true,
        by: "Ilse",
      },
    ],
    wishes: [{ level: "Hustle 2", weekdays: [0, 3], together: ["Bo"], goes: true, section: "Thursday" }],
    written: [{ what: "Comment", about: "Monday", day: "2027-01-11", text: HOSTILE, by: "Ilse", copies: 1 }],
    doubtful: 2,
  };

  it("is a page that runs nothing, and the same as data within it", () => {
    const page = asHtml(all);
    expect(page.match(/<script/g)).toHaveLength(1);
    expect(page).toContain("&lt;script&gt;alert(&quot;x&quot;)&lt;/script&gt; &amp; Söhne");
    for (const text of [
      "taken back",
      "Sunday, Wednesday",
      "Comment (and 1 earlier version or copy)",
      "2 more places",
    ])
      expect(page).toContain(text);
    const [, data = ""] = /<script type="application\/json" id="data">(.*?)<\/script>/s.exec(page) ?? [];
    expect(JSON.parse(data)).toEqual(all);
  });

  it("is a card that says what was seen and what is next", () => {
    const page = cardAsHtml({
      studio: "Saltglass",
      name: HOSTILE,
      course: "Hustle 1, Monday",
      day: "1 March",
      next: ["Window"],
      groups: [{ title: "Turns", figures: [{ name: "Inside turn", mark: "alone", said: "by yourself" }] }],
    });
    expect(page).not.toContain("<script");
    for (const text of ["Hustle 1, Monday; 1 March", "Inside turn", "by yourself", "Next for you", "Window"])
      expect(page).toContain(text);
  });
});

it("counts by kind what somebody had on each day on which anything was seen", () => {
  const seen = (figureId: string, mark: KeptEvidence["mark"], at: string) =>
    ({
      id: `${figureId}${at}`,
      studentId: "a",
      role: "leader",
      figureId,
      layer: "partner",
      mark,
      at,
      markerId: "x",
      where: "check",
      offset: null,
      corrects: null,
      checkId: null,
    }) satisfies KeptEvidence;
  const kinds = new Map([
    ["a", "basic"],
    ["b", "turn"],
  ] as const);
  const days = overTime(
    [
      seen("a", "alone", "2027-02-01"),
      seen("b", "dances-it", "2027-02-08"),
      seen("a", "with-help", "2027-02-15"),
    ],
    (id) => kinds.get(id as "a"),
    "partner",
  );
  expect(days).toEqual([
    { day: "2027-02-01", have: { basic: 1 } },
    { day: "2027-02-08", have: { basic: 1, turn: 1 } },
    { day: "2027-02-15", have: { turn: 1 } },
  ]);
});
