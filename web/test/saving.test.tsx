// @vitest-environment jsdom
import { api, type Lesson, type LessonSegment, type Plan } from "@map-step/contract";
import { act, waitFor } from "@testing-library/react";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import type { Studio } from "../../scripts/lib/studios.ts";
import { useSeen } from "../src/features/checks/use-seen.ts";
import { useLesson } from "../src/features/lessons/use-lesson.ts";
import { usePlan } from "../src/features/plans/use-plan.ts";
import { call } from "../src/kit/api.ts";
import { unsavedOf } from "../src/kit/autosave.ts";
import { keepDraftsOf, keptDraft, useKeepDraft } from "../src/kit/kept-draft.ts";
import { line } from "./browser.ts";
import { ILSE, onPage, openClass, signInAs } from "./studio.tsx";

let studio: Studio;
let sectionId = "";

beforeAll(async () => {
  ({ studio, sectionId } = await openClass());
});
afterAll(() => studio.stop());

const lessonOf = (week: number) => call(api.lessons.read, { params: { sectionId, week } });
const minutesOf = async (week: number) => (await lessonOf(week)).segments.map(({ minutes }) => minutes);
const content = (segments: readonly LessonSegment[]) =>
  segments.map(({ covered: _covered, reached: _reached, ...segment }) => segment);
/** A minute from one part to another. */
const shifted = (segments: readonly LessonSegment[], from: number, to: number) =>
  segments.map((one, at) => ({
    ...one,
    minutes: one.minutes + (at === to ? 1 : at === from ? -1 : 0),
  }));
const back = () => act(async () => void window.dispatchEvent(new Event("online")));

describe("a running order on a page", () => {
  const open = async (week: number) => {
    const session = await signInAs(ILSE);
    const lesson = await lessonOf(week);
    return { lesson, ...onPage(session, (now: Lesson) => useLesson(now), lesson) };
  };

  it("is saved a moment after it changes, and an edit can be taken back", async () => {
    const { lesson, result } = await open(6);
    expect(result.current.undo).toBeNull();
    const next = shifted(lesson.segments, 0, 2);
    act(() => result.current.edit(next));
    expect(result.current.segments).toEqual(next);
    expect(result.current.saving.state).toBe("waiting");
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
    expect(await minutesOf(6)).toEqual(next.map(({ minutes }) => minutes));
    act(() => result.current.undo?.());
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
    expect(await minutesOf(6)).toEqual(lesson.segments.map(({ minutes }) => minutes));
    expect(result.current.undo).toBeNull();
  });

  it("is kept in this browser while there is no line, also when the page closes, and sent when there is", async () => {
    const { lesson, result, unmount } = await open(7);
    const next = shifted(lesson.segments, 0, 1);
    line.down = true;
    act(() => result.current.edit(next));
    await waitFor(() => expect(result.current.saving.state).toBe("failed"));
    unmount();
    const name = `lesson:${sectionId}:7`;
    await waitFor(() => expect(unsavedOf(name)).not.toBeNull());
    line.down = false;
    const again = await open(7);
    expect(again.result.current.segments).toEqual(next);
    await back();
    await waitFor(() => expect(again.result.current.saving.state).toBe("saved"));
    expect(await minutesOf(7)).toEqual(next.map(({ minutes }) => minutes));
    expect(unsavedOf(name)).toBeNull();
  });

  it("is sent by itself once somebody answers again, also where the browser never noticed that nobody did", async () => {
    const { lesson, result } = await open(5);
    const next = shifted(lesson.segments, 0, 1);
    line.down = true;
    act(() => result.current.edit(next));
    await waitFor(() => expect(result.current.saving.state).toBe("failed"));
    line.down = false;
    await waitFor(() => expect(result.current.saving.state).toBe("saved"), { timeout: 60_000 });
    expect(await minutesOf(5)).toEqual(next.map(({ minutes }) => minutes));
  });

  it("goes together with what somebody else changed elsewhere in it, without a question", async () => {
    const { lesson, result } = await open(8);
    line.down = true;
    act(() => result.current.edit(shifted(lesson.segments, 0, 1)));
    await waitFor(() => expect(result.current.saving.state).toBe("failed"));
    line.down = false;
    await signInAs("Bento");
    const theirs = content(shifted(lesson.segments, 3, 4));
    await call(api.lessons.change, {
      params: { sectionId, week: 8 },
      body: { version: lesson.version, segments: theirs },
    });
    await signInAs(ILSE);
    await back();
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
    expect(result.current.saving.conflict).toBeNull();
    const both = shifted(shifted(lesson.segments, 0, 1), 3, 4).map(({ minutes }) => minutes);
    expect(await minutesOf(8)).toEqual(both);
    expect(result.current.segments.map(({ minutes }) => minutes)).toEqual(both);
    // What was done before the other's change cannot be taken back by itself any more.
    expect(result.current.undo).toBeNull();
  });

  it.each([
    ["mine", 5],
    ["theirs", 6],
  ] as const)("asks where both changed one part, and keeps %s", async (whose, week) => {
    const { lesson, result } = await open(week);
    line.down = true;
    const mine = shifted(lesson.segments, 0, 1);
    act(() => result.current.edit(mine));
    await waitFor(() => expect(result.current.saving.state).toBe("failed"));
    line.down = false;
    await signInAs("Bento");
    const theirs = content(shifted(lesson.segments, 1, 0));
    await call(api.lessons.change, {
      params: { sectionId, week },
      body: { version: lesson.version, segments: theirs },
    });
    await signInAs(ILSE);
    await back();
    await waitFor(() => expect(result.current.saving.conflict).not.toBeNull());
    const keys = result.current.saving.conflict?.differences.map(({ key }) => key) ?? [];
    expect(keys.length).toBeGreaterThan(0);
    expect(result.current.saving.conflict?.changed?.by).toMatch(/^Bento/);
    act(() => result.current.settle(whose === "theirs" ? new Set(keys) : new Set()));
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
    const kept = whose === "mine" ? mine : theirs;
    expect(await minutesOf(week)).toEqual(kept.map(({ minutes }) => minutes));
  });

  it("follows a newer one from elsewhere, and never an older answer", async () => {
    const { lesson, result, rerender } = await open(6);
    const newer: Lesson = {
      ...lesson,
      version: lesson.version + 1,
      segments: shifted(lesson.segments, 0, 1),
    };
    rerender(newer);
    expect(result.current.segments).toEqual(newer.segments);
    rerender({ ...lesson, segments: shifted(lesson.segments, 0, 2) });
    expect(result.current.segments).toEqual(newer.segments);
  });

  it("takes another length, and follows the plan again", async () => {
    const { lesson, result } = await open(7);
    const shorter = lesson.segments.map((one, at) => (at === 0 ? one : { ...one }));
    const first = shorter[0];
    if (!first) throw new Error("the lesson is empty");
    shorter[0] = { ...first, minutes: first.minutes - 2 };
    await act(() => result.current.setLength(shorter, 2));
    expect((await lessonOf(7)).shortBy).toBe(2);
    await act(() => result.current.rebuild());
    const now = await lessonOf(7);
    expect(now.followsPlan).toBe(true);
    expect(result.current.segments).toEqual(now.segments);
  });
});

