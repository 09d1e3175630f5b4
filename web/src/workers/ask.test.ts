import { describe, expect, it } from "vitest";
import { type Answering, type Asked, answerQuestions, ask } from "./ask.ts";

/** A worker whose script runs in this thread, with a real channel between the two. */
function open<Question, Answer, News = never>(
  work: (question: Question, tell: (news: News) => void) => Answer | Promise<Answer>,
) {
  const { port1, port2 } = new MessageChannel();
  const ended = { times: 0 };
  port2.start();
  answerQuestions<Question, Answer, News>(port2 as unknown as Answering, work);
  const worker: Asked = {
    postMessage: (message: unknown) => port1.postMessage(message),
    terminate: () => {
      ended.times += 1;
      port1.close();
    },
    addEventListener: ((type: string, listener: EventListener) => {
      port1.addEventListener(type, listener);
      port1.start();
    }) as Asked["addEventListener"],
  };
  return { worker: () => worker, ended };
}

describe("a question to a worker", () => {
  it("is answered after the news on the way, and the worker ends", async () => {
    const { worker, ended } = open<number, number, string>(async (question, tell) => {
      tell("half");
      await Promise.resolve();
      tell("nearly");
      return question * 2;
    });
    const news: string[] = [];
    expect(await ask<number, number, string>(worker, 21, { onNews: (one) => news.push(one) })).toBe(42);
    expect(news).toEqual(["half", "nearly"]);
    expect(ended.times).toBe(1);
  });

  it.each([
    ["at once", () => Promise.reject(new Error("cannot be drafted"))],
    [
      "in the middle",
      () => {
        throw new Error("cannot be drafted");
      },
    ],
  ])("that fails %s is told to whoever asked", async (_when, work) => {
    const { worker, ended } = open<number, number>(work as unknown as () => number);
    await expect(ask<number, number>(worker, 1)).rejects.toThrow("cannot be drafted");
    expect(ended.times).toBe(1);
  });

  it("that nobody wants any more ends the work, also before it began", async () => {
    const { worker, ended } = open<number, number>(() => new Promise<number>(() => undefined));
    const abort = new AbortController();
    const asked = ask<number, number>(worker, 1, { signal: abort.signal });
    abort.abort();
    await expect(asked).rejects.toMatchObject({ name: "AbortError" });
    expect(ended.times).toBe(1);
    let opened = 0;
    const never = () => {
      opened += 1;
      return worker();
    };
    await expect(ask<number, number>(never, 1, { signal: abort.signal })).rejects.toMatchObject({
      name: "AbortError",
    });
    expect(opened).toBe(0);
  });

  it("whose worker cannot be started is refused with the reason", async () => {
    const listeners = new Map<string, EventListener>();
    const worker: Asked = {
      postMessage: () => listeners.get("error")?.({ message: "no such script" } as unknown as Event),
      terminate: () => undefined,
      addEventListener: ((type: string, listener: EventListener) =>
        void listeners.set(type, listener)) as Asked["addEventListener"],
    };
    await expect(ask<number, number>(() => worker, 1)).rejects.toThrow("no such script");
  });
});
