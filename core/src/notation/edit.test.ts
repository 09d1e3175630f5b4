import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import {
  formatFigure,
  insertStep,
  lookupBeside,
  parseFigure,
  removeStep,
  replaceStep,
  stepsOf,
  writtenRoles,
} from "./index.ts";

const RHYTHM = { slowBeats: 2, quickBeats: 1, elements: [] };
const LIBRARY = [
  { name: "Box", notation: "leader\n1 L side\n2 R close\n3 R side\n4 L close\nfollower mirror" },
];
const lookup = lookupBeside(LIBRARY, RHYTHM, "");
const read = (text: string) => parseFigure(text, RHYTHM, lookup).figure;
const text = (figure: ReturnType<typeof insertStep>) => (figure ? formatFigure(figure) : null);

describe("editing step by step", () => {
  const plain = read("leader\n1 L side\n2 R close\nfollower mirror");

  it("changes, inserts and takes out", () => {
    const side = plain.steps.leader?.[0];
    if (!side) throw new Error("no step");
    expect(text(replaceStep(plain, "leader", 0, { ...side, action: "forward" }))).toContain("1   L forward");
    expect(text(insertStep(plain, "leader", 0))).toContain("1   L side\n&   R place\n2   R close");
    expect(text(insertStep(plain, "leader", 1))).toBe(
      "leader\n1   L side\n2   R close\n3   L place\nfollower opposite\nbeats 3\n",
    );
    expect(text(removeStep(plain, "leader", 1))).toBe("leader\n1   L side\nfollower opposite\nbeats 2\n");
  });

  it("writes a mirrored follower out before changing a step of theirs", () => {
    expect(text(removeStep(plain, "follower", 1))).toBe(
      "leader\n1   L side\n2   R close\nfollower\n1   R side\nbeats 2\n",
    );
  });

  it("refuses a count that is taken, the last step of a role, and steps too close to each other", () => {
    const [side] = plain.steps.leader ?? [];
    if (!side) throw new Error("no step");
    expect(replaceStep(plain, "leader", 0, { ...side, onset: 24 })).toBeNull();
    expect(removeStep(read("solo\n1 L side"), "solo", 0)).toBeNull();
    expect(insertStep(read("solo\n1 L side\n1e R close"), "solo", 0)).toBeNull();
  });

  it("keeps a composed figure composed: an edit is a change to what it uses", () => {
    const composed = read('use "Box"\nuse "Box" counts 1-2');
    const step = composed.steps.leader?.[1];
    if (!step) throw new Error("no step");
    expect(text(replaceStep(composed, "leader", 1, { ...step, action: "tap" }))).toBe(
      'use "Box"\nuse "Box" counts 1-2\nleader\n2   R tap\n',
    );
    expect(text(replaceStep(composed, "leader", 1, { ...step, onset: 36 }))).toBe(
      'use "Box"\nuse "Box" counts 1-2\nleader\n2   omit\n&   R close\n',
    );
    expect(text(removeStep(composed, "follower", 0))).toContain("follower\n1   omit\n");
    expect(removeStep(read('use "Box"\nfollower mirror'), "follower", 0)).toBeNull();
  });

  test("what an edit gives can be written and read as the same, and inserting is undone by taking out", () => {
    fc.assert(
      fc.property(anyFigure, fc.nat(12), (figure, at) => {
        const role = writtenRoles(figure)[0] ?? "leader";
        const index = at % stepsOf(figure, role).length;
        const more = insertStep(figure, role, index);
        if (!more) return;
        const { figure: again, faults } = parseFigure(formatFigure(more));
        expect(faults.filter(({ expected }) => !expected.startsWith("a count within"))).toEqual([]);
        expect(stepsOf(again, role)).toEqual(stepsOf(more, role));
        expect(stepsOf(removeStep(more, role, index + 1) ?? more, role)).toEqual(stepsOf(figure, role));
      }),
    );
  });
});
