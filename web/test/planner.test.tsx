// @vitest-environment jsdom
import { api, type PlanContent } from "@map-step/contract";
import { checkPlan, findingKey, type Remedy, remedyFor } from "@map-step/core/plan";
import { act, waitFor } from "@testing-library/react";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Studio } from "../../scripts/lib/studios.ts";
import type { PlannerInput } from "../src/features/plans/planner-input.ts";
import { usePlanner } from "../src/features/plans/use-planner.ts";
import { useOwnClass } from "../src/features/sections/own-class.tsx";
import { call } from "../src/kit/api.ts";
import { onPage, openDemo, signInAs } from "./studio.tsx";

let studio: Studio;
beforeAll(async () => {
  studio = await openDemo();
});
afterAll(() => studio.stop());

/** All that the planner is opened with, for the first level of the demo. */
async function inputFor(about: Partial<PlannerInput> = {}): Promise<PlannerInput> {
  const [level] = await call(api.levels.list, {});
  if (!level) throw new Error("there is no level");
  const [dances, approaches, members, plan, library] = await Promise.all([
    call(api.dances.list, {}),
    call(api.approaches.list, {}),
    call(api.staff.list, {}),
    call(api.plans.read, { params: { id: level.planId } }),
    call(api.figures.ofDance, { params: { id: level.danceId } }),
  ]);
  return {
    level,
    dance: dances.find(({ id }) => id === level.danceId),
    section: null,
    sections: [],
    taught: 0,
    plan,
    proposal: null,
    library,
    approaches,
    members,
    teachers: undefined,
    pairs: undefined,
    depth: 0,
    onDepth: () => undefined,
    ...about,
  };
}

/** Sorts of finding that moving a figure solves in the demo's level; the core has an example of every sort. */
const MOVED = [
  "needs-later",
  "new-before-check",
  "new-on-last-night",
  "nothing-new-now",
  "over-minutes",
  "too-many-counts",
  "too-many-new",
  "turn-before-settled",
];
/** Weeks that take nothing new, so that more can be found. */
const SPECIAL: PlanContent["special"] = [
  { week: 4, kind: "check", minutes: 20, sequenceId: null },
  { week: 6, kind: "cancelled", minutes: 0, sequenceId: null },
];

