import { readingOf } from "@map-step/core/element";
import { asHouseCounts, FIGURE_KINDS, figureFacts, variantRanges, warningsOf } from "@map-step/core/figure";
import { compareFigures } from "@map-step/core/likeness";
import { type Figure, openLibrary, writtenRoles } from "@map-step/core/notation";
import { islands, transitionGraph } from "@map-step/core/sequence";
import { findCircle } from "@map-step/core/step-map";
import { describe, expect, it } from "vitest";
import { HUSTLE, PROGRAMS, type Program, SHAG, WALTZ } from "./figures/index.ts";

const ALL = PROGRAMS.flatMap((program) =>
  program.figures.map((draft) => ({ program, draft, name: draft.name })),
);
const stepsIn = ({ dance, figures }: Program, name: string) => openLibrary(figures, readingOf(dance))(name);
const withSteps = ALL.filter(({ draft }) => draft.notation !== "");
const factsOf = (program: Program, name: string) => {
  const read = stepsIn(program, name);
  if (!read) throw new Error(`${name} has no steps`);
  return figureFacts(read.figure, program.dance);
};

describe("the demo's figures", () => {
  it("are sixty or more, of every kind in every program, each with a name of its own", () => {
    expect(ALL.length).toBeGreaterThanOrEqual(60);
    for (const { figures } of PROGRAMS) {
      expect(new Set(figures.map(({ kind }) => kind))).toEqual(new Set(FIGURE_KINDS));
      expect(new Set(figures.map(({ name }) => name)).size).toBe(figures.length);
    }
  });

  it.each(withSteps)("$name can be read and danced, and danced again", ({ program, name }) => {
    expect(stepsIn(program, name)?.faults).toEqual([]);
    for (const { footFaults, closes } of factsOf(program, name).roles) {
      expect(footFaults).toEqual([]);
      expect(closes).toBe(true);
    }
    const figure = stepsIn(program, name)?.figure as Figure;
    const facing = warningsOf(figure, program.dance, []).filter(({ about }) => about === "facing");
    expect(facing.map(({ text }) => text)).toEqual([]);
  });

  it.each(ALL)("$name names only figures of its dance, and does not need itself", ({ program, draft }) => {
    const names = program.figures.map(({ name }) => name);
    const { needs = [], helps = [], variantOf } = draft;
    for (const other of [...needs, ...helps, ...(variantOf ? [variantOf] : [])])
      expect(names).toContain(other);
    const graph = program.figures.map((figure) => ({ id: figure.name, needs: figure.needs ?? [] }));
    expect(findCircle(graph, draft.name)).toBeNull();
  });

  it("say how to dance each, and what to take care of in every show move", () => {
    for (const { draft } of ALL) {
      expect(draft.cues.length).toBeGreaterThan(0);
      expect(draft.slips.length).toBeGreaterThan(0);
      if (draft.kind === "show") expect(draft.cautions?.length).toBeGreaterThan(1);
    }
  });

  it("are taught by one level each, or are another way to one that is", () => {
    for (const { levels, figures } of PROGRAMS) {
      const taught = levels.flatMap((level) => level.figures);
      expect(new Set(taught).size).toBe(taught.length);
      for (const name of taught) expect(figures.map((figure) => figure.name)).toContain(name);
      expect(taught.length).toBeGreaterThanOrEqual(figures.length - 2);
    }
  });
});

describe("a case for everything the product computes", () => {
  const figureIn = (program: Program, name: string): Figure => {
    const read = stepsIn(program, name);
    if (!read) throw new Error(`${name} has no steps`);
    return read.figure;
  };

  it("a pick-up, three beats against phrases of eight, six beats against eight, and three to the bar", () => {
    expect(figureIn(HUSTLE, "Foundation step").steps.leader?.[0]?.onset).toBe(-12);
    expect(factsOf(HUSTLE, "Foundation step").phrase).toEqual({ repeats: 8, phrases: 3, beats: 24 });
    expect(factsOf(SHAG, "Home six").phrase).toEqual({ repeats: 4, phrases: 3, beats: 24 });
    expect(factsOf(WALTZ, "Cross-step basic").phrase).toEqual({ repeats: 4, phrases: 1, beats: 24 });
  });

  it("a figure in one's own time, a solo line, and figures made of others", () => {
    expect(factsOf(WALTZ, "Walk in your own time").timed).toBe(false);
    expect(Object.keys(figureIn(SHAG, "Harbour line").steps)).toEqual(["solo"]);
    expect(figureIn(SHAG, "Six against eight").length / 24).toBe(24);
    const changed = figureIn(HUSTLE, "Turn and come home").steps.leader?.find(({ onset }) => onset === 72);
    expect(changed?.cue).toBe("here we are");
  });

  it("footwork variants for slower and faster music", () => {
    const variants = ["Home six", "Three-step six"].map((name) => {
      return { name, pace: factsOf(SHAG, name).pace };
    });
    const ranges = variantRanges(variants, SHAG.dance, 2);
    expect(ranges.map(({ variant }) => variant.name)).toEqual(["Three-step six", "Home six"]);
  });

  it("one and a half turns, and a pair needed to face the line of dance again", () => {
    const follower = (program: Program, name: string) =>
      factsOf(program, name).roles.find(({ role }) => role === "follower");
    expect(follower(SHAG, "Once and a half")?.netTurn).toBe(540);
    expect(follower(WALTZ, "Turning basic")?.facesAgainAfter).toBe(2);
  });

  it("look-alikes that part at one count", () => {
    const pair = compareFigures(figureIn(SHAG, "Touch six"), figureIn(SHAG, "Kick six"));
    expect(pair.likeness).toBeGreaterThan(0.7);
    const vines = compareFigures(figureIn(WALTZ, "Vine"), figureIn(WALTZ, "Vine, late behind"));
    expect(vines).toMatchObject({ lookAlike: true, partsAt: "3" });
  });

  it("one round through every figure of a dance, but for one dead end that is there to be found", () => {
    for (const program of PROGRAMS) {
      const figures = program.figures.flatMap(({ name, notation }) => {
        const figure = notation === "" ? null : asHouseCounts(stepsIn(program, name), program.dance);
        return figure && !writtenRoles(figure).includes("solo") ? [{ id: name, figure }] : [];
      });
      const graph = transitionGraph(figures, program.dance);
      const dead = islands(graph).islands.filter(({ nothingIn, nothingOut }) => nothingOut && !nothingIn);
      const holds = dead.flatMap(({ states }) => states.map((state) => graph.states[state]?.hold));
      expect(holds).toEqual(program === HUSTLE ? ["no hold"] : []);
    }
  });

  it("spots, slots and figures that travel", () => {
    const kinds = withSteps.map(({ program, name }) => factsOf(program, name).roles[0]?.space.kind);
    expect(new Set(kinds)).toEqual(new Set(["spot", "slot", "travelling"]));
  });
});