describe("a plan on a page", () => {
  it("keeps its history, is saved as it changes, and follows what others move", async () => {
    const session = await signInAs("Maro");
    const [level] = await call(api.levels.list, {});
    const planId = level?.planId ?? "";
    const plan = await call(api.plans.read, { params: { id: planId } });
    const { result, rerender } = onPage(session, (now: Plan) => usePlan(now, [], [], null), plan);
    const weekOf = (id: string) => result.current.chosen.find(({ figureId }) => figureId === id)?.week;
    const [first, second] = plan.chosen.filter(({ week }) => week !== null);
    if (!first || !second) throw new Error("nothing is placed");
    const moved = (id: string, week: number | null) =>
      result.current.chosen.map((entry) => (entry.figureId === id ? { ...entry, week } : entry));
    expect(result.current.canUndo).toBe(false);
    act(() => result.current.edit({ chosen: moved(first.figureId, null) }));
    act(() => result.current.edit({ chosen: moved(second.figureId, null) }));
    act(() => result.current.undo());
    expect([weekOf(first.figureId), weekOf(second.figureId)]).toEqual([null, second.week]);
    act(() => result.current.redo());
    act(() => result.current.undo());
    act(() => result.current.undo());
    expect(weekOf(first.figureId)).toBe(first.week);
    expect([result.current.canUndo, result.current.canRedo]).toEqual([false, true]);
    act(() => result.current.redo());
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
    const kept = await call(api.plans.read, { params: { id: planId } });
    expect(kept.chosen.find(({ figureId }) => figureId === first.figureId)?.week).toBeNull();
    // Somebody else moves another figure; it becomes one more step of this history.
    const theirs = kept.chosen.map((one) =>
      one.figureId === second.figureId ? { ...one, week: null } : one,
    );
    const { chosen: _chosen, special, muted, away, version } = kept;
    const newer = await call(api.plans.change, {
      params: { id: planId },
      body: { chosen: theirs, special, muted, away, version },
    });
    rerender(newer);
    expect(weekOf(second.figureId)).toBeNull();
    act(() => result.current.undo());
    expect(weekOf(second.figureId)).toBe(second.week);
    await waitFor(() => expect(result.current.saving.state).toBe("saved"));
  });
});

