import { join } from "node:path";
import { MARKS, readiness, type StatedClause } from "@map-step/core/check";
import { callsInWords, readingOf } from "@map-step/core/element";
import { FIGURE_KINDS, LAYERS, sidesInWords, warningsOf } from "@map-step/core/figure";
import { guideOf, SEGMENT_KINDS, segment, shorten } from "@map-step/core/lesson";
import { compareFigures } from "@map-step/core/likeness";
import { type Figure, faultText, formatFigure, parseFigure } from "@map-step/core/notation";
import {
  causesOf,
  checkPlan,
  conflictOf,
  draftPlan,
  type LevelPlan,
  overviewOf,
  placesOf,
  problemOf,
  reflow,
  whyHere,
  whyNot,
} from "@map-step/core/plan";
import { timingInWords } from "@map-step/core/practice";
import { sequenceFacts, stateInWords } from "@map-step/core/sequence";
import { counted, weeksInWords } from "@map-step/core/words";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyFigure as anyWritten, IN_FOUR } from "../core/testing/figures.ts";
import { anyLevel } from "../core/testing/levels.ts";
import { runs } from "../core/testing/runs.ts";
import { EVIDENCE, MODEL, SEQUENCE } from "../core/testing/samples.ts";
import { readinessInWords, ruleInWords, settledInWords } from "../web/src/features/checks/words.ts";
import {
  lastsInWords,
  lengthInWords,
  meetingInWords,
  rolesInWords,
  unwrittenInWords,
} from "../web/src/features/sequences/words.ts";
import { clashInWords, remedyInWords } from "../web/src/features/timetable/words.ts";
import { fixedTexts } from "./lib/fixed-texts.ts";
import { sentenceFaults, sentencesIn } from "./lib/sentence-faults.ts";
import { sourcesOf } from "./lib/sources.ts";

const ROOT = join(import.meta.dirname, "..");

const SEED = 30;
const HOLDS = ["closed", "open two-hand", "open one-hand", "no hold"];
/** Figures of all sorts, in holds that the dance has, with nothing that somebody wrote freely. */
const anyFigure = anyWritten.map(
  (figure): Figure => ({
    ...figure,
    steps: Object.fromEntries(
      Object.entries(figure.steps).map(([role, steps]) => [
        role,
        steps.map(({ hold, lead: _lead, cue: _cue, ...step }) => ({
          ...step,
          ...(hold === undefined ? {} : { hold: HOLDS[hold.length % HOLDS.length] as string }),
        })),
      ]),
    ),
  }),
);
const some = <T>(arbitrary: fc.Arbitrary<T>, count: number): T[] =>
  fc.sample(arbitrary, { seed: SEED, ...runs(count) });
const FEW = [0, 1, 2, 5];

/** All that is said of a plan, of a change in it, and of each figure in each week. */
function ofPlan(level: LevelPlan): unknown[] {
  const findings = checkPlan(level);
  const nameOf = (id: string) => level.figures.find((one) => one.id === id)?.name ?? "";
  const problem = problemOf(level);
  const places = placesOf(problem, level.placements);
  const { weeks } = level.rules;
  return [
    findings.map(({ text }) => text),
    causesOf(findings, nameOf).map(({ text }) => text),
    overviewOf(level),
    level.figures.map(({ id }) => whyHere(level, id)),
    level.figures.flatMap((_one, f) =>
      Array.from({ length: weeks }, (_week, w) => whyNot(problem, places, f, w)),
    ),
    conflictOf(level),
  ];
}

const ofRepair = (level: LevelPlan): unknown[] =>
  [1, Math.max(1, level.rules.weeks - 1)].flatMap((week) => {
    const { moves, left } = reflow(level, { kind: "cancelled", week });
    return [moves.map(({ why }) => why), left.map(({ reason, wayIn }) => [reason, wayIn?.text ?? ""])];
  });

const ids = (count: number) => Array.from({ length: count }, (_one, at) => `f${at}`);
const CLAUSES: readonly StatedClause[] = FIGURE_KINDS.flatMap((of) =>
  [null, 1, 3].flatMap((atLeast) =>
    MARKS.map((mark): StatedClause => ({ kind: "figures", of, atLeast, mark, layer: LAYERS[3] })),
  ),
);

