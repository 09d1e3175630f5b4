import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { USUAL_HOLDS } from "../hold/index.ts";
import { type Figure, parseFigure, type Role, stepsOf } from "../notation/index.ts";
import {
  countCall,
  figureFacts,
  pathOfRole,
  poseAt,
  roleCall,
  sidesInWords,
  stepEnd,
  stepInWords,
} from "./index.ts";

const figure = (text: string): Figure => {
  const { figure: read, faults } = parseFigure(text);
  expect(faults).toEqual([]);
  return read;
};
const couple = (leader: string, follower: string) =>
  figure(`leader\n1 L side\n2 R close\n3 ${leader}\nfollower\n1 R side\n2 L close\n3 ${follower}`);

describe("how the two sides of a figure differ", () => {
  it.each([
    ["R back", "R forward turn R 1/2", "the leader steps back, the follower steps forward"],
    ["L back", "R back", "both step back"],
    ["L place", "R side", "the leader steps in place, the follower steps side"],
    ["L touch", "R forward", "the leader touches, the follower steps forward"],
    ["L brush", "R kick forward", "the leader brushes, the follower kicks forward"],
    ["L kick diagonal-forward", "R kick diagonal-forward", "both kick diagonal forward"],
    ["L cross-front", "R side", "the leader steps cross front, the follower steps side"],
    ["L side turn L 1/2", "R side turn R 1/2", "the two turn differently"],
    ["L side turn L 1/2", "R side turn L 1/4", "the two turn differently"],
    ["L side turn L 1/2", "R side", "the two turn differently"],
    ["L side", "L side", "both step side"],
  ])("%s and %s", (leader, follower, how) => {
    expect(sidesInWords(couple(leader, follower))).toBe(`Opposite steps, except on 3: ${how}.`);
  });

  it("tells where only one of them moves, and where there is more than one such count", () => {
    const alone = figure(
      "leader\n1 L side\n2 R close\n3 L side\nfollower\n1 R side\n2 L close\n3 R side\n4 L tap",
    );
    expect(sidesInWords(alone)).toBe("Opposite steps, except on 4: only the follower moves.");
    const other = figure(
      "leader\n1 L side\n2 R close\n3 L side\n4 R tap\nfollower\n1 R side\n2 L close\n3 R side",
    );
    expect(sidesInWords(other)).toBe("Opposite steps, except on 4: only the leader moves.");
    const two = figure("leader\n1 L side\n2 R forward\n3 L back\nfollower\n1 R side\n2 L forward\n3 R back");
    expect(sidesInWords(two)).toBe("Opposite steps, except on 2 and 3.");
  });

  it("says so when nothing is opposite, when all is, and nothing where there are no partners", () => {
    expect(sidesInWords(figure("leader\n1 L forward\nfollower\n1 L kick"))).toBe(
      "The two sides differ on every count: teach each by itself.",
    );
    expect(sidesInWords(figure("leader\n1 L forward\nfollower mirror"))).toBe(
      "Followers dance the natural opposite.",
    );
    expect(sidesInWords(figure("solo\n1 L forward"))).toBe("");
    expect(sidesInWords(figure("leader\n1 L forward"))).toBe("");
  });
});

describe("what is called", () => {
  const walk = (beats: number, head = "solo") =>
    figure(
      `${head}\n${Array.from({ length: beats }, (_, at) => `${at + 1} ${at % 2 ? "R" : "L"} forward`).join("\n")}\nbeats ${beats}`,
    );
  it("is the counts, and in eights where the figure is long and made of eights", () => {
    expect(countCall(walk(8))).toBe("1 2 3 4 5 6 7 8");
    expect(countCall(walk(12))).toBe("1 2 3 4 5 6 7 8 9 10 11 12");
    expect(countCall(walk(16))).toBe("1 2 3 4 5 6 7 8 2 2 3 4 5 6 7 8");
    expect(countCall(walk(18))).toBe(Array.from({ length: 18 }, (_, at) => at + 1).join(" "));
    expect(countCall(walk(24)).split(" ")[16]).toBe("3");
    expect(countCall(walk(16, "solo\nfree"))).toBe(Array.from({ length: 16 }, (_, at) => at + 1).join(" "));
  });

  it("keeps a pick-up before the first count, and is the role's that moves most", () => {
    const lines = Array.from({ length: 15 }, (_, at) => `${at + 2} ${at % 2 ? "L" : "R"} forward`).join("\n");
    const picked = figure(`solo\n& R back\n1 L forward\n${lines}\nbeats 16`);
    expect(countCall(picked)).toMatch(/^& 1 2 .* 8 2 2 3/);
    const busy = figure("leader\n1 L side\nfollower\n1 R side\n1& L close\n2 R side");
    expect(countCall(busy)).toBe("1 & 2");
  });

  it("names foot, action, direction, size, turn, hold and lead of a step", () => {
    const [step] = stepsOf(
      figure('leader\n1 L kick diagonal-forward small turn R 3/4 hold "open" lead "lift"'),
      "leader",
    );
    if (!step) throw new Error("there is no step");
    expect(stepInWords(step)).toBe("left kick diagonal-forward small, turn right ¾, hold open, lead: lift");
    expect(stepInWords({ onset: 0, foot: null, action: "hold" })).toBe("hold");
    expect(stepInWords({ onset: 0, foot: "both", action: "close" })).toBe("both feet close");
    expect(roleCall(figure('leader\n1 L side lead "lift"\n2 R tap'), "leader")).toBe(
      "1 left side; 2 right tap",
    );
  });
});

