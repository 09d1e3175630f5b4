import {
  type ApproachRecord,
  contentOfPlan,
  type DanceRecord,
  type FigureRecord,
  type Level,
  type Plan,
  type PlanContent,
  toLevelPlan,
} from "@map-step/contract";
import {
  causesOf,
  checkPlan,
  type Finding,
  type FindingCode,
  type LevelPlan,
  remedyFor,
  returnFor,
} from "@map-step/core/plan";
import type { Page } from "@playwright/test";
import { DEEP, demoStudio, expect, signIn, test } from "../fixtures.ts";

/** A level and its plan in which something is found that has a way out. */
interface Case {
  readonly level: Level;
  readonly content: PlanContent;
  readonly finding: Finding;
}

interface Studio {
  readonly level: Level;
  readonly plan: Plan;
  readonly computed: (level: Level, content: PlanContent) => LevelPlan;
}

const read = async <T>(page: Page, place: string): Promise<T> =>
  (await page.request.get(`${demoStudio()}/api${place}`)).json();

async function studioOf(page: Page): Promise<Studio> {
  const level = (await read<Level[]>(page, "/levels")).find(({ name }) => name === "Hustle 1");
  if (!level) throw new Error("there is no such level");
  const [plan, library, dances, approaches] = await Promise.all([
    read<Plan>(page, `/plans/${level.planId}`),
    read<FigureRecord[]>(page, `/dances/${level.danceId}/figures`),
    read<DanceRecord[]>(page, "/dances"),
    read<ApproachRecord[]>(page, "/approaches"),
  ]);
  const dance = dances.find(({ id }) => id === level.danceId);
  const computed = (rules: Level, content: PlanContent) =>
    toLevelPlan(rules, { ...plan, ...content }, library, { ...(dance ? { dance } : {}), approaches });
  return { level, plan, computed };
}

const special = (week: number, kind: "check" | "cancelled" | "routine"): PlanContent["special"] => [
  { week, kind, minutes: kind === "cancelled" ? 0 : 20, sequenceId: null },
];
/** What a level and its plan may be like besides, so that something of every sort can be found. */
const AROUND: readonly (readonly [Partial<Level>, PlanContent["special"]])[] = [
  [{}, []],
  [{ mostNew: 1 }, []],
  [{ mostNew: 2 }, []],
  [{ mostNewCounts: 1 }, []],
  [{ talkWeek: 4 }, []],
  [{ firstShowWeek: 8 }, []],
  [{ breakWeeks: 8 }, []],
  [{ lessonMinutes: 40 }, []],
  [{}, special(4, "check")],
  [{}, special(5, "cancelled")],
  [{}, special(6, "routine")],
];

/** Plans that differ from the level's own in one figure: in its week, in what is wished of it, or that it is gone. */
function* nearby({ chosen, ...content }: PlanContent, weeks: number): Generator<PlanContent> {
  for (const [at, entry] of chosen.entries()) {
    const withEntry = (about: Partial<typeof entry>) => ({
      ...content,
      chosen: chosen.with(at, { ...entry, ...about }),
    });
    for (let week = 1; week <= weeks; week++) yield withEntry({ week });
    yield withEntry({ wish: "must", week: null });
    yield withEntry({ wish: "ban" });
    yield withEntry({ week: null });
    const others = chosen.filter((one) => one !== entry);
    yield { ...content, chosen: others };
    for (const waiting of others)
      yield {
        ...content,
        chosen: others.map((one) => (one === waiting ? { ...one, week: null } : one)),
      };
  }
}

/** Sorts of finding whose way out is no move. */
const OTHERWISE: readonly FindingCode[] = ["must-waits", "banned", "needs-missing", "need-not-chosen"];
const SORTS: readonly FindingCode[] = [
  "banned",
  "close-hold-before-talk",
  "look-alikes-together",
  "must-waits",
  "need-not-chosen",
  "needs-later",
  "needs-missing",
  "new-before-check",
  "new-on-last-night",
  "nothing-new-now",
  "one-role-waits",
  "over-minutes",
  "routine-does-not-fit",
  "too-many-counts",
  "too-many-new",
  "turn-before-settled",
];
/** Few enough to stand in sight, each by itself. */
const FEW = 6;

/** For each sort of finding one plan near the level's own that has it, with a way out that the page offers. */
function casesIn({ level, plan, computed }: Studio): ReadonlyMap<FindingCode, Case> {
  const found = new Map<FindingCode, Case>();
  for (const [rules, weeks] of AROUND)
    for (const content of nearby({ ...contentOfPlan(plan), special: weeks, muted: [] }, level.weeks)) {
      const changed = { ...level, ...rules };
      const levelPlan = computed(changed, content);
      const findings = checkPlan(levelPlan);
      if (causesOf(findings, () => "").some(({ findings: all }) => all.length > 1) || findings.length > FEW)
        continue;
      for (const finding of findings) {
        if (found.has(finding.code)) continue;
        const isOffered =
          OTHERWISE.includes(finding.code) ||
          remedyFor(levelPlan, finding) !== null ||
          (finding.code === "fades" && returnFor(levelPlan, finding) !== null);
        if (isOffered) found.set(finding.code, { level: changed, content, finding });
      }
    }
  return found;
}

test("the way out of a finding of every sort takes it away, where it is pressed", DEEP, async ({ page }) => {
  await signIn(page);
  const studio = await studioOf(page);
  const cases = casesIn(studio);
  // What else has a way out: fades, room left, what was not reached, and show moves, of which this level has none.
  expect([...cases.keys()]).toEqual(expect.arrayContaining([...SORTS]));
  const { csrfToken } = await read<{ csrfToken: string }>(page, "/session");
  const put = async (place: string, data: object) => {
    const answer = await page.request.put(`${demoStudio()}/api${place}`, {
      data,
      headers: { "x-csrf-token": csrfToken },
    });
    expect(answer.status(), await answer.text()).toBe(200);
  };
  for (const [code, { level, content, finding }] of cases)
    await test.step(code, async () => {
      const { version: ofLevel } =
        (await read<Level[]>(page, "/levels")).find(({ id }) => id === level.id) ?? level;
      await put(`/levels/${level.id}`, { ...level, version: ofLevel });
      const { version } = await read<Plan>(page, `/plans/${level.planId}`);
      await put(`/plans/${level.planId}`, { ...content, version });
      await page.goto(`${demoStudio()}/levels/${level.id}`);
      const card = page
        .getByRole("region", { name: "To solve in this plan" })
        .getByRole("listitem")
        .filter({ hasText: finding.text });
      await card
        .getByRole("button", { name: /^(Move|Put|Choose|Take it out|Bring it back) / })
        .first()
        .click();
      await expect(card).toHaveCount(0);
      await expect(page.getByText("All saved")).toBeVisible();
    });
});
