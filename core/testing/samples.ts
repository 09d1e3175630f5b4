import { type Evidence, fitMarks, type ReadinessRule } from "../src/check/index.ts";
import type { CoupleVerdict } from "../src/couple/index.ts";
import { readingOf } from "../src/element/index.ts";
import { stateIn } from "../src/figure/index.ts";
import { parseFigure } from "../src/notation/index.ts";
import { type FigureItem, type Sequence, type Tail, transitionGraph } from "../src/sequence/index.ts";
import { IN_FOUR } from "./figures.ts";
import { figure, levelOf } from "./levels.ts";

// What the examples in the comments of the core speak of: two small figures of one dance, and a level of three.

/** Side, close, side, tap, to the left and back. */
export const BASIC = parseFigure(
  'leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R tap\n5 R side\n6 L close\n7 R side\n8 L tap\nfollower mirror',
).figure;

/** What reading their texts takes of their dance. */
export const READING = readingOf(IN_FOUR);

/** The basic's first half, then a turn to the right of the follower. */
export const TURN = parseFigure(
  'leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R tap\n5 R side\n6 L close\n7 R side\n8 L tap\n' +
    "follower\n1 R side\n2 L close\n3 R side\n4 L tap\n5 L side turn R 1/2\n6 R side turn R 1/2\n7 L close\n8 R tap",
).figure;

/** The basic with usual steps. */
export const FITS: CoupleVerdict = {
  together: true,
  strain: 0,
  changed: [],
  placings: { leader: [], follower: [] },
  begins: { x: 0, y: 0 },
  ends: { apart: 0.9, turned: 180 },
};

/** A week for the basic, a later one for the turn that needs it, and a figure that waits. */
export const LEVEL = levelOf(
  [
    figure("Basic", { kind: "basic" }),
    figure("Turn", { kind: "turn", needs: ["basic"] }),
    figure("Wrap", { needs: ["turn"] }),
  ],
  [
    ["Basic", 1],
    ["Turn", 3],
  ],
  { weeks: 6 },
);

/** The basic and the turn, in the one state in which both begin and end. */
export const GRAPH = transitionGraph(
  [
    { id: "basic", figure: BASIC },
    { id: "turn", figure: TURN },
  ],
  IN_FOUR,
);

/** The basic twice, then the turn once, round and round. */
export const SEQUENCE: Sequence = {
  items: [
    {
      kind: "figure",
      id: "1",
      figureId: "basic",
      side: "written",
      times: 2,
      counts: null,
      priority: "usual",
      note: "",
    },
    {
      kind: "figure",
      id: "2",
      figureId: "turn",
      side: "written",
      times: 1,
      counts: null,
      priority: "usual",
      note: "",
    },
  ],
  loops: true,
  phraseBeats: 8,
  bpm: 120,
};

/** The first figure of the sequence, and where it ends. */
export const ITEM = SEQUENCE.items[0] as FigureItem;
export const TAIL: Tail = { id: "1", figure: BASIC, begun: stateIn(BASIC, IN_FOUR) };

/** Three things seen of two dancers: of ana the basic twice, of ben the turn. */
export const EVIDENCE: readonly Evidence[] = (
  [
    ["1", "ana", "basic", "with-help", "2027-02-01"],
    ["2", "ana", "basic", "alone", "2027-02-08"],
    ["3", "ben", "turn", "with-help", "2027-02-08"],
  ] as const
).map(([id, studentId, figureId, mark, at]) => ({
  id,
  studentId,
  role: "leader" as const,
  figureId,
  layer: "partner" as const,
  mark,
  markerId: "ilse",
  at,
  where: "check" as const,
  offset: null,
  corrects: null,
}));

/** The basic without help, and one of two turns. */
export const RULE: ReadinessRule = {
  clauses: [
    { kind: "figures", figureIds: ["basic"], atLeast: 1, mark: "alone", layer: "partner" },
    { kind: "figures", figureIds: ["turn", "spin"], atLeast: 1, mark: "alone", layer: "partner" },
  ],
};

/** What the three marks say of dancers and figures, with the stated priors. */
export const MODEL = fitMarks(EVIDENCE, { priors: "stated" });