/** What a dancer's standing is called, for every few of shown, lacking and unseen. */
const ofReadiness = (): unknown[] =>
  CLAUSES.flatMap((stated) =>
    stated.kind !== "figures"
      ? []
      : FEW.flatMap((shown) =>
          FEW.map((unseen) => {
            const clause = {
              ...stated,
              figureIds: ids(shown + unseen),
              atLeast: stated.atLeast ?? shown + unseen,
            };
            const facts = {
              clause,
              shown: ids(shown),
              lacking: ids(1),
              unseen: ids(unseen),
              off: null,
              state: "open",
            } as const;
            return readinessInWords(
              { clauses: [facts], probability: 0.5, spread: [0, 1], verdict: "open", reasons: [] },
              [stated],
            );
          }),
        ),
  );

const ofTaps = (): unknown[] =>
  FEW.flatMap((matched) =>
    FEW.flatMap((missed) =>
      FEW.flatMap((extra) =>
        [-40, 0, 25].map((offset) =>
          timingInWords({
            matched: Array.from({ length: matched }, (_tap, at) => ({ moment: at, off: offset }) as never),
            offset,
            spread: matched * 7,
            drift: matched > 3 ? 30 : 0,
            missed: ids(missed).map(Number),
            extra: ids(extra).map(Number),
            byCount: ids(matched).map((_count, at) => ({
              count: String(at + 1),
              offset: offset * at,
              taps: 3,
            })),
          }),
        ),
      ),
    ),
  );

const DAYS = ["2027-02-22", "2027-03-01", "2027-03-08"];
const NAMES = { section: (id: string) => `Class ${id}`, person: (id: string) => `Person ${id}` };
const ofTimetable = (): unknown[] => [
  (["room", "teacher", "away", "closed", "unable", "nobody"] as const).flatMap((kind) =>
    [1, 2, 3].flatMap((many) =>
      [0, 1, 2].map((about) =>
        clashInWords(
          {
            key: "k",
            kind,
            sectionIds: ["a", "b"],
            staffId: "c",
            room: "Loft",
            minutes: many,
            about: ["Holiday", "Turn"].slice(0, about === 0 && kind === "unable" ? 1 : about),
            days: DAYS.slice(0, many).map((date, at) => ({ date, week: at + 1 })),
          },
          NAMES,
        ),
      ),
    ),
  ),
  [1, 2].map((many) =>
    remedyInWords({ kind: "dayOff", sectionId: "a", days: DAYS.slice(0, many) }, NAMES, () => DAYS[0] ?? ""),
  ),
];

/** Texts as people mistype them: a word left out, twice, or another in its place. */
const ofFaults = (): unknown[] =>
  some(
    fc.tuple(anyFigure, fc.nat(), fc.constantFrom("", "foward", "L", "99", "&", "turn", '"', "hold")),
    150,
  ).map(([figure, at, put]) => {
    const words = formatFigure(figure).split(" ");
    const text = words.toSpliced(at % Math.max(1, words.length), 1, put).join(" ");
    return parseFigure(text, readingOf(IN_FOUR)).faults.map(faultText);
  });

const ofSequences = (): unknown[] =>
  some(fc.array(anyFigure, { minLength: 1, maxLength: 4 }), 120).map((figures) => {
    const [first] = SEQUENCE.items;
    const items = figures.map((_figure, at) => ({ ...first, id: String(at), figureId: String(at) }) as never);
    const facts = sequenceFacts({ ...SEQUENCE, items }, (id) => figures[Number(id)] ?? null, IN_FOUR);
    return [
      facts.joins.map(({ reasons }) => reasons),
      lengthInWords(facts.least, facts.most),
      [facts.least, facts.most].map((round) => [meetingInWords(round), rolesInWords(round)]),
      lastsInWords(facts.least, facts.most),
      unwrittenInWords(facts),
    ];
  });

const ofLessons = (): unknown[] =>
  SEGMENT_KINDS.flatMap((kind) =>
    [1, 2, 7, 12].flatMap((minutes) => {
      const part = {
        ...segment(kind, "Turn", minutes),
        layers: LAYERS.map((layer) => ({ layer, minutes: 1 })),
      };
      return [
        ...some(anyFigure, 3).map((steps) =>
          guideOf({ segment: part as never, steps, dance: { ...IN_FOUR, name: "Four" } as never, bpm: 100 }),
        ),
        shorten([part as never, segment("wrap", "Wrap up", 5) as never], 3).changes ?? [],
      ];
    }),
  );