describe("the planner", () => {
  const open = async (about: Partial<PlannerInput> = {}, name = "Maro") => {
    const session = await signInAs(name);
    const input = await inputFor(about);
    const page = onPage(session, (now: PlannerInput) => usePlanner(now), input);
    const now = () => page.result.current;
    const weekOf = (id: string) => now().edit.chosen.find(({ figureId }) => figureId === id)?.week ?? null;
    const placed = input.plan.chosen.filter(({ week, pinned }) => week !== null && week > 2 && !pinned);
    return { ...page, input, now, weekOf, placed };
  };

  it("moves what is selected together, shows it on the way, and is saved", async () => {
    const { now, weekOf, placed, input } = await open();
    const [one, two] = placed;
    if (!one || !two) throw new Error("too little is placed");
    const [from, other] = [one.week ?? 0, two.week ?? 0];
    act(() => now().actions.selectFigure(one.figureId, false));
    act(() => now().actions.selectFigure(two.figureId, true));
    const shares = () =>
      now().view.levelPlan.placements.find(({ figureId }) => figureId === two.figureId)?.week;
    act(() => now().actions.drag(one.figureId, from + 1));
    expect(now().drag?.get(two.figureId)).toBe(Math.min(8, other + 1));
    expect(shares()).toBe(Math.min(8, other + 1));
    expect(weekOf(two.figureId)).toBe(other);
    act(() => now().actions.endDrag());
    expect(shares()).toBe(other);
    act(() => now().actions.move(one.figureId, from + 1));
    expect([weekOf(one.figureId), weekOf(two.figureId)]).toEqual([from + 1, Math.min(8, other + 1)]);
    await waitFor(() => expect(now().edit.saving.state).toBe("saved"));
    const kept = await call(api.plans.read, { params: { id: input.plan.id } });
    expect(kept.chosen.find(({ figureId }) => figureId === one.figureId)?.week).toBe(from + 1);
    act(() => now().edit.undo());
    expect(weekOf(one.figureId)).toBe(from);
    await waitFor(() => expect(now().edit.saving.state).toBe("saved"));
  });

  it("keeps what is taught where it is, and tells of what lies ahead only", async () => {
    const { now, weekOf, input } = await open({ taught: 3 });
    const taught = input.plan.chosen.find(({ week }) => week !== null && week <= 3);
    if (!taught) throw new Error("nothing is taught");
    act(() => now().actions.move(taught.figureId, 6));
    expect(weekOf(taught.figureId)).toBe(taught.week);
    const ahead = input.plan.chosen.find(({ week, pinned }) => week !== null && week > 3 && !pinned);
    act(() => now().actions.move(ahead?.figureId ?? "", 2));
    expect(weekOf(ahead?.figureId ?? "")).toBe(ahead?.week);
    for (const { week, code } of now().view.findings)
      expect(week > 3 || week === 0 || code === "not-reached").toBe(true);
  });

  it("takes a finding of every sort that a move solves away, when that move is made", async () => {
    const [level] = await call(api.levels.list, {});
    if (!level) throw new Error("there is no level");
    const strict = { mostNew: 2, mostNewCounts: 1, firstShowWeek: 5, talkWeek: 3 };
    const { now } = await open({ level: { ...level, ...strict } });
    act(() => now().edit.edit({ special: SPECIAL }));
    const { levelPlan } = now().view;
    const { weeks } = levelPlan.rules;
    const ids = now().edit.chosen.map(({ figureId }) => figureId);
    // The same plans in each run: figures anywhere, so with findings of every sort.
    let state = 30;
    const dealt = (below: number) => {
      state = (state * 1_103_515_245 + 12_345) % 2 ** 31;
      return Math.floor((state / 2 ** 31) * below);
    };
    const found = new Map<string, { weekOf: ReadonlyMap<string, number>; key: string; remedy: Remedy }>();
    for (let deal = 0; deal < 40; deal++) {
      const weekOf = new Map(ids.map((id) => [id, 1 + dealt(weeks)]));
      const level = {
        ...levelPlan,
        placements: [...weekOf].map(([figureId, week]) => ({ figureId, week })),
      };
      for (const finding of checkPlan(level)) {
        if (found.has(finding.code)) continue;
        const remedy = remedyFor(level, finding);
        if (remedy) found.set(finding.code, { weekOf, key: findingKey(finding), remedy });
      }
    }
    expect([...found.keys()].toSorted()).toEqual(expect.arrayContaining(MOVED));
    for (const [code, { weekOf, key, remedy }] of found) {
      act(() =>
        now().edit.edit({
          chosen: now().edit.chosen.map((entry) => ({ ...entry, week: weekOf.get(entry.figureId) ?? null })),
        }),
      );
      const keys = () => now().view.findings.map(findingKey);
      expect(keys(), code).toContain(key);
      const before = keys().length;
      act(() => now().actions.move(remedy.figureId, remedy.to));
      expect(keys(), code).not.toContain(key);
      expect(keys().length, code).toBeLessThan(before);
    }
    await waitFor(() => expect(now().edit.saving.state).toBe("saved"));
  });

  it("shows another plan beside its own, changes nothing meanwhile, and takes it or leaves it", async () => {
    const { now, placed, weekOf, input } = await open();
    const [one] = placed;
    if (!one) throw new Error("nothing is placed");
    const content: PlanContent = {
      ...now().edit.content,
      chosen: now().edit.chosen.map((entry) =>
        entry.figureId === one.figureId ? { ...entry, week: null } : entry,
      ),
    };
    const proposal = { title: "Another", taken: "“Another”", content, why: new Map(), left: [] };
    act(() => now().actions.open("kept"));
    act(() => now().actions.compare(proposal));
    expect(now()).toMatchObject({ tool: null, canEdit: false, content });
    expect(now().proposed?.proposal.title).toBe("Another");
    act(() => now().actions.move(one.figureId, 8));
    expect(weekOf(one.figureId)).toBe(one.week);
    act(() => now().actions.leaveProposal());
    expect(now()).toMatchObject({ proposed: null, canEdit: true });
    expect(weekOf(one.figureId)).toBe(one.week);
    act(() => now().actions.compare(proposal));
    act(() => now().actions.takeProposal());
    expect(now().proposed).toBeNull();
    expect(weekOf(one.figureId)).toBeNull();
    act(() => now().edit.undo());
    await waitFor(() => expect(now().edit.saving.state).toBe("saved"));
    const kept = await call(api.plans.read, { params: { id: input.plan.id } });
    expect(kept.chosen.find(({ figureId }) => figureId === one.figureId)?.week).toBe(one.week);
  });

  it("lets a teacher look and move nothing, and keeps its actions the same functions", async () => {
    const { now, placed, weekOf } = await open({}, "Ilse");
    const [one] = placed;
    const { actions } = now();
    expect(now()).toMatchObject({ mayEdit: false, canEdit: false });
    act(() => now().actions.move(one?.figureId ?? "", 8));
    expect(weekOf(one?.figureId ?? "")).toBe(one?.week);
    act(() => now().actions.select({ week: 2 }));
    expect(now().selection).toEqual({ week: 2 });
    expect(now().actions).toBe(actions);
  });
});

describe("whose class it is", () => {
  it("is its teachers' and the director's, and whoever's who steps in", async () => {
    await signInAs("Maro");
    const [section] = await call(api.sections.list, {});
    if (!section) throw new Error("there is no section");
    const seenBy = async (name: string) => onPage(await signInAs(name), () => useOwnClass(section)).result;
    expect((await seenBy("Maro")).current.mine).toBe(true);
    expect((await seenBy("Ilse")).current.mine).toBe(true);
    const teodor = await seenBy("Teodor");
    const again = await seenBy("Teodor");
    expect(teodor.current.mine).toBe(false);
    act(() => teodor.current.stepIn());
    await waitFor(() => expect([teodor.current.mine, again.current.mine]).toEqual([true, true]));
    // The studio knows it too, so that it shows them the students.
    const told = (await call(api.sections.list, {})).find(({ id }) => id === section.id);
    expect(told?.substituteIds).toHaveLength(1);
    expect((await seenBy("Teodor")).current.mine).toBe(true);
    expect((await seenBy("Sunniva")).current.mine).toBe(false);
    const nobodys = onPage(await signInAs("Sunniva"), () => useOwnClass({ ...section, teacherIds: [] }));
    expect(nobodys.result.current.mine).toBe(true);
  });
});
