// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useStrandDrag } from "../src/features/plans/grid/use-strand-drag.ts";
import { useClassTime } from "../src/features/teaching/use-class-time.ts";
import { useRemembered } from "../src/kit/remembered.ts";
import { useStableCallbacks } from "../src/kit/stable-callbacks.ts";
import { useSearch } from "../src/kit/use-search.ts";
import type { Asked } from "../src/workers/ask.ts";
import "./browser.ts";

beforeEach(() => localStorage.clear());
afterEach(() => vi.useRealTimers());

describe("a search in a worker", () => {
  interface Found {
    readonly best: number;
    readonly running: boolean;
  }
  /** A worker that says what the test has it say. */
  function desk() {
    const workers: { say: (data: unknown) => void; question: unknown; ended: boolean }[] = [];
    const openWorker = (): Asked => {
      const listeners: ((event: { data: unknown }) => void)[] = [];
      const worker = {
        say: (data: unknown) => {
          for (const listener of listeners) listener({ data });
        },
        question: undefined as unknown,
        ended: false,
      };
      workers.push(worker);
      return {
        postMessage: (question: unknown) => {
          worker.question = question;
        },
        terminate: () => {
          worker.ended = true;
        },
        addEventListener: (kind: string, listener: never) => {
          if (kind === "message") listeners.push(listener);
        },
      } as unknown as Asked;
    };
    const search = {
      openWorker,
      onNews: (before: Found | null, news: number): Found => ({
        best: Math.max(before?.best ?? 0, news),
        running: true,
      }),
      onAnswer: (_before: Found | null, answer: number): Found => ({ best: answer, running: false }),
    };
    const { result, unmount } = renderHook(() => useSearch<Found, string, number, number>(search));
    return { result, unmount, workers };
  }
  const say = (worker: { say: (data: unknown) => void } | undefined, data: unknown) =>
    act(async () => worker?.say(data));

  it("shows what is found as it comes, and the answer at last", async () => {
    const { result, workers } = desk();
    expect(result.current.found).toBeNull();
    act(() => void result.current.start("first"));
    expect(workers[0]?.question).toBe("first");
    await say(workers[0], { news: 3 });
    await say(workers[0], { news: 2 });
    expect(result.current.found).toEqual({ best: 3, running: true });
    await say(workers[0], { answer: 5 });
    expect(result.current.found).toEqual({ best: 5, running: false });
    expect(workers[0]?.ended).toBe(true);
  });

  it("begun anew lets go of the older one, whatever that still finds", async () => {
    const { result, workers } = desk();
    act(() => void result.current.start("first"));
    await say(workers[0], { news: 9 });
    act(() => void result.current.start("second"));
    expect(result.current.found).toBeNull();
    expect(workers[0]?.ended).toBe(true);
    await say(workers[0], { answer: 9 });
    await say(workers[1], { news: 1 });
    expect(result.current.found).toEqual({ best: 1, running: true });
  });

  it("stopped keeps what it found; cleared keeps nothing; a page that is left ends it", async () => {
    const { result, workers, unmount } = desk();
    act(() => void result.current.start("first"));
    await say(workers[0], { news: 4 });
    act(() => result.current.stop());
    expect(result.current.found).toEqual({ best: 4, running: false });
    await say(workers[0], { news: 8 });
    expect(result.current.found).toEqual({ best: 4, running: false });
    act(() => result.current.clear());
    expect(result.current.found).toBeNull();
    act(() => void result.current.start("second"));
    unmount();
    expect(workers.map(({ ended }) => ended)).toEqual([true, true]);
  });

  it("that fails leaves on screen what it had found", async () => {
    const { result, workers } = desk();
    act(() => void result.current.start("first"));
    await say(workers[0], { news: 4 });
    await say(workers[0], { failed: "out of memory" });
    expect(result.current.found).toEqual({ best: 4, running: false });
  });
});

