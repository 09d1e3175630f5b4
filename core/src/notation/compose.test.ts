import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { readingOf } from "../element/index.ts";
import { formatFigure, holdsSaid, lookupBeside, openLibrary, parseFigure, stepsOf } from "./index.ts";

const RHYTHM = { slowBeats: 2, quickBeats: 1, elements: [] };
const BASIC = "leader\n& L back\n1 R place\n2 L forward\n3 R forward\nfollower mirror\nbeats 3\n";
const TURN =
  "leader\n1 L forward\n2 R place\n3 L close\nfollower\n1 R forward turn R 1/2\n2 L place\n3 R close\n";
const LIBRARY = [
  { name: "Basic", notation: BASIC },
  { name: "Turn", notation: TURN },
  { name: "Alone", notation: "solo\n1 L forward\n2 R forward\nfree\n" },
];
const read = (text: string, own = "New one") => parseFigure(text, RHYTHM, lookupBeside(LIBRARY, RHYTHM, own));
const onsets = (text: string, role: "leader" | "follower" = "leader") =>
  stepsOf(read(text).figure, role).map(({ onset }) => onset / 24);

describe("rhythm words", () => {
  it("place each step where the one before ends", () => {
    const { figure, faults } = parseFigure(
      "leader\nS L side\nS R side\nQ L back\nQ R place\nfollower mirror",
      RHYTHM,
    );
    expect(faults).toEqual([]);
    expect(figure.length / 24).toBe(6);
    expect(figure.steps.leader?.map(({ onset }) => onset / 24)).toEqual([0, 2, 4, 5]);
  });

  it("take & and a out of the step before, also before the first", () => {
    const { figure } = parseFigure(
      "solo\n& L back\nQ R side\n& L close\nQ R side\na L close\nS R side",
      RHYTHM,
    );
    expect(figure.steps.solo?.map(({ onset }) => onset / 24)).toEqual([-0.5, 0, 0.5, 1, 1.75, 2]);
    expect(figure.length / 24).toBe(4);
  });

  it("follow the dance", () => {
    const waltz = { slowBeats: 3, quickBeats: 2, elements: [] };
    const { figure } = parseFigure("solo\nS L forward\nQ R forward", waltz);
    expect(figure.steps.solo?.[1]?.onset).toBe(72);
    expect(figure.length / 24).toBe(5);
  });

  it("do not mix with numbers within a role", () => {
    const { faults } = parseFigure("leader\nS L side\n3 R side\nQ L side", RHYTHM);
    expect(faults).toMatchObject([{ line: 3, column: 1, found: "3" }]);
    expect(parseFigure("leader\n1 L side\nS R side", RHYTHM).faults).toMatchObject([{ line: 3, found: "S" }]);
  });
});

describe("free timing", () => {
  it("is kept with the figure", () => {
    const { figure, faults } = parseFigure("solo\n1 L forward\n2 R forward\nfree");
    expect(faults).toEqual([]);
    expect(figure.free).toBe(true);
    expect(formatFigure(figure)).toBe("solo\n1   L forward\n2   R forward\nfree\nbeats 2\n");
  });
});

