import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { threeWay } from "./merge.ts";
import { type Conflict, createSaver, type SaveState, type Unsaved } from "./saver.ts";

interface Note {
  readonly text: string;
  readonly version: number;
}

/** A server that keeps one note with its version and answers only when it is told to. */
function slowServer() {
  let note: Note = { text: "", version: 1 };
  const asked: { answer: () => void; fail: (error: Error) => void; text: string; on: number }[] = [];
  const save = (text: string, on: number): Promise<Note> =>
    new Promise((resolve, reject) => {
      const answer = () => {
        if (on !== note.version) return reject(Object.assign(new Error("stale"), { current: note }));
        note = { text, version: note.version + 1 };
        resolve(note);
      };
      asked.push({ answer, fail: reject, text, on });
    });
  return {
    asked,
    save,
    now: () => note,
    elsewhere: (text: string) => {
      note = { text, version: note.version + 1 };
    },
  };
}

/** Texts of two lines, `first/second`, each of which goes by itself. */
const mergeLines = (base: string | undefined, mine: string, theirs: string) =>
  threeWay(
    base,
    mine,
    theirs,
    (one, other) => {
      const [a, b] = [one.split("/"), other.split("/")];
      return [0, 1].flatMap((line) => {
        const [before = "", after = ""] = [a[line], b[line]];
        return before === after ? [] : [{ key: String(line), label: "Line", mine: before, theirs: after }];
      });
    },
    (one, other, taken) =>
      [0, 1].map((line) => (taken.has(String(line)) ? other : one).split("/")[line] ?? "").join("/"),
  );

function open() {
  const server = slowServer();
  const states: SaveState[] = [];
  const kept: { now: Unsaved<string> | null } = { now: null };
  const errors: unknown[] = [];
  const conflicts: (Conflict | null)[] = [];
  const merged: string[] = [];
  const saver = createSaver<string, Note>({
    start: { value: "", version: 1, base: "" },
    save: server.save,
    conflictIn: (error) => {
      const { current } = error as { current?: Note };
      return current ? { theirs: current, changed: { by: "Bo", at: "2027-02-16T19:42:00Z" } } : null;
    },
    contentOf: ({ text }) => text,
    merge: mergeLines,
    onMerged: (value) => merged.push(value),
    keep: (unsaved) => {
      kept.now = unsaved;
    },
    forget: () => {
      kept.now = null;
    },
    onState: (state, conflict) => {
      states.push(state);
      conflicts.push(conflict);
    },
    onError: (error) => errors.push(error),
    pause: 600,
  });
  return { server, saver, states, kept, errors, conflicts, merged };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());
const later = (ms: number) => vi.advanceTimersByTimeAsync(ms);

describe("a saver", () => {
  it("sends once, a moment after the last of many changes", async () => {
    const { server, saver, states, kept } = open();
    for (const text of ["a", "ab", "abc"]) {
      saver.changed(text);
      await later(200);
    }
    expect(server.asked).toHaveLength(0);
    expect(kept.now).toEqual({ value: "abc", version: 1, base: "" });
    await later(600);
    expect(server.asked.map(({ text }) => text)).toEqual(["abc"]);
    server.asked[0]?.answer();
    await later(0);
    expect(server.now().text).toBe("abc");
    expect(states.at(-1)).toBe("saved");
    expect(kept.now).toBeNull();
    expect(saver.version()).toBe(2);
  });

  it("never has two requests on their way, and builds the second on the first", async () => {
    const { server, saver, kept } = open();
    saver.changed("one");
    await later(600);
    saver.changed("two");
    await later(600);
    expect(server.asked).toHaveLength(1);
    server.asked[0]?.answer();
    await later(0);
    expect(kept.now?.value).toBe("two");
    expect(server.asked.map(({ text, on }) => [text, on])).toEqual([
      ["one", 1],
      ["two", 2],
    ]);
    server.asked[1]?.answer();
    await later(0);
    expect(server.now()).toEqual({ text: "two", version: 3 });
  });

  it("keeps what could not be sent and sends it with the next flush", async () => {
    const { server, saver, states, kept, errors } = open();
    saver.changed("offline");
    await later(600);
    server.asked[0]?.fail(new Error("no network"));
    await later(0);
    expect(states.at(-1)).toBe("failed");
    expect(errors).toHaveLength(1);
    expect(kept.now?.value).toBe("offline");
    const flushed = saver.flush();
    await later(0);
    server.asked[1]?.answer();
    expect(await flushed).toBe(true);
    expect(server.now().text).toBe("offline");
    expect(kept.now).toBeNull();
  });

  it("puts two changes together without a question where each changed something else", async () => {
    const { server, saver, states, kept, errors, merged } = open();
    server.elsewhere("/theirs");
    saver.changed("mine/");
    const flushed = saver.flush();
    await later(0);
    server.asked[0]?.answer();
    await later(0);
    expect(merged).toEqual(["mine/theirs"]);
    expect(server.asked[1]).toMatchObject({ text: "mine/theirs", on: 2 });
    server.asked[1]?.answer();
    expect(await flushed).toBe(true);
    expect(server.now()).toEqual({ text: "mine/theirs", version: 3 });
    expect(states.at(-1)).toBe("saved");
    expect(errors).toEqual([]);
    expect(kept.now).toBeNull();
  });

  it("asks only what both changed another way, and settles it on their version with what was typed since", async () => {
    const { server, saver, states, kept, errors, conflicts } = open();
    server.elsewhere("theirs/");
    saver.changed("mine/");
    const flushed = saver.flush();
    await later(0);
    server.asked[0]?.answer();
    expect(await flushed).toBe(false);
    expect(states.at(-1)).toBe("conflict");
    expect(conflicts.at(-1)).toEqual({
      differences: [{ key: "0", label: "Line", mine: "mine", theirs: "theirs" }],
      changed: { by: "Bo", at: "2027-02-16T19:42:00Z" },
    });
    expect(errors).toEqual([]);
    expect(kept.now?.value).toBe("mine/");
    saver.changed("mine/more");
    expect(states.at(-1)).toBe("conflict");
    expect(saver.settle(new Set(["0"]))).toBe("theirs/more");
    await later(0);
    server.asked[1]?.answer();
    await later(0);
    expect(server.now()).toEqual({ text: "theirs/more", version: 3 });
    expect(states.at(-1)).toBe("saved");
  });

  it("follows the server only while nothing here waits or is on its way", async () => {
    const { server, saver } = open();
    expect(saver.follow("later/", 5)).toBe(true);
    expect(saver.version()).toBe(5);
    expect(saver.follow("older/", 1)).toBe(false);
    expect(saver.version()).toBe(5);
    saver.changed("mine/");
    expect(saver.follow("newer/", 9)).toBe(false);
    await later(600);
    expect(saver.follow("newer/", 9)).toBe(false);
    expect(server.asked.map(({ on }) => on)).toEqual([5]);
  });

  it("has nothing to do when nothing was changed", async () => {
    const { server, saver } = open();
    expect(await saver.flush()).toBe(true);
    expect(server.asked).toHaveLength(0);
  });
});
