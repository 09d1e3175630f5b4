import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { describe, expect, it, vi } from "vitest";
import { readAgain } from "./api.ts";

describe("reading again after a change", () => {
  it("reads once more what was first asked for before the change and answered after it", async () => {
    let studio = "before";
    const waiting: (() => void)[] = [];
    const client = new QueryClient();
    const observer = new QueryObserver(client, {
      queryKey: ["/lessons/2"],
      queryFn: async () => {
        const answer = studio;
        await new Promise<void>((resolve) => waiting.push(resolve));
        return answer;
      },
    });
    const stop = observer.subscribe(() => undefined);
    studio = "after";
    void readAgain(client, (place) => place === "/lessons/2");
    waiting[0]?.();
    await vi.waitUntil(() => waiting.length === 2);
    waiting[1]?.();
    await vi.waitUntil(() => observer.getCurrentResult().data === "after");
    expect(observer.getCurrentResult().data).toBe("after");
    stop();
    client.clear();
  });
});
