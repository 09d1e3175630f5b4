import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { causesOf, checkPlan } from "./index.ts";

const nameOf = (id: string) => id.toUpperCase();

describe("causes of findings", () => {
  it("are one for many figures that need one and the same", () => {
    const turns = ["A", "B", "C"].map((name) => figure(name, { needs: ["basic"] }));
    const level = levelOf(
      [figure("Basic"), ...turns],
      [
        ["A", 1],
        ["B", 2],
        ["C", 3],
        ["Basic", 5],
      ],
    );
    const late = causesOf(checkPlan(level), nameOf).filter(({ text }) => text.includes("BASIC"));
    expect(late).toHaveLength(1);
    expect(late[0]).toMatchObject({ severity: "must", text: "3 figures need BASIC before it is taught." });
    expect(late[0]?.findings).toHaveLength(3);
  });

  test("hold every finding once, the gravest word of all, and keep less than three of a kind as they are", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const findings = checkPlan(level);
        const causes = causesOf(findings, nameOf);
        const held = causes.flatMap((cause) => cause.findings);
        expect(new Set(held)).toEqual(new Set(findings));
        expect(held).toHaveLength(findings.length);
        expect(new Set(causes.map(({ key }) => key)).size).toBe(causes.length);
        for (const { findings: all, severity, text } of causes) {
          expect(all.length === 1 || all.length >= 3).toBe(true);
          expect(severity === "must").toBe(all.some((one) => one.severity === "must"));
          if (all.length === 1) expect(text).toBe(all[0]?.text);
        }
      }),
    );
  });
});
