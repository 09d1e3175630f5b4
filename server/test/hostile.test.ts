import { randomUUID } from "node:crypto";
import { api, type Endpoint, problem } from "@map-step/contract";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { z } from "zod";
import { runs } from "../../core/testing/runs.ts";
import { PASSWORD, studioWithCourse, type Visitor } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
/** So many requests; more with HOSTILE_REQUESTS=10000. */
const ASKED = Number(process.env.HOSTILE_REQUESTS ?? 1500);
const REQUESTS = runs(ASKED).numRuns;

/** Whatever works on passwords takes long by intent, and is counted; it has tests of its own. */
const SLOW = new Set(["session.signIn", "session.setUp", "session.changePassword", "session.changeOwn"]);
/** What ends the sign-in that the test goes on with. */
const ENDS = new Set([
  "session.signOut",
  "session.endPlace",
  "letters.forgot",
  "letters.enter",
  "staff.change",
]);
const all = Object.entries(api).flatMap(([feature, endpoints]) =>
  Object.entries(endpoints as Record<string, Endpoint>)
    .map(([name, endpoint]) => ({ name: `${feature}.${name}`, endpoint }))
    .filter(({ name }) => !SLOW.has(name) && !ENDS.has(name)),
);

const ids = [
  course.section.id,
  course.level.id,
  course.section.planId,
  course.danceId,
  course.figures.home.id,
];
const nasty = fc.oneof(
  fc.constantFrom<unknown>(
    ...[
      "",
      "0",
      "-1",
      "'; drop table staff; --",
      "\u0000",
      "\ud800",
      "../../etc/passwd",
      "<script>",
      "a".repeat(5000),
    ],
    ...["2027-02-30", "9999-99-99", "2027-02-15", "19:30", "25:99", "{}", "null", "true", "NaN"],
    ...[0, -1, 1.5, 1e9, 2 ** 53, -0, null, true, [], {}],
  ),
  fc.constantFrom<unknown>(...ids),
  fc.constant(null).map(() => randomUUID()),
  fc.jsonValue({ maxDepth: 2 }),
  fc.string({ unit: "binary", maxLength: 40 }),
);

/** What a field of a body is called, as far as its schema says. */
function fieldsOf(schema: z.ZodType): readonly string[] {
  if (schema instanceof z.ZodDiscriminatedUnion)
    return [...new Set(schema.options.flatMap((one) => fieldsOf(one as z.ZodType)))];
  return schema instanceof z.ZodObject ? Object.keys(schema.shape) : [];
}

/** A body with some of its fields, each anything; or something else entirely. */
const bodyFor = ({ body }: Endpoint): fc.Arbitrary<unknown> => {
  const fields = fieldsOf(body);
  return fc.oneof(
    {
      weight: 5,
      arbitrary: fc.record(Object.fromEntries(fields.map((name) => [name, nasty])), { requiredKeys: [] }),
    },
    { weight: 1, arbitrary: nasty },
  );
};
const paramsFor = ({ path }: Endpoint): fc.Arbitrary<Record<string, unknown>> =>
  fc.record(
    Object.fromEntries(
      [...path.matchAll(/:(\w+)/g)].map(([, name = ""]) => [
        name,
        fc.oneof({ weight: 3, arbitrary: fc.constantFrom<unknown>(...ids, 1, 2, "2027-02-15") }, nasty),
      ]),
    ),
  );

const requests = fc.constantFrom(...all).chain(({ name, endpoint }) =>
  fc.record({
    name: fc.constant(name),
    endpoint: fc.constant(endpoint),
    params: paramsFor(endpoint),
    body: endpoint.method === "GET" ? fc.constant(undefined) : bodyFor(endpoint),
    who: fc.constantFrom("nobody", "teacher", "director"),
  }),
);

describe("requests that nobody means well with", () => {
  it("are each answered in the contract's shape, break nothing, and let nobody in", {
    timeout: 600_000,
  }, async () => {
    const nobody = await studio.visitor();
    const people: Readonly<Record<string, Visitor>> = { nobody, teacher, director };
    const seen = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(requests, async ({ name, endpoint, params, body, who }) => {
        const visitor = people[who] as Visitor;
        const text = (value: unknown) => (typeof value === "string" ? value : (JSON.stringify(value) ?? ""));
        const told = Object.fromEntries(
          Object.entries(params).map(([field, value]) => [
            field,
            text(value).replace(/[\ud800-\udfff]/g, "x") || "-",
          ]),
        );
        const answer = await visitor.call(endpoint, { params: told, body } as never);
        seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
        const place = `${who} ${name} ${JSON.stringify({ params: told, body })?.slice(0, 300)}`;
        expect(answer.status, place).toBeLessThan(500);
        if (answer.status >= 400) expect(problem.safeParse(answer.problem).success, place).toBe(true);
        if (who === "nobody" && endpoint.access !== "anyone")
          expect(answer.status, place).toBeGreaterThanOrEqual(400);
      }),
      { ...runs(ASKED), endOnFailure: true },
    );
    // Enough of them came through to what they were about.
    expect(seen.get(200) ?? 0).toBeGreaterThan(REQUESTS / 50);
    expect(seen.get(422) ?? 0).toBeGreaterThan(REQUESTS / 10);
    // The studio stands: who may come in still does, and nothing of a stranger's is in it.
    const again = await studio.visitor();
    const entered = await again.call(api.session.signIn, {
      body: { email: "director1@test.example", password: PASSWORD },
    });
    expect(entered.status).toBe(200);
  });
});
