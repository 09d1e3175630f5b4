import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { parseFigure, stepsOf } from "../notation/index.ts";
import { countCall, countStructure, figureFacts, footFaultText, rhythmWords, sidesInWords } from "./index.ts";

const facts = (text: string) => figureFacts(parseFigure(text).figure, IN_FOUR);

describe("figureFacts", () => {
  it("derives everything of a couple's three-beat basic", () => {
    const found = facts(
      'leader\n& L back hold "open"\n1 R place\n2 L forward\n3 R forward\nbeats 3\nfollower mirror',
    );
    expect(found.beats).toBe(3);
    expect(found.phrase).toEqual({ repeats: 8, phrases: 3, beats: 24 });
    expect(found.onsetsMatch).toBe(true);
    expect(found.fastestBpm).toEqual({ 1: 144, 2: 168, 3: 200, 4: 240 });
    expect(found.roles).toMatchObject([
      {
        role: "leader",
        steps: 4,
        weightless: 0,
        pauses: 0,
        rhythm: "& Q Q Q",
        startFree: "L",
        endFree: "L",
        closes: true,
      },
      { role: "follower", startFree: "R", endFree: "R", closes: true, shortestGap: 0.5, footFaults: [] },
    ]);
    expect(found.roles[0]).toMatchObject({ holdIn: "open", holdOut: "open", holds: ["open"] });
  });

  it("tells a figure that alternates from one that closes", () => {
    expect(facts("solo\n1 L side\n2 R close\n3 L side").roles[0]).toMatchObject({
      closes: false,
      endFree: "R",
    });
    expect(facts("solo\n1 L side\n2 R close\n3 L side\n4 R tap").roles[0]).toMatchObject({
      closes: false,
      endFree: "R",
      weightless: 1,
    });
  });

  it("adds turns up with their sense and finds the largest within a beat", () => {
    const [role] = facts("solo\n1 L side turn R 1/2\n1& R close turn R 1/4\n2 L side turn L 90").roles;
    expect(role).toMatchObject({ netTurn: 180, largestTurnInBeat: 270 });
  });

  it("counts slows by how long a step lasts", () => {
    expect(facts("solo\n1 L side\n3 R close\n4 L side\nbeats 4").roles[0]?.rhythm).toBe("S Q Q");
  });

  it.each([
    ["solo\n1 L side\n2 L side", "stands-on-it", "carries the weight"],
    ["solo\n1 L side\n2 L tap", "moves-standing-foot", "not free to move"],
    ["solo\n1 L tap\n2 R side", "stands-on-it", "carries the weight"],
  ])("%j cannot be done", (text, problem, words) => {
    const [fault] = facts(text).roles[0]?.footFaults ?? [];
    expect(fault).toMatchObject({ step: 1, problem });
    expect(fault && footFaultText(fault)).toContain(words);
  });

  it("gives a slow back as it was typed, also when an & was taken out of it, and nothing in own time", () => {
    const typed = (text: string, slowBeats = 2, quickBeats = 1) => {
      const dance = { ...IN_FOUR, slowBeats, quickBeats };
      return figureFacts(parseFigure(text, readingOf(dance)).figure, dance).roles[0]?.rhythm;
    };
    expect(typed("solo\nS L side\n& R close\nS L side")).toBe("S & S");
    expect(typed("solo\nQ L side\na R close\nQ L side\nS R side")).toBe("Q a Q S");
    expect(typed("solo\nS L side\nS R close", 1, 0.5)).toBe("S S");
    expect(typed("solo\nS L side\nQ R close\nfree")).toBe("");
  });

  it("says that a figure closes when it can be danced again, also from both feet", () => {
    const closes = (text: string) => facts(text).roles[0]?.closes;
    expect(closes("solo\n1 L side\n2 both place")).toBe(true);
    expect(closes("solo\n1 both place\n2 L side")).toBe(true);
    expect(closes("solo\n1 both place\n2 both place")).toBe(true);
    expect(closes("solo\n1 L side\n2 R close\n3 L side")).toBe(false);
    expect(closes("solo\n1 L tap\n2 L side\n3 R place")).toBe(true);
  });

  it("knows on which foot the weight is once the other moved after a landing on both", () => {
    expect(facts("solo\n1 both place\n2 L kick\n3 R kick").roles[0]?.footFaults).toEqual([
      { step: 2, problem: "moves-standing-foot", foot: "R" },
    ]);
    expect(facts("solo\n1 both place\n2 L swivel\n3 R kick").roles[0]?.footFaults).toEqual([]);
  });

  it("lets either foot go after a landing on both", () => {
    expect(facts("solo\n1 both place\n2 L side").roles[0]?.footFaults).toEqual([]);
    expect(facts("solo\n1 both place\n2 R side").roles[0]?.footFaults).toEqual([]);
  });

  test("hold for every figure: counts add up, gaps are no longer than the figure", () => {
    fc.assert(
      fc.property(anyFigure, (figure) => {
        const found = figureFacts(figure, IN_FOUR);
        for (const { role, steps, weightless, pauses, rhythm, shortestGap } of found.roles) {
          expect(steps + weightless + pauses).toBe(stepsOf(figure, role).length);
          expect(rhythm === "" ? 0 : rhythm.split(" ").length).toBe(steps);
          if (shortestGap !== null) {
            expect(shortestGap).toBeGreaterThan(0);
            expect(shortestGap * steps).toBeLessThanOrEqual(found.beats);
          }
        }
      }),
    );
  });

  test("a mirrored follower has the leader's rhythm and the same turns", () => {
    fc.assert(
      fc.property(
        anyFigure.filter(({ followerBy }) => followerBy === "opposite"),
        (figure) => {
          const [leader, follower] = figureFacts(figure, IN_FOUR).roles;
          expect(follower?.rhythm).toBe(leader?.rhythm);
          expect(follower?.netTurn).toBe(leader?.netTurn);
          expect(follower?.footFaults.length).toBe(leader?.footFaults.length);
        },
      ),
    );
  });
});

