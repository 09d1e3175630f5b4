import { api } from "@map-step/contract";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openStudio, type TestStudio } from "./studio.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openStudio();
});
afterAll(() => studio.close());

describe("what those who run it may ask", () => {
  const ask = (path: string, headers: Record<string, string> = {}) =>
    fetch(`${studio.address}${path}`, { headers });

  it("is whether it lives and whether it can serve", async () => {
    expect(await (await ask("/api/health")).json()).toEqual({ alive: true });
    expect(await (await ask("/api/ready")).json()).toEqual({ ready: true });
  });

  it("is how it is doing, by routes and never by people, and only on the machine itself", async () => {
    const teacher = await studio.as("teacher");
    await teacher.call(api.figures.list);
    const text = await (await ask("/metrics")).text();
    expect(text).toMatch(/map_step_answers_seconds_count\{method="GET",route="\/figures",status="200"\} 1/);
    expect(text).toContain("map_step_lines 0");
    expect(text).not.toMatch(/[\da-f]{8}-[\da-f]{4}-/);
    expect((await ask("/metrics", { "x-forwarded-for": "203.0.113.9" })).status).toBe(404);
  });

  it("is no for a server whose database is away or that is about to stop", async () => {
    const other = await openStudio();
    const answer = () => fetch(`${other.address}/api/ready`);
    await other.served.sequelize.close();
    expect((await answer()).status).toBe(503);
    await other.close();
  });
});