describe("facts of two roles together", () => {
  const facts = (text: string) => figureFacts(figure(text), IN_FOUR);
  it.each([
    ["leader\n1 L side\n2 R close\nfollower mirror", true, true],
    ["leader\n1 L side\n2 R close\nfollower\n1 R side\n2 L close", true, true],
    ["leader\n1 L side\n2 R close\nfollower\n1 L side\n2 R close", true, false],
    ["leader\n1 L side\n2 R close\nfollower\n1 R side\n2& L close", false, false],
    ["leader\n1 L side\n2 R close\nfollower\n1 R side", false, false],
    // A tap is no step: it may come where the other stands.
    ["leader\n1 L side\n2 R tap\nfollower\n1 R side", true, false],
    ["solo\n1 L side\n2 R close", true, false],
    ["leader\n1 L side\n2 R close", true, false],
  ])("%j: steps together %s, natural opposite %s", (text, onsetsMatch, naturalOpposite) => {
    expect(facts(text)).toMatchObject({ onsetsMatch, naturalOpposite });
  });

  it("is as fast as its closest steps of either role allow", () => {
    const one = facts("leader\n1 L side\n3 R close\nfollower\n1 R side\n1& L close\n3 R side");
    expect(one.roles.map(({ shortestGap }) => shortestGap)).toEqual([1, 0.5]);
    expect(one.shortestGap).toBe(0.5);
    // Half a beat in 140 milliseconds, or three weight changes in two beats at 3.6 a second.
    expect(one.fastestBpm?.[1]).toBe(144);
    expect(facts("solo\n1 hold").fastestBpm).toBeNull();
  });

  it("knows where a step ends, the last where the figure comes round", () => {
    const steps = stepsOf(figure("solo\n& R back\n1 L side\n3 R close\nbeats 4"), "solo");
    expect(steps.map((_, at) => stepEnd(steps, at, 96) / 24)).toEqual([0, 2, 3.5]);
  });
});

describe("a dancer between two steps", () => {
  const path = (role: Role = "solo") =>
    pathOfRole(figure("solo\n1 L side\n3 R close turn R 1/2\nbeats 4"), role, USUAL_HOLDS);
  it("stands until shortly before the next step, sets out gently, and has landed on its onset", () => {
    const x = (at: number) => poseAt(path(), at).right.x;
    expect(x(0)).toBe(x(48 - 16));
    const landed = x(48);
    const [early, middle, late] = [x(48 - 12), x(48 - 8), x(48 - 4)];
    const share = (at: number) => (at - x(0)) / (landed - x(0));
    // Smoothstep: 3t² − 2t³ at a quarter, a half and three quarters of the way.
    expect(share(early)).toBeCloseTo(0.15625, 9);
    expect(share(middle)).toBeCloseTo(0.5, 9);
    expect(share(late)).toBeCloseTo(0.84375, 9);
    expect(poseAt(path(), 48 - 8).heading).toBeCloseTo(90, 9);
    expect(poseAt(path(), 48).heading).toBe(180);
    expect(poseAt(path(), 500)).toMatchObject({ heading: 180, weight: "R" });
    expect(poseAt(path(), 20).weight).toBe("L");
  });

  it("has less time where the step before lies closer", () => {
    const quick = pathOfRole(figure("solo\n1 L side\n1& R close"), "solo", USUAL_HOLDS);
    const half = poseAt(quick, 6).right.x;
    expect(half).toBeCloseTo(((quick[1]?.right.x ?? 0) + (quick[2]?.right.x ?? 0)) / 2, 9);
  });
});