describe("the clock of a class", () => {
  const PARTS = [{ minutes: 10 }, { minutes: 20 }, { minutes: 30 }];
  const hour = Date.parse("2027-02-16T19:30:00Z");
  const open = (ended: number | null = null) =>
    renderHook(() => useClassTime("s/3", PARTS, hour, ended)).result;
  const pass = (seconds: number) => act(() => vi.advanceTimersByTime(seconds * 1000));

  it("stands until the class begins, then counts the part and how late it runs by the hour", () => {
    vi.useFakeTimers({ now: hour + 120_000 });
    const clock = open();
    pass(30);
    expect(clock.current).toMatchObject({ began: false, inPart: 0, left: 600, late: 0 });
    act(() => clock.current.begin());
    pass(60);
    // Begun two and a half minutes after its hour: so late it runs.
    expect(clock.current).toMatchObject({ began: true, index: 0, inPart: 60, left: 540, late: 150 });
    let spent = 0;
    act(() => {
      spent = clock.current.go(1);
    });
    expect(spent).toBe(60);
    pass(5);
    expect(clock.current).toMatchObject({ index: 1, inPart: 5, left: 1195 });
    expect(clock.current.late).toBe(150 - 540);
  });

  it("survives a closed page, and stands still once the class is over", () => {
    vi.useFakeTimers({ now: hour });
    const clock = open();
    act(() => clock.current.begin());
    act(() => void clock.current.go(2));
    pass(600);
    const again = open();
    expect(again.current).toMatchObject({ began: true, index: 2, inPart: 600 });
    const over = open(hour + 300_000);
    expect(over.current.inPart).toBe(300);
    pass(600);
    expect(over.current.inPart).toBe(300);
  });

  it("goes by its own beginning where that is far from the hour", () => {
    vi.useFakeTimers({ now: hour + 45 * 60_000 });
    const clock = open();
    act(() => clock.current.begin());
    pass(60);
    expect(clock.current.late).toBe(0);
  });
});

describe("what a browser remembers", () => {
  it("is there again on the next page, and begins anew where it cannot be read", () => {
    const open = () => renderHook(() => useRemembered("accents", [1])).result;
    const first = open();
    act(() => first.current[1]([1, 5]));
    expect(first.current[0]).toEqual([1, 5]);
    expect(open().current[0]).toEqual([1, 5]);
    localStorage.setItem("map-step:setting:accents", "{");
    expect(open().current[0]).toEqual([1]);
  });
});

describe("functions that stay the same", () => {
  it("do what the latest of their name does", () => {
    const { result, rerender } = renderHook(
      ({ by }) => useStableCallbacks({ add: (to: number) => to + by }),
      {
        initialProps: { by: 1 },
      },
    );
    const first = result.current;
    expect(first.add(1)).toBe(2);
    rerender({ by: 10 });
    expect(result.current).toBe(first);
    expect(first.add(1)).toBe(11);
  });
});

describe("pulling a strand", () => {
  const event = (clientX: number, about: object = {}) =>
    ({
      clientX,
      button: 0,
      pointerId: 1,
      currentTarget: { setPointerCapture: () => undefined },
      ...about,
    }) as never;
  const open = (locked = false) => {
    const said: string[] = [];
    const { result } = renderHook(() =>
      useStrandDrag("f", locked, {
        onPull: (id, by) => said.push(`pull ${id} ${by}`),
        onDrop: (id, by) => said.push(`drop ${id} ${by}`),
        onCancel: () => said.push("cancel"),
      }),
    );
    return { hand: result.current, said };
  };

  it("begins after a few pixels, follows the pointer, and ends where it is let go", () => {
    const { hand, said } = open();
    hand.onPointerMove(event(50));
    hand.onPointerDown(event(100));
    hand.onPointerMove(event(103));
    hand.onPointerMove(event(110));
    hand.onPointerMove(event(101));
    hand.onPointerUp(event(140));
    hand.onPointerMove(event(150));
    expect(said).toEqual(["pull f 10", "pull f 1", "drop f 40"]);
  });

  it("is a click where the pointer stays, is called off, and needs the first button and a free strand", () => {
    const { hand, said } = open();
    hand.onPointerDown(event(100));
    hand.onPointerUp(event(102));
    hand.onPointerDown(event(100, { button: 2 }));
    hand.onPointerMove(event(140));
    expect(said).toEqual([]);
    hand.onPointerDown(event(100));
    hand.onPointerMove(event(140));
    hand.onPointerCancel(event(140));
    expect(said).toEqual(["pull f 40", "cancel"]);
    const locked = open(true);
    locked.hand.onPointerDown(event(100));
    locked.hand.onPointerMove(event(140));
    expect(locked.said).toEqual([]);
  });
});
