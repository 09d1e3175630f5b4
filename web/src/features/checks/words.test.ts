import type { LevelSeen } from "@map-step/contract";
import type { Readiness, StatedClause } from "@map-step/core/check";
import { describe, expect, it } from "vitest";
import { taughtIn } from "./board.ts";
import { hardnessInWords, twiceInWords } from "./figure-seen.tsx";
import { openOf } from "./settled.ts";
import { chanceInWords, readinessInWords, ruleInWords, settledInWords } from "./words.ts";

const clause = { kind: "figures", mark: "alone", layer: "partner" } as const;
const BASICS: StatedClause = { ...clause, of: "basic", atLeast: null };
const TURN: StatedClause = { ...clause, of: "turn", atLeast: 1 };

describe("a rule in words", () => {
  it("says once what all clauses ask for", () => {
    expect(ruleInWords([BASICS, TURN])).toBe("all basics and 1 turn without help, with a partner");
    expect(ruleInWords([BASICS, { ...TURN, mark: "dances-it" }])).toBe(
      "all basics without help, with a partner; 1 turn dances it, with a partner",
    );
    expect(ruleInWords([{ kind: "timing", within: 40 }])).toBe("measured timing within 40 ms");
  });
});

describe("where a dancer stands", () => {
  const facts = { shown: ["a"], lacking: ["b"], unseen: ["c", "d"], off: null, state: "open" } as const;
  const readiness = (probability: number, verdict: Readiness["verdict"]): Readiness => ({
    probability,
    verdict,
    spread: [0, 1],
    reasons: [],
    clauses: [{ ...facts, clause: { ...clause, figureIds: ["a", "b", "c", "d"], atLeast: 4 } }],
  });

  it("is the facts, and what is likely", () => {
    expect(readinessInWords(readiness(0.7, "likely"), [BASICS])).toBe(
      "Likely ready. 1 of 4 basics (1 not well enough, 2 not seen).",
    );
    expect(readinessInWords(readiness(1, "ready"), [BASICS])).toMatch(/^Ready\. /);
    expect(readinessInWords(readiness(0.95, "ready"), [BASICS])).toMatch(/^Ready, nearly certainly\. /);
    expect(readinessInWords(readiness(0.05, "not-yet"), [BASICS])).toMatch(/^Not likely yet\. /);
  });

  it.each([
    [0, "no"],
    [0.01, "hardly"],
    [0.5, "1 in 2"],
    [0.74, "7 in 10"],
    [0.99, "nearly certain"],
    [1, "yes"],
  ])("%d is %s", (chance, said) => expect(chanceInWords(chance)).toBe(said));

  it("is settled when nothing that is left would change it", () => {
    const dancer = (studentId: string, probability: number, gain: number) => ({
      studentId,
      readiness: readiness(probability, "open"),
      telling: gain === 0 ? [] : [{ figureId: "c", layer: "partner" as const, gain }],
    });
    const dancers = [dancer("ana", 0.5, 0.5), dancer("ben", 0.99, 0.2), dancer("cleo", 0.5, 0)];
    const open = openOf({ dancers }, (id) => id);
    expect(open).toEqual([{ name: "ana", looks: 1 }]);
    expect(settledInWords(open, 3)).toBe("2 of 3 dancers settled; about 1 more look would settle ana.");
    expect(settledInWords([], 3)).toBe("Everybody is settled. You can stop looking.");
  });
});

describe("a figure over a level", () => {
  const model = { difficulty: { a: -1, b: 0, c: 2 } } as unknown as LevelSeen["model"];

  it("is hard, easy or like the others", () => {
    expect(["a", "b", "c", "d"].map((id) => hardnessInWords(model, id))).toEqual([
      "easy for this level",
      "about as hard as the others",
      "hard for this level",
      "how hard it is, is not known yet",
    ]);
  });

  it("says how often two saw it differently", () => {
    const pair = { figureId: "a", layer: "partner", firstId: "x", secondId: "y", first: "alone" } as const;
    const twice = [{ ...pair, second: "alone" } as const, { ...pair, second: "not-yet" } as const];
    expect(twiceInWords({ twice }, "a")).toBe("Marked by two people 2 times, differently 1 time.");
    expect(twiceInWords({ twice }, "b")).toBe("");
  });

  it("was taught as deep as the log says; a return deepens nothing", () => {
    const danced = (figureId: string, layer: "steps" | "count" | "return") => ({ figureId, layer });
    const held = [
      { week: 1, danced: [danced("a", "count"), danced("b", "return")] },
      { week: 2, danced: [danced("a", "steps"), danced("a", "return")] },
    ];
    expect([...taughtIn(held, "steps")]).toEqual([
      ["a", "count"],
      ["b", "steps"],
    ]);
  });
});
