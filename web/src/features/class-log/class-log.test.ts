import type { Lesson, LessonSegment, Section } from "@map-step/contract";
import { type LogEntry, readLog } from "@map-step/core/lesson";
import { parse } from "papaparse";
import { describe, expect, it } from "vitest";
import { heldStateText } from "../../kit/outbox-badge.tsx";
import { sending as seen } from "../checks/seen-outbox.ts";
import { sending } from "./send.ts";
import { logAsCsv, partsOf } from "./use-class-record.ts";
import { minutesText, valueText } from "./words.ts";

const part = (
  id: string,
  kind: LessonSegment["kind"],
  about: Partial<LessonSegment> = {},
): LessonSegment => ({
  id,
  kind,
  title: `Part ${id}`,
  figureId: null,
  withIds: [],
  sequenceId: null,
  layers: [{ layer: "steps", minutes: 6 }],
  minutes: 10,
  locked: false,
  cautions: [],
  covered: null,
  reached: null,
  ...about,
});
const lesson = {
  week: 3,
  date: "2027-02-15",
  segments: [part("a", "new", { figureId: "f" }), part("b", "deepen", { title: 'A "quoted", part' })],
} as unknown as Lesson;
const entry = (kind: LogEntry["kind"], target: string, value: LogEntry["value"]) =>
  ({ id: `${kind}${target}`, kind, target, value, after: null, at: "2027-02-15T20:00:00Z" }) as LogEntry;

describe("entries in words", () => {
  it("say what was noted", () => {
    const said = (kind: LogEntry["kind"], value: LogEntry["value"]) => valueText({ kind, value });
    expect(said("mark", { covered: "part", reached: "rhythm" })).toBe("part done, up to rhythm");
    expect(said("mark", null)).toBe("taken back");
    expect(said("spent", { seconds: 430 })).toBe("7 min spent");
    expect(said("attendance", { present: false })).toBe("missing");
    expect(said("waited", { times: 2 })).toBe("sat out 2 times");
    expect(said("remark", { kind: "promised", text: "A song", figureId: null })).toBe("Promised: A song");
    expect(said("ended", { ended: true })).toBe("class ended");
    expect(said("ended", null)).toBe("class open again");
    expect(minutesText(20)).toBe("½ min");
  });

  it("say where things are", () => {
    expect(heldStateText(sending, { state: "saved", waiting: 0 })).toBe("All class entries are saved");
    expect(heldStateText(seen, { state: "sending", waiting: 1 })).toBe("Sending 1 check entry");
    for (const state of ["no-connection", "signed-out", "failed"] as const)
      expect(heldStateText(sending, { state, waiting: 3 })).toContain("3 class entries safe on this device");
  });
});

describe("a class log as CSV", () => {
  it("has a row for each part, with minutes and how far it got", () => {
    const log = readLog([
      entry("mark", "a", { covered: "part", reached: null }),
      entry("spent", "a", { seconds: 660 }),
    ]);
    const { data } = parse<Record<string, string>>(logAsCsv({ name: "Monday" } as Section, lesson, log), {
      header: true,
    });
    expect(data).toEqual([
      {
        section: "Monday",
        week: "3",
        date: "2027-02-15",
        part: "Part a",
        kind: "new",
        "planned minutes": "10",
        "minutes spent": "11",
        mark: "part",
        reached: "steps",
      },
      expect.objectContaining({ part: 'A "quoted", part', mark: "", "minutes spent": "", reached: "" }),
    ]);
  });

  it("tells the handover which parts were new", () => {
    expect(partsOf(lesson).map(({ isNew }) => isNew)).toEqual([true, false]);
  });
});
