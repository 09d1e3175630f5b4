import { api, type Endpoint, MAY, may, PROBLEM_TYPES, problem } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { studioWithCourse } from "./studio.ts";

const ID = "00000000-0000-4000-8000-000000000000";
const all = Object.entries(api).flatMap(([feature, endpoints]) =>
  Object.entries(endpoints).map(([name, endpoint]) => ({
    name: `${feature}.${name}`,
    endpoint: endpoint as Endpoint,
  })),
);
const guarded = all.filter(({ endpoint }) => endpoint.access !== "anyone");
const notForTeachers = guarded.filter(
  ({ endpoint }) => endpoint.access !== "anyone" && !may("teacher", endpoint.access),
);
const withBody = guarded.filter(
  ({ endpoint }) => endpoint.method !== "GET" && !endpoint.body.safeParse({}).success,
);
const params = { id: ID, sectionId: ID, segmentId: ID, week: 1 };

const request = ({ method }: Endpoint) => ({ params, ...(method === "GET" ? {} : { body: {} }) });

const { studio, director, teacher } = await studioWithCourse();

describe("who may do what", () => {
  it.each(guarded)("$name refuses a stranger", async ({ endpoint }) => {
    const { status, problem: body } = await (await studio.visitor()).call(endpoint, request(endpoint));
    expect(status).toBe(401);
    expect(body.type).toBe(PROBLEM_TYPES.signedOut);
  });

  it.each(notForTeachers)("$name refuses a teacher", async ({ endpoint }) => {
    const { status, problem: body } = await teacher.call(endpoint, request(endpoint));
    expect(status).toBe(403);
    expect(body.type).toBe(PROBLEM_TYPES.forbidden);
  });

  it("lets the director do everything and keeps what a course consists of from teachers", () => {
    for (const roles of Object.values(MAY)) expect(roles).toContain("director");
    expect(new Set(notForTeachers.map(({ endpoint }) => endpoint.access))).toEqual(
      new Set([
        "dances.write",
        "figures.write",
        "levels.write",
        "plans.write",
        "sections.write",
        "settings.write",
        "staff.write",
        "studio.file",
        "students.erase",
        "proposals.settle",
        "students.join",
        "timetable.write",
      ]),
    );
  });
});

describe("bad requests", () => {
  it.each(withBody)("$name names the fields that are missing", async ({ endpoint }) => {
    const { status, problem: body } = await director.call(endpoint, request(endpoint));
    expect(status).toBe(422);
    expect(problem.safeParse(body).success).toBe(true);
    expect(body.errors?.length).toBeGreaterThan(0);
    for (const { path, message } of body.errors ?? []) {
      expect(path).not.toBe("");
      expect(message).not.toBe("");
    }
  });

  it("answers an address that is not one in the same shape", async () => {
    const { status, problem: body, headers } = await director.send("GET", "/nothing/here");
    expect(status).toBe(404);
    expect(body.type).toBe(PROBLEM_TYPES.notFound);
    expect(headers.get("content-type")).toContain("application/problem+json");
  });

  it("answers an id that is none, unreadable JSON and a flood in the same shape", async () => {
    expect((await director.send("GET", "/figures/17")).status).toBe(422);
    expect((await director.send("GET", `/figures/${ID}`)).status).toBe(404);
    expect((await director.send("POST", "/dances", "{not json")).status).toBe(422);
    expect((await director.send("POST", "/dances", { name: "x".repeat(2_000_000) })).status).toBe(413);
    expect(await studio.db.Dance.count()).toBe(1);
  });

  it("lets no page of another origin in and tells nobody what it is built with", async () => {
    const { headers } = await director.send("GET", "/figures");
    expect(headers.get("content-security-policy")).toContain("default-src 'self'");
    expect(headers.get("x-powered-by")).toBeNull();
    expect(headers.get("access-control-allow-origin")).toBeNull();
    expect(headers.get("cache-control")).toBe("no-store");
  });
});