describe("what is said", () => {
  it("is called in eights where it is long, the first of each by its number", () => {
    const long = (beats: number) =>
      countCall(
        parseFigure(
          `solo\n${Array.from({ length: beats }, (_, at) => `${at + 1} ${at % 2 ? "R" : "L"} side`).join("\n")}`,
        ).figure,
      );
    expect(long(16)).toBe("1 2 3 4 5 6 7 8 2 2 3 4 5 6 7 8");
    expect(long(32)).toContain("8 3 2 3 4 5 6 7 8 4 2 3");
    expect(long(12)).toBe("1 2 3 4 5 6 7 8 9 10 11 12");
    expect(countCall(parseFigure("solo\n& L back\n1 R side\n9& L side\n16 R side").figure)).toBe("& 1 & 8");
  });

  it("calls the counts of the role that moves most", () => {
    const { figure } = parseFigure(
      "leader\n1 L side\n3 R close\nfollower\n1 R side\n2 L close\n2& R side\nbeats 4",
    );
    expect(countCall(figure)).toBe("1 2 &");
  });

  it("names what lies off the beat by its part of it", () => {
    const steps = [0, 6, 12, 18].map((onset) => ({ onset, foot: "L" as const, action: "place" as const }));
    expect(rhythmWords(steps, 24, IN_FOUR)).toEqual(["Q", "e", "&", "a"]);
  });
});

describe("countStructure", () => {
  it("is the same for figures that need no new counting", () => {
    const told = (text: string) => countStructure(parseFigure(text).figure);
    expect(told("leader\n& L back\n1 R place\n2 L side\nfollower mirror\nbeats 3")).toBe("3 beats: & 1 2");
    expect(told("solo\n& R kick\n1 R place\n2 L close\nbeats 3")).toBe("3 beats: & 1 2");
    expect(told("solo\nfree\n1 L side\n2 R close")).toBe("own time: 1 2");
    expect(told("solo\n1 L side\nbeats 1")).toBe("1 beat: 1");
  });
});

describe("how the sides differ", () => {
  const said = (text: string) => sidesInWords(parseFigure(text).figure);
  it("is said in one sentence", () => {
    expect(said("leader\n1 L side\n2 R back\nfollower mirror")).toBe("Followers dance the natural opposite.");
    expect(said("leader\n1 L side\n2 R back\nfollower\n1 R side\n2 L forward turn R 90")).toBe(
      "Opposite steps, except on 2: the leader steps back, the follower steps forward.",
    );
    expect(said("leader\n1 L side\nfollower\n1 L side")).toBe(
      "The two sides differ on every count: teach each by itself.",
    );
    expect(said("solo\n1 L side")).toBe("");
  });
});
