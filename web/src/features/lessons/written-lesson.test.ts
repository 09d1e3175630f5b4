import type { DanceRecord, FigureRecord, Lesson, Section } from "@map-step/contract";
import { parseFigure } from "@map-step/core/notation";
import { describe, expect, it } from "vitest";
import { ownPart } from "./own-part.ts";
import { lessonAsMarkdown } from "./written-lesson.ts";

const dance = { meter: 4, phraseBeats: 8, slowBeats: 2, quickBeats: 1, slowestBpm: 90, fastestBpm: 120 };
const pass = {
  id: "pass",
  name: "Pass",
  cues: [
    { text: "Open the door", school: "", house: true },
    { text: "Not ours", school: "", house: false },
  ],
  slips: ["Too early"],
  cautions: ["Arms in front"],
};

describe("a lesson plan as Markdown", () => {
  it("gives each part its hour, the house's cues, and its cautions first", () => {
    const written = lessonAsMarkdown({
      levelName: "Level one",
      lesson: { week: 2, date: "2027-02-15" } as Lesson,
      section: { name: "Monday", startTime: "19:30", room: "Hall" } as Section,
      segments: [
        { ...ownPart("Circle", 7), kind: "warm-up" },
        { ...ownPart("Pass", 12), kind: "new", figureId: "pass", layers: [{ layer: "steps", minutes: 12 }] },
      ],
      dance: dance as DanceRecord,
      bpm: 96,
      figureOf: (id) => (id === "pass" ? (pass as unknown as FigureRecord) : undefined),
      stepsOf: (figure) =>
        figure ? parseFigure("leader\n1 L side\n2 R close\nfollower mirror").figure : null,
    });
    expect(written).toContain(
      "# Level one, week 2\n\nMonday, Monday 15 February 2027, 19:30, 19 minutes, Hall",
    );
    expect(written).toContain("## 19:30 Circle");
    expect(written).toContain(
      "## 19:37 Pass\n\nNew, 12 min\n\n- **Take care**: Arms in front\n- Show it whole",
    );
    expect(written).toContain("- To music at speed (96 beats a minute)");
    expect(written).toContain("- Say: Open the door");
    expect(written).not.toContain("Not ours");
  });
});
