import { parseFigure } from "../src/notation/index.ts";
import {
  type Approach,
  type FindingCode,
  type LevelPlan,
  type PlanFigure,
  planFacts,
} from "../src/plan/index.ts";
import { IN_FOUR } from "./figures.ts";
import { figure, levelOf } from "./levels.ts";

const facts = (text: string) => planFacts(parseFigure(text).figure, 1, IN_FOUR, []);
const OPEN = facts('leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R close\nfollower mirror');
const CLOSED = facts('leader\n1 L side hold "closed"\n2 R close\nfollower mirror');
const QUICK = facts("leader\n1 L side\n& R close\n2 L side\n3 R close\nfollower mirror");
const SHOW = { kind: "show", cautions: ["Spot it."] } as const;
const ONCE: Approach = {
  id: "once",
  name: "Once",
  reason: "Danced on its first night only.",
  ages: [[{ layer: "steps", share: 1 }]],
  returns: [],
  returnMinutes: 2,
};
const ROUTINE = [{ week: 6, kind: "routine", minutes: 20 }] as const;

/** A level of one figure, “Alpha”, in a week. */
const one = (
  about: Partial<PlanFigure>,
  week: number,
  rules: Partial<LevelPlan["rules"]> = {},
  more: Partial<LevelPlan> = {},
): LevelPlan => ({ ...levelOf([figure("Alpha", about)], [["Alpha", week]], rules), ...more });
/** A level of “Alpha” and “Beta”, each in a week. */
const two = (
  alpha: Partial<PlanFigure>,
  beta: Partial<PlanFigure>,
  weeks: readonly [number, number],
  rules: Partial<LevelPlan["rules"]> = {},
  more: Partial<LevelPlan> = {},
): LevelPlan => ({
  ...levelOf(
    [figure("Alpha", alpha), figure("Beta", beta)],
    [
      ["Alpha", weeks[0]],
      ["Beta", weeks[1]],
    ],
    rules,
  ),
  ...more,
});
const unplaced = (about: Partial<PlanFigure>): LevelPlan =>
  levelOf([figure("Alpha", about), figure("Beta")], [["Beta", 1]]);
const LAST_HELD = Array.from({ length: 8 }, (_, at) => ({ week: at + 1, danced: [] }));

/** For every sort of finding one small level that has it. A new sort names its own here. */
export const ONE_OF_EACH: Readonly<Record<FindingCode, LevelPlan>> = {
  "needs-later": two({}, { needs: ["alpha"] }, [3, 2]),
  "needs-missing": {
    ...two({}, { needs: ["alpha"] }, [3, 2]),
    placements: [{ figureId: "beta", week: 2 }],
  },
  "need-not-chosen": { ...unplaced({ needs: ["gamma"] }), outside: { gamma: "Gamma" } },
  "over-minutes": two({ minutes: 40 }, { minutes: 40 }, [2, 2]),
  "too-many-new": two({}, {}, [2, 2], { mostNew: 1 }),
  "too-many-counts": two({ facts: OPEN }, { facts: QUICK }, [2, 2], { mostNewCounts: 1 }),
  "look-alikes-together": two(
    {},
    {},
    [2, 2],
    {},
    {
      alike: [{ a: "alpha", b: "beta", likeness: 0.9, decides: "the turn on 3" }],
    },
  ),
  "turn-before-settled": two({ kind: "basic" }, { kind: "turn", needs: ["alpha"] }, [2, 3]),
  "new-on-last-night": one({}, 8),
  "new-before-check": one({}, 3, {}, { special: [{ week: 4, kind: "check", minutes: 20 }] }),
  "nothing-new-now": one({}, 3, {}, { special: ROUTINE.map((special) => ({ ...special, week: 3 })) }),
  fades: one({ approach: ONCE }, 1, { breakWeeks: 4 }),
  "room-left": one({}, 1),
  "show-move-without-cautions": one({ kind: "show" }, 2),
  "show-move-too-early": one(SHOW, 2, { firstShowWeek: 4 }),
  "close-hold-before-talk": one({ facts: CLOSED }, 1, { talkWeek: 2 }),
  "too-fast": one({ facts: QUICK }, 2, { bpm: 150 }),
  "one-role-waits": one({ minutes: 18, facts: { ...OPEN, newBeats: { leader: 2, follower: 0 } } }, 2),
  "routine-does-not-close": two({ facts: OPEN }, { facts: CLOSED }, [1, 2], {}, { special: ROUTINE }),
  "routine-does-not-fit": two({ facts: OPEN }, { facts: CLOSED }, [1, 2], {}, { special: ROUTINE }),
  "nobody-assigned": one({}, 2, {}, { teachers: [] }),
  "no-qualified-teacher": one({ teacherIds: ["ann"] }, 2, {}, { teachers: [{ id: "bob", name: "Bob" }] }),
  "not-reached": one({}, 2, {}, { notReached: [{ figureId: "alpha", week: 2 }], held: LAST_HELD }),
  "must-waits": unplaced({ wish: "must" }),
  banned: one({ wish: "ban" }, 2),
};