const levels = some(anyLevel, 160);
const SAID: Readonly<Record<string, () => unknown>> = {
  plans: () => levels.map(ofPlan),
  repairs: () =>
    levels
      .slice(0, 30)
      .map((level) => ofRepair({ ...level, placements: draftPlan(level, { effort: 0 }).placements })),
  figures: () =>
    some(anyFigure, 300).map((figure) => [
      sidesInWords(figure),
      warningsOf(figure, IN_FOUR, []).map(({ text }) => text),
      // Counts stand before what is danced on them, which is no number of it: `4 tap`.
      callsInWords(figure, IN_FOUR).flatMap(({ words }) => (/^(?:\d|[&ea] |&\d)/.test(words) ? [] : [words])),
    ]),
  likeness: () =>
    some(fc.tuple(anyFigure, anyFigure), 150).map(
      ([a, b]) => compareFigures(a, { ...a, steps: { ...a.steps, ...b.steps } }).decides,
    ),
  "notation's faults": ofFaults,
  sequences: ofSequences,
  states: () =>
    HOLDS.flatMap((hold) =>
      (["L", "R"] as const).map((foot) =>
        stateInWords({ hold, free: { leader: foot, follower: foot } } as never),
      ),
    ),
  readiness: ofReadiness,
  rules: () => CLAUSES.map((clause) => ruleInWords([clause, CLAUSES[0] as StatedClause])),
  "reasons of readiness": () =>
    [0, 1, 2, 3].map(
      (atLeast) =>
        readiness(
          {
            clauses: [
              { kind: "figures", figureIds: ids(atLeast + 1), atLeast, mark: "alone", layer: "partner" },
              { kind: "timing", within: 40 },
            ],
          } as never,
          ...(["ana", MODEL, EVIDENCE, "2027-03-01"] as const),
        ).reasons,
    ),
  settled: () =>
    FEW.flatMap((open) =>
      FEW.map((looks) =>
        settledInWords(
          ids(open).map((name) => ({ name, looks })),
          open + looks,
          ids(looks),
        ),
      ),
    ),
  "measured timing": ofTaps,
  timetable: ofTimetable,
  lessons: ofLessons,
  weeks: () =>
    [[1], [1, 2], [1, 2, 3, 7]].map((weeks) => `${weeksInWords(weeks)} of ${counted(weeks.length, "week")}`),
};

describe("every sentence", () => {
  it.each(Object.entries(SAID))("about %s is whole, and right in number", (_about, said) => {
    const all = new Set(sentencesIn(said()));
    expect(all.size).toBeGreaterThan(1);
    const wrong = [...all].flatMap((sentence) => {
      const faults = sentenceFaults(sentence);
      return faults.length > 0 ? [`${faults.join(", ")}: ${sentence}`] : [];
    });
    expect(wrong).toEqual([]);
  });

  it("that stands in a page as it is, is whole", () => {
    const texts = [...sourcesOf("web").keys()].flatMap((file) => fixedTexts(join(ROOT, file)));
    expect(texts.length).toBeGreaterThan(1_500);
    // What a label announces follows it, and what is written in pieces goes on.
    const whole = texts.map((text) => text.trim().replace(/:$/, "."));
    expect(whole.filter((text) => !text.includes("\n") && sentenceFaults(text).length > 0)).toEqual([]);
  });

  it("is held against rules that find what is wrong", () => {
    for (const [wrong, fault] of [
      ["13 dancers, 1 figures", "one of many"],
      ["4 of 1 figure shown, 3 figure left", "many of one"],
      ["1 section begin s in it", "a number and its verb"],
      ["Who struggled in week :", "an empty place"],
      ["Its “formatVersion” is undefined", "an empty place"],
      ["danced  twice", "blanks"],
      ["in the the hall", "a word twice"],
      ["a open hold", "an article"],
      ["It ends..", "two ends"],
    ] as const)
      expect(sentenceFaults(wrong), wrong).toContain(fault);
    for (const right of [
      "1 dancer of 12, 1 in 2 likely",
      "Week 1 turns on 1 and 3.",
      "0 steps, 21 beats",
      "count 5 turn right",
    ])
      expect(sentenceFaults(right), right).toEqual([]);
  });
});
