import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { createSaver, type SaveState, type Unsaved } from "./saver.ts";

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

function open() {
  const server = slowServer();
  const states: SaveState[] = [];
  const kept: { now: Unsaved<string> | null } = { now: null };
  const errors: unknown[] = [];
  const conflicts: (Note | null)[] = [];
  const saver = createSaver<string, Note>({
    version: 1,
    save: server.save,
    conflictIn: (error) => (error as { current?: Note }).current ?? null,
    keep: (unsaved) => {
      kept.now = unsaved;
    },
    forget: () => {
      kept.now = null;
    },
    onState: (state, theirs) => {
      states.push(state);
      conflicts.push(theirs);
    },
    onError: (error) => errors.push(error),
    pause: 600,
  });
  return { server, saver, states, kept, errors, conflicts };
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
    expect(kept.now).toEqual({ value: "abc", version: 1 });
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

  it("tells of a conflict with the other version, and settles it on that version", async () => {
    const { server, saver, states, kept, errors, conflicts } = open();
    server.elsewhere("theirs");
    saver.changed("mine");
    const flushed = saver.flush();
    await later(0);
    server.asked[0]?.answer();
    expect(await flushed).toBe(false);
    expect(states.at(-1)).toBe("conflict");
    expect(conflicts.at(-1)).toEqual({ text: "theirs", version: 2 });
    expect(errors).toEqual([]);
    expect(kept.now?.value).toBe("mine");
    saver.settle("mine and theirs", server.now());
    await later(0);
    server.asked[1]?.answer();
    await later(0);
    expect(server.now()).toEqual({ text: "mine and theirs", version: 3 });
    expect(states.at(-1)).toBe("saved");
  });

  it("follows the server only while nothing here waits or is on its way", async () => {
    const { server, saver } = open();
    expect(saver.follow(5)).toBe(true);
    expect(saver.version()).toBe(5);
    expect(saver.follow(1)).toBe(false);
    expect(saver.version()).toBe(5);
    expect(saver.follow(1, true)).toBe(true);
    saver.changed("mine");
    expect(saver.follow(9)).toBe(false);
    await later(600);
    expect(saver.follow(9)).toBe(false);
    server.asked[0]?.answer();
    await later(0);
    expect(saver.version()).toBe(2);
    expect(saver.follow(9)).toBe(true);
  });

  it("has nothing to do when nothing was changed", async () => {
    const { server, saver } = open();
    expect(await saver.flush()).toBe(true);
    expect(server.asked).toHaveLength(0);
  });
});