describe("what was seen, on a page", () => {
  it("shows at once, waits on the device without a network, and stands beside what somebody else saw", async () => {
    const session = await signInAs(ILSE);
    const [dancer] = await call(api.students.list, { params: { id: sectionId } });
    const sections = await call(api.sections.list, {});
    const planId = sections.find(({ id }) => id === sectionId)?.planId ?? "";
    const plan = await call(api.plans.read, { params: { id: planId } });
    const figureId = plan.chosen[0]?.figureId ?? "";
    const { result } = onPage(session, () => useSeen(sectionId));
    await waitFor(() => expect(result.current.ready).toBe(true));
    const thing = {
      studentId: dancer?.personId ?? "",
      role: "leader",
      figureId,
      layer: "style",
      checkId: null,
      mark: "alone",
      corrects: null,
      seenOn: "2027-02-16",
    } as const;
    const own = () =>
      result.current.evidence
        .filter((one) => one.layer === "style")
        .map(({ mark, markerId }) => [mark, markerId]);
    line.down = true;
    await act(() => result.current.record([thing]).then(() => undefined));
    await waitFor(() => expect(own()).toEqual([["alone", session.person?.id]]));
    await waitFor(() => expect(result.current.waiting).toBe(1));
    line.down = false;
    const bento = await signInAs("Bento");
    const entry = {
      ...thing,
      kind: "seen",
      id: crypto.randomUUID(),
      at: "2027-02-16T20:00:00.000Z",
      mark: "not-yet",
    };
    await call(api.checks.note, { params: { id: sectionId }, body: { entries: [entry] } });
    await signInAs(ILSE);
    act(() => window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(result.current.waiting).toBe(0));
    await waitFor(() => expect(own()).toHaveLength(2));
    expect(own()).toEqual([
      ["not-yet", bento.person?.id],
      ["alone", session.person?.id],
    ]);
    // What the studio cannot take stays here with the reason.
    await act(() =>
      result.current.record([{ ...thing, figureId: crypto.randomUUID() }]).then(() => undefined),
    );
    await waitFor(() => expect(result.current.refused).toHaveLength(1));
    expect(result.current.refused[0]?.why).toBe("This figure is not there.");
    await act(() => result.current.dismiss(result.current.refused[0] ?? { order: 0 }));
    await waitFor(() => expect(result.current.refused).toEqual([]));
  });
});

describe("what is typed and not saved yet", () => {
  const keeping = async () => {
    const session = await signInAs(ILSE);
    return onPage(session, () => useKeepDraft<string>("note"));
  };

  it("is written when the page goes, and shown only to whoever typed it", async () => {
    const { result, unmount } = await keeping();
    keepDraftsOf("somebody");
    act(() => result.current.keep("half a sent"));
    act(() => result.current.keep("half a sentence"));
    expect(keptDraft("note")).toBeNull();
    window.dispatchEvent(new Event("pagehide"));
    expect(keptDraft("note")).toBe("half a sentence");
    keepDraftsOf("somebody else");
    expect(keptDraft("note")).toBeNull();
    keepDraftsOf("somebody");
    act(() => result.current.keep("more"));
    unmount();
    expect(keptDraft("note")).toBe("more");
  });

  it("is let go of once it is saved, also what was not written yet", async () => {
    const { result } = await keeping();
    act(() => result.current.keep("gone"));
    act(() => result.current.forget());
    window.dispatchEvent(new Event("pagehide"));
    expect(keptDraft("note")).toBeNull();
  });

  it("is nothing where what was kept cannot be read, and a full browser stops nobody from typing", async () => {
    const { result } = await keeping();
    keepDraftsOf("somebody");
    localStorage.setItem("map-step:draft:somebody:note", "{ half");
    expect(keptDraft("note")).toBeNull();
    const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    act(() => result.current.keep("too much"));
    expect(() => window.dispatchEvent(new Event("pagehide"))).not.toThrow();
    full.mockRestore();
  });
});
