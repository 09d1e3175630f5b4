import type { Touched } from "@map-step/contract";
import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { describe, expect, it, vi } from "vitest";
import { type Except, readAgain } from "./api.ts";

describe("reading again after a change", () => {
  it("reads once more what was first asked for before the change and answered after it", async () => {
    let studio = "before";
    const waiting: (() => void)[] = [];
    const client = new QueryClient();
    const observer = new QueryObserver(client, {
      queryKey: ["/lessons/2"],
      meta: { reads: [["lessons", "2"]] },
      queryFn: async () => {
        const answer = studio;
        await new Promise<void>((resolve) => waiting.push(resolve));
        return answer;
      },
    });
    const stop = observer.subscribe(() => undefined);
    studio = "after";
    void readAgain(client, [["lessons", "2"]]);
    waiting[0]?.();
    await vi.waitUntil(() => waiting.length === 2);
    waiting[1]?.();
    await vi.waitUntil(() => observer.getCurrentResult().data === "after");
    expect(observer.getCurrentResult().data).toBe("after");
    stop();
    client.clear();
  });

  it("reads what a change touches, and nothing else", async () => {
    const client = new QueryClient();
    const reads: Readonly<Record<string, readonly Touched[]>> = {
      "/api/plans/a": [["plans", "a"]],
      "/api/plans/b": [["plans", "b"]],
      "/api/today": [
        ["plans", "any"],
        ["levels", "any"],
      ],
      "/api/figures": [["figures", "any"]],
    };
    for (const [place, touched] of Object.entries(reads))
      new QueryObserver(client, {
        queryKey: [place],
        queryFn: () => place,
        meta: { reads: touched },
      }).subscribe(() => undefined);
    await vi.waitUntil(() => client.isFetching() === 0);
    const asked = async (changed: readonly Touched[], except?: Except) => {
      const begun = new Set<string>();
      const stop = client.getQueryCache().subscribe(({ query }) => {
        if (query.state.fetchStatus === "fetching") begun.add(String(query.queryKey[0]));
      });
      await readAgain(client, changed, except);
      stop();
      return [...begun];
    };
    expect(await asked([["plans", "a"]])).toEqual(["/api/plans/a", "/api/today"]);
    expect(await asked([["plans", "any"]])).toEqual(["/api/plans/a", "/api/plans/b", "/api/today"]);
    expect(await asked([["plans", "a"]], (place) => place === "/api/plans/a")).toEqual(["/api/today"]);
    expect(await asked([["rooms", "any"]])).toEqual([]);
    client.clear();
  });
});
