import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cleanText, isTooDeep, withoutControl } from "../src/http/well-formed.ts";

/** How deep a value is nested, by another way than from its bytes. */
const depthOf = (value: unknown): number =>
  typeof value === "object" && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;

/** The place of the first text that cannot be kept, by the plainest way. */
function firstBad(value: unknown, path: readonly string[] = []): boolean {
  const isBad = (text: string) => text.includes("\0") || /\p{Surrogate}/u.test(text);
  if (typeof value === "string") return isBad(value);
  if (typeof value !== "object" || value === null) return false;
  return Object.entries(value).some(
    ([key, inner]) => isBad(key) || /(?![\t\n])\p{Cc}/u.test(key) || firstBad(inner, path),
  );
}

describe("what a request holds", () => {
  it("has the depth that its value has, told from its bytes alone", () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 8 }), fc.integer({ min: 0, max: 8 }), (value, deepest) => {
        const bytes = new TextEncoder().encode(JSON.stringify(value));
        expect(isTooDeep(bytes, deepest)).toBe(depthOf(value) > deepest);
      }),
    );
  });

  it("is refused for its depth before anything walks it, however deep, and texts count for nothing", () => {
    for (const depth of [65, 4_000, 2_000_000])
      expect(isTooDeep(new TextEncoder().encode("[".repeat(depth)))).toBe(true);
    expect(isTooDeep(new TextEncoder().encode(JSON.stringify({ a: '[[{{"\\'.repeat(100) })))).toBe(false);
    expect(isTooDeep(new TextEncoder().encode(`${"[".repeat(64)}${"]".repeat(64)}`))).toBe(false);
  });

  it("keeps every character somebody sees, and none that nobody does", () => {
    const text = fc.string({ unit: "binary", maxLength: 40 }).filter((one) => !one.includes("\0"));
    fc.assert(
      fc.property(text, (one) => {
        const clean = withoutControl(one);
        expect(clean).not.toMatch(/(?![\t\n])\p{Cc}/u);
        const seen = (of: string) => [...of].filter((sign) => !/\p{Cc}/u.test(sign));
        expect(seen(clean)).toEqual(seen(one));
        expect(withoutControl(clean)).toBe(clean);
      }),
    );
    expect(withoutControl("one\r\ntwo\u000bthree\u0007")).toBe("one\ntwo\nthree");
  });

  it("is looked through whole: what cannot be kept has its place, all else is clean afterwards", () => {
    const anything = fc.object({
      maxDepth: 4,
      key: fc.string({ unit: "binary", maxLength: 3 }),
      values: [fc.string({ unit: "binary", maxLength: 6 }), fc.integer(), fc.constant(null)],
    });
    fc.assert(
      fc.property(anything, (value) => {
        const isBad = firstBad(value);
        const place = cleanText(value);
        expect(place !== null).toBe(isBad);
        if (!isBad) expect(JSON.stringify(Object.values(value))).not.toMatch(/\\u00(0[0-8]|7f|[89])/);
      }),
    );
    expect(cleanText({ a: [{ b: "x\0" }] })).toBe("a.0.b");
    let deep: unknown = "x\u0001";
    for (let at = 0; at < 100_000; at++) deep = [deep];
    expect(cleanText(deep)).toBeNull();
  });
});