describe("a composed figure", () => {
  it("puts stretches one behind the other, pick-ups into the beat before", () => {
    expect(onsets('use "Turn"; use "Basic"')).toEqual([0, 1, 2, 2.5, 3, 4, 5]);
    expect(read('use "Turn"; use "Basic"').figure.length / 24).toBe(6);
  });

  it("takes a stretch of counts, and one role alone", () => {
    expect(onsets('use "Basic" counts 2-3; use "turn" counts 1')).toEqual([0, 1, 2]);
    const text = 'use "Basic" counts 1-3 leader; use "Turn" follower';
    expect(onsets(text)).toEqual([-0.5, 0, 1, 2]);
    expect(onsets(text, "follower")).toEqual([0, 1, 2]);
    expect(read(text).figure.length / 24).toBe(3);
  });

  it("changes, adds and leaves out single steps", () => {
    const { figure, faults } = read('use "Turn"\nfollower\n1 R back\n2 omit\n2& L tap');
    expect(faults).toEqual([]);
    expect(figure.steps.follower).toEqual([
      { onset: 0, foot: "R", action: "back" },
      { onset: 36, foot: "L", action: "tap" },
      { onset: 48, foot: "R", action: "close" },
    ]);
    expect(formatFigure(figure)).toBe('use "Turn"\nfollower\n1   R back\n2   omit\n&   L tap\n');
  });

  it("lets the follower mirror the whole", () => {
    const { figure } = read('use "Turn"; follower mirror');
    expect(stepsOf(figure, "follower")[0]).toMatchObject({ foot: "R", action: "back" });
    expect(formatFigure(figure)).toBe('use "Turn"\nfollower opposite\n');
  });

  it("follows the figures it uses", () => {
    const changed = [{ name: "Basic", notation: BASIC.replace("2 L forward", "2 L side") }];
    const { figure } = parseFigure('use "Basic"', RHYTHM, lookupBeside(changed, RHYTHM, "Long"));
    expect(figure.steps.leader?.[2]?.action).toBe("side");
  });

  it.each([
    ['use "Nobody"', "there"],
    ['use "New one"', "does not use this one"],
    ['use "Turn" counts 2-9', "counts that this figure has"],
    ['use "Turn"; use "Turn" counts 0-1', "first and last count"],
    ["use", "double quotes"],
    ['use "Turn" twice', "end of the line"],
    ['use "Turn"; leader; 4 turn L 1/4', "a step to change"],
    ["leader\n1 omit", "uses another"],
    [Array(171).fill('use "Turn"').join("\n"), "at most 512 beats"],
    ['use "Turn"\nbeats 2', "at least 3 beats"],
    ['use "Turn"; use "Alone"', "all solo, or all for leader and follower"],
    ['use "Alone" leader', "all solo, or all for leader and follower"],
    ['use "Turn"\nleader\n1 omit\n2 omit\n3 omit', "at least one step in each role"],
    ['use "Turn"\nleader\n9 omit', "a step to leave out"],
    ['use "Turn"\nleader\n2& omit', "a step to leave out"],
  ])("%.40s is a fault with its place", (text, expected) => {
    const { faults } = read(text);
    expect(faults.at(-1)?.expected).toContain(expected);
    expect(faults.at(-1)?.line).toBeGreaterThan(0);
  });

  it("is danced in one's own time when one that it uses is, and says so only where it was written", () => {
    const { figure } = read('use "Alone"');
    expect(figure.free).toBe(true);
    expect(formatFigure(figure)).toBe('use "Alone"\n');
    expect(formatFigure(read('use "Alone"\nfree').figure)).toBe('use "Alone"\nfree\n');
  });

  test("begins a stretch in the hold that is in force there", () => {
    const stretch = fc.tuple(anyFigure, fc.nat(), fc.nat()).map(([figure, a, b]) => {
      const beats = figure.length / 24;
      const [from, to] = [a % beats, b % beats].sort((one, other) => one - other);
      return { figure, from: (from ?? 0) + 1, to: (to ?? 0) + 1 };
    });
    fc.assert(
      fc.property(stretch, ({ figure, from, to }) => {
        const lookup = lookupBeside([{ name: "a", notation: formatFigure(figure) }], RHYTHM, "");
        const cut = parseFigure(`use "a" counts ${from}-${to}`, RHYTHM, lookup).figure;
        for (const role of ["leader", "follower", "solo"] as const) {
          const before = holdsSaid(figure).filter(({ onset }) => onset < (from - 1) * 24);
          const [first] = stepsOf(cut, role);
          if (first && from > 1) {
            const whole = stepsOf(figure, role).find(({ onset }) => onset === first.onset + (from - 1) * 24);
            const now = holdsSaid(figure).findLast(({ onset }) => onset <= (whole?.onset ?? 0));
            const hold = whole?.hold ?? (before.length > 0 ? now?.hold : undefined);
            expect(first.hold).toBe(hold);
          }
        }
      }),
    );
  });

  it("refuses figures that come back to themselves, whichever is read first", () => {
    const round = [
      { name: "A", notation: 'use "B"' },
      { name: "B", notation: 'use "C"' },
      { name: "C", notation: 'use "A"' },
      { name: "D", notation: 'use "A"' },
    ];
    for (const first of ["A", "B", "C", "D"]) {
      const find = openLibrary(round, RHYTHM);
      find(first);
      for (const { name } of round) expect(find(name)?.faults).toHaveLength(1);
    }
  });

  test("of one whole figure is that figure, and what it is written as reads back as the same", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (a, b) => {
        const library = [
          { name: "a", notation: formatFigure(a) },
          { name: "b", notation: formatFigure(b) },
        ];
        const lookup = lookupBeside(library, RHYTHM, "");
        const alone = parseFigure('use "a"', RHYTHM, lookup).figure;
        for (const role of ["leader", "follower", "solo"] as const)
          expect(stepsOf(alone, role)).toEqual(stepsOf(a, role));
        expect(alone.length).toBe(a.length);
        const both = parseFigure('use "a"\nuse "b"', RHYTHM, lookup);
        const text = formatFigure(both.figure);
        expect(parseFigure(text, RHYTHM, lookup).figure).toEqual(both.figure);
      }),
    );
  });
});

describe("thousands of texts", () => {
  const elements = readingOf(IN_FOUR);
  const lookup = lookupBeside(LIBRARY, elements, "");
  const mutated = fc
    .tuple(anyFigure, fc.array(fc.tuple(fc.nat(), fc.nat(4), fc.string({ maxLength: 4 })), { maxLength: 6 }))
    .map(([figure, cuts]) => {
      let text = formatFigure(figure);
      for (const [at, gone, put] of cuts) {
        const place = at % (text.length + 1);
        text = text.slice(0, place) + put + text.slice(place + gone);
      }
      return text;
    });
  const words = fc.constantFrom(
    ...'leader follower solo opposite image use omit free beats counts S Q slow quick & a 1 2& 3-4 3&4 L R both side touch turn 1/2 90° hold closed x2 other rock step triple grapevine box half walk # " ; , \n'.split(
      " ",
    ),
    '"Turn"',
    "other side",
  );
  const jumbled = fc.array(words, { maxLength: 40 }).map((list) => list.join(" "));

  test("random and mutated, are all read in good time, with faults inside the text", () => {
    fc.assert(
      fc.property(fc.oneof(mutated, jumbled, fc.string({ unit: "binary" })), (text) => {
        const lines = text.split(/\r\n|\r|\n/);
        const { faults } = parseFigure(text, elements, lookup);
        const outside = faults.filter(
          ({ line, column, length }) =>
            line < 1 || column < 1 || length < 1 || column > (lines[line - 1] ?? "").length + 1,
        );
        expect(outside).toEqual([]);
      }),
      runs(5_000),
    );
  }, 600_000);

  test("that are accepted are written so that they read back as the same", () => {
    fc.assert(
      fc.property(fc.oneof(mutated, jumbled), (text) => {
        const { figure, faults } = parseFigure(text, elements, lookup);
        if (faults.length > 0) return;
        const again = parseFigure(formatFigure(figure), elements, lookup);
        expect(again.faults).toEqual([]);
        expect(again.figure).toEqual(figure);
      }),
      runs(1_000),
    );
  }, 60_000);
});
