import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { judgeEntry, type LogEntry, lastEntry, notedAt, reachedLayer, readLog, remarksOf } from "./index.ts";

let made = 0;
const mark = (covered: "done" | "part" | null, after: LogEntry | null = null, target = "p"): LogEntry => ({
  id: `e${made++}`,
  kind: "mark",
  target,
  value: covered && { covered, reached: null },
  after: after?.id ?? null,
  at: "2027-02-15T20:00:00Z",
});

describe("a class log", () => {
  it("follows what one device says, and keeps what is about other things apart", () => {
    const one = mark("part");
    const two = mark("done", one);
    const log = readLog([one, two, mark("part", null, "q")]);
    expect(notedAt(log, "mark", "p")?.covered).toBe("done");
    expect(notedAt(log, "mark", "q")?.covered).toBe("part");
    expect(notedAt(readLog([one, mark(null, one)]), "mark", "p")).toBeNull();
  });

  it("keeps the first word when two devices differ, until one speaks in sight of it", () => {
    const mine = mark("done");
    const theirs = mark("part");
    const log = readLog([mine, theirs]);
    expect(judgeEntry(readLog([mine]), theirs)).toBe("conflict");
    expect(lastEntry(log, "mark", "p")).toEqual(mine);
    expect(judgeEntry(log, mark("part", theirs))).toBe("conflict");
    expect(judgeEntry(log, mark("part", mine))).toBe("kept");
  });

  it("goes on from either of two that say the same", () => {
    const [mine, theirs] = [mark("done"), mark("done")];
    const log = readLog([mine, theirs]);
    expect(judgeEntry(readLog([mine]), theirs)).toBe("same");
    expect(judgeEntry(log, mark("part", theirs))).toBe("kept");
    expect(judgeEntry(log, mark("part", mine))).toBe("kept");
  });

  test("one device alone never meets a conflict, and its last word stands", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom("done", "part", null), { minLength: 1 }), (said) => {
        const entries: LogEntry[] = [];
        for (const covered of said) entries.push(mark(covered, entries.at(-1) ?? null));
        let log = readLog([]);
        for (const entry of entries) {
          expect(judgeEntry(log, entry)).not.toBe("conflict");
          log = readLog([entry], log);
        }
        expect(notedAt(log, "mark", "p")?.covered ?? null).toBe(said.at(-1));
      }),
    );
  });

  test("reading it at once or piece by piece gives the same", () => {
    const any = fc.array(fc.tuple(fc.constantFrom("done", "part", null), fc.nat({ max: 9 }), fc.boolean()));
    fc.assert(
      fc.property(any, fc.nat({ max: 20 }), (said, cut) => {
        const entries: LogEntry[] = [];
        for (const [covered, back, far] of said)
          entries.push(mark(covered, entries[entries.length - 1 - back] ?? null, far ? "p" : "q"));
        const pieces = readLog(entries.slice(cut), readLog(entries.slice(0, cut)));
        expect(pieces).toEqual(readLog(entries));
      }),
    );
  });

  it("gives back the remarks that were not taken away", () => {
    const remark = (id: string, text: string | null, after: string | null = null): LogEntry => ({
      ...mark(null),
      id,
      kind: "remark",
      target: "r",
      after,
      value: text === null ? null : { kind: "promised", text, figureId: null },
    });
    expect(remarksOf(readLog([remark("1", "A song")]))).toEqual([
      { id: "r", kind: "promised", text: "A song", figureId: null },
    ]);
    expect(remarksOf(readLog([remark("1", "A song"), remark("2", null, "1")]))).toEqual([]);
  });

  it("knows how far a part got", () => {
    const layers = [{ layer: "partner" }, { layer: "steps" }, { layer: "return" }];
    expect(reachedLayer({ covered: "done", reached: null }, layers)).toBe("steps");
    expect(reachedLayer({ covered: "part", reached: null }, layers)).toBe("partner");
    expect(reachedLayer({ covered: "part", reached: "steps" }, layers)).toBe("steps");
    expect(reachedLayer({ covered: "not-done", reached: "steps" }, layers)).toBeNull();
    expect(reachedLayer(null, layers)).toBeNull();
  });
});
