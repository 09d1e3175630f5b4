import { readFile } from "node:fs/promises";
import type { Page } from "@playwright/test";
import {
  another,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  sectionNamed,
  signIn,
  test,
  unaware,
} from "../fixtures.ts";

/** Whether the page looks the same once it has nothing to do. */
const isStill = (page: Page): Promise<boolean> =>
  page.evaluate(async () => {
    const look = () => document.querySelector("main")?.innerHTML;
    const before = look();
    await new Promise((resolve) => requestIdleCallback(resolve));
    await new Promise((resolve) => requestAnimationFrame(resolve));
    return look() === before && document.querySelector("main") !== null;
  });

async function openPlan(page: Page, level: string): Promise<void> {
  await page.goto(`${demoStudio()}/levels`);
  await page.getByRole("region", { name: level }).getByRole("link", { name: "Week plan" }).click();
  await expect(page.getByRole("heading", { name: level, exact: true })).toBeVisible();
  await expect(page.getByRole("button", { name: /, new in week / }).first()).toBeVisible();
  // Findings and likeness come a moment after the strands and may move them.
  await expect.poll(() => isStill(page)).toBe(true);
}

/** The plan of the section that the demo studio teaches on Mondays. */
async function openMondays(page: Page): Promise<void> {
  const { id, levelId } = await sectionNamed(page, "Monday section");
  await page.goto(`${demoStudio()}/levels/${levelId}/sections/${id}`);
}

const strand = (page: Page, name: string) => page.getByRole("button", { name: new RegExp(`^${name}, `) });
const saved = (page: Page) => expect(page.getByText("All saved")).toBeVisible();

test("a strand moves by dragging, and loads and findings answer before it is let go", async ({ page }) => {
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const bead = strand(page, "Free spin");
  const before = await bead.getAttribute("aria-label");
  const week = Number(/week (\d+)/.exec(before ?? "")?.[1]);
  const box = await bead.boundingBox();
  const head = (number: number) => page.getByRole("button", { name: new RegExp(`^Week ${number}, `) });
  const next = await head(week + 1).boundingBox();
  const here = await head(week).boundingBox();
  if (!box || !next || !here) throw new Error("not on screen");
  const totals = await page.getByRole("button", { name: /^Week \d, / }).allInnerTexts();
  await bead.hover();
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + (next.x - here.x), box.y + box.height / 2, { steps: 8 });
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
  expect(await page.getByRole("button", { name: /^Week \d, / }).allInnerTexts()).not.toEqual(totals);
  await page.mouse.up();
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
  await saved(page);
  await page.reload();
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
});

test("the keyboard moves, undoes and redoes, and lets a figure wait", async ({ page }) => {
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const bead = strand(page, "Shadow walk");
  const start = await bead.getAttribute("aria-label");
  await bead.focus();
  await page.keyboard.press("ArrowRight");
  await expect(bead).not.toHaveAccessibleName(start ?? "");
  await expect(page.getByRole("complementary").getByRole("heading", { name: "Shadow walk" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(bead).toHaveAccessibleName(start ?? "");
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(bead).not.toHaveAccessibleName(start ?? "");
  await page.getByRole("button", { name: "Undo" }).click();
  await bead.focus();
  await page.keyboard.press("Delete");
  await expect(bead).toHaveAccessibleName(/waiting for a week/);
  await page.getByRole("complementary").getByRole("button", { name: "4", exact: true }).click();
  await expect(bead).toHaveAccessibleName(/new in week 4/);
  await saved(page);
});

test("a finding says what is wrong and its remedy takes it away", async ({ page }) => {
  await signIn(page);
  await openMondays(page);
  const findings = page.getByRole("region", { name: "To solve in this plan" });
  await expect(findings.getByRole("heading")).toHaveText("To solve in this plan (2)");
  const late = findings
    .getByRole("listitem")
    .filter({ hasText: "Window in week 4 needs Underarm turn, which is new in the same lesson." });
  await late.getByRole("button", { name: /^Move Window/ }).click();
  await expect(late).toHaveCount(0);
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/taught already/);
  await strand(page, "Foundation step").focus();
  await page.keyboard.press("ArrowRight");
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/new in week 1/);
  await page.getByRole("button", { name: "Draft the plan" }).click();
  await page.getByRole("button", { name: "Use this plan" }).click();
  await expect(findings).not.toContainText(/Window|Foundation step/);
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/new in week 1/);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(findings.getByRole("heading")).toHaveText("To solve in this plan (2)");
  await saved(page);
});

test("a draft is proposed beside the plan, proven in the background, and taken or left", async ({ page }) => {
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const bead = strand(page, "Free spin");
  const stood = (await bead.getAttribute("aria-label"))?.split("; arrow")[0] ?? "";
  await bead.click();
  await page.getByRole("complementary").getByRole("button", { name: "Pin it here" }).click();
  await expect(bead).toHaveAccessibleName(/pinned/);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draft the plan" }).click();
  const proposal = page.getByRole("region", { name: "Proposal" });
  await expect(proposal.getByText(/proven best/)).toBeVisible({ timeout: 60_000 });
  await expect(bead).toHaveAccessibleName(new RegExp(`^${stood}`));
  await expect(page.getByRole("button", { name: "Choose figures" })).toHaveCount(0);
  await proposal.getByRole("button", { name: "Keep mine" }).click();
  await expect(proposal).toHaveCount(0);
  await bead.focus();
  await page.keyboard.press("ArrowRight");
  await expect(bead).toHaveAccessibleName(new RegExp(`^${stood}`));
  await bead.click();
  await page.getByRole("complementary").getByRole("button", { name: "Pinned here" }).click();
  await saved(page);
});

test("a cancelled week is repaired with explained moves; a finding is accepted, and its reason kept", async ({
  page,
}) => {
  await signIn(page);
  await openMondays(page);
  const head = page.getByRole("button", { name: /Week 3/ });
  await head.click();
  await page.getByRole("button", { name: "Cancelled: repair the plan" }).click();
  const proposal = page.getByRole("region", { name: "Proposal" });
  await expect(proposal).toContainText("Week 3 is cancelled; week 4 is the nearest that takes it.");
  await proposal.getByRole("button", { name: "Use this plan" }).click();
  await expect(head).toContainText("cancelled");
  await expect(strand(page, "Side pass")).toHaveAccessibleName(/new in week 4/);
  await saved(page);
  await page.goto(page.url().replace(/\/levels\/[^/]+\/sections\//, "/lessons/"));
  await expect(page.getByText("cancelled", { exact: true })).toBeVisible();
  await page.goBack();
  await page.getByRole("button", { name: /Week 3/ }).click();
  await page.getByLabel("This week is").selectOption({ label: "a plain lesson" });
  await strand(page, "Hook turn-away").focus();
  for (let press = 0; press < 3; press++) await page.keyboard.press("ArrowRight");
  await expect(strand(page, "Hook turn-away")).toHaveAccessibleName(/new in week 8/);
  const late = page.getByRole("listitem").filter({ hasText: "Hook turn-away is new on the last night" });
  await late.getByRole("button", { name: "Accept, with a reason …" }).click();
  await late.getByLabel("Why it is all right").fill("A treat for the end.");
  await late.getByRole("button", { name: "Keep" }).click();
  const lived = page.getByRole("region", { name: "Accepted" });
  await expect(lived).toContainText("A treat for the end.");
  await saved(page);
  await page.reload();
  await expect(lived).toContainText("A treat for the end.");
  await lived.getByRole("button", { name: "Show it again" }).click();
  await expect(lived).toHaveCount(0);
  await saved(page);
});

test("what a figure needs and the plan never teaches is put before it, and the finding is gone", async ({
  page,
}) => {
  await signIn(page);
  await openMondays(page);
  const finding = page
    .getByRole("listitem")
    .filter({ hasText: "5 figures need Side pass, which this plan never teaches." })
    .first();
  const toSidePass = async (action: string) => {
    await strand(page, "Side pass").click();
    await page.getByRole("button", { name: action }).click();
    await page.keyboard.press("Escape");
  };
  await toSidePass("Unschedule");
  await finding.getByRole("button", { name: /^Put Side pass in week [3-6]$/ }).click();
  await expect(finding).toHaveCount(0);
  await expect(strand(page, "Side pass")).toHaveAccessibleName(/new in week [3-6]/);
  await toSidePass("Take out of the level");
  await finding.getByRole("button", { name: /^Choose Side pass too, in week [3-6]$/ }).click();
  await expect(finding).toHaveCount(0);
  await expect(strand(page, "Side pass")).toHaveAccessibleName(/new in week [3-6]/);
});

test(
  "the forecast, saved plans and files of a plan, and the link at which a guest reads it",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page);
    await openMondays(page);
    await page.getByRole("button", { name: "Forecast" }).click();
    await expect(page.getByRole("img", { name: /What students will remember/ })).toBeVisible();
    await expect(page.getByText(/Fitted to \d+ marks of this section/)).toBeVisible();
    await page.getByRole("button", { name: "Close" }).click();
    await page.getByRole("button", { name: "Saved plans" }).click();
    await page.getByLabel("Name of the saved plan").fill("Before the holidays");
    await page.getByRole("button", { name: "Keep it" }).click();
    await expect(page.getByRole("dialog").getByText("Before the holidays")).toBeVisible();
    await page.getByRole("dialog").getByRole("button", { name: "Compare" }).last().click();
    await expect(page.getByRole("region", { name: "Proposal" })).toContainText(/\d+ moves?|Nothing moves/);
    await page.getByRole("button", { name: "Keep mine" }).click();
    await page.getByRole("button", { name: "Files and print" }).click();
    const [calendar] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Dates as a calendar" }).click(),
    ]);
    expect(calendar.suggestedFilename()).toBe("hustle-1-monday-section.ics");
    const [drawing] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Grid as SVG" }).click(),
    ]);
    expect(await readFile(await drawing.path(), "utf8")).toContain("<title>Hustle 1, Monday section</title>");
    await page.getByRole("button", { name: "Make a link" }).click();
    const link = await page.getByRole("textbox", { name: "Link to this plan" }).inputValue();
    const guest = await (await browser.newContext()).newPage();
    await guest.goto(link);
    await expect(guest.getByRole("heading", { name: "Hustle 1, Monday section" })).toBeVisible();
    await expect(guest.getByText(/^Take care:/).first()).toBeVisible();
    await expectAccessible(guest);
    await guest.context().close();
    await page.keyboard.press("Escape");
    await page.emulateMedia({ media: "print" });
    await expect(page.getByRole("button", { name: "Draft the plan" })).toBeHidden();
    await expect(strand(page, "Foundation step")).toBeVisible();
  },
);

test(
  "two people change one plan: both places are shown, the choice is kept",
  DEEP,
  async ({ page, browser, watch }) => {
    await unaware(page);
    watch.expectStatus(409);
    await signIn(page);
    const other = await another(browser);
    await unaware(other);
    await openPlan(page, "Hustle 2");
    await openPlan(other, "Hustle 2");
    for (const [who, key] of [
      [other, "Home"],
      [page, "Delete"],
    ] as const) {
      await strand(who, "Both turn").focus();
      await who.keyboard.press(key);
      if (who === other) await saved(other);
    }
    const dialog = page.getByRole("dialog", { name: /changed this too/ });
    await expect(dialog.getByRole("radio", { name: "Yours: waiting for a week" })).toBeVisible();
    await dialog.getByRole("radio", { name: "Theirs: week 1" }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await saved(page);
    await expect(strand(page, "Both turn")).toHaveAccessibleName(/new in week 1/);
    await other.context().close();
  },
);

test(
  "an edit made without a connection is kept and sent when it is back",
  DEEP,
  async ({ page, context, watch }) => {
    watch.expectCuts();
    await signIn(page);
    await openPlan(page, "Hustle 2");
    const plans = /\/api\/plans\//;
    await context.route(plans, (route) =>
      route.request().method() === "PUT" ? route.abort() : route.continue(),
    );
    await strand(page, "Shoulder slide").focus();
    await page.keyboard.press("ArrowRight");
    const moved = await strand(page, "Shoulder slide").getAttribute("aria-label");
    await expect(page.getByRole("button", { name: /Not saved yet/ })).toBeVisible();
    await context.unroute(plans);
    await page.reload();
    await expect(strand(page, "Shoulder slide")).toHaveAccessibleName(moved ?? "");
    await saved(page);
  },
);

test(
  "two people move different figures of one plan: both moves stay, and nobody is asked",
  DEEP,
  async ({ page, browser, watch }) => {
    await unaware(page);
    watch.expectStatus(409);
    await signIn(page);
    const other = await another(browser);
    await unaware(other);
    await openPlan(page, "Shag 1");
    await openPlan(other, "Shag 1");
    const beads = await page.getByRole("button", { name: /, new in week / }).all();
    const names = await Promise.all(
      beads.slice(0, 2).map(async (bead) => (await bead.getAttribute("aria-label"))?.split(",")[0] ?? ""),
    );
    const [first = "", second = ""] = names;
    for (const [who, name] of [
      [other, first],
      [page, second],
    ] as const) {
      await strand(who, name).focus();
      await who.keyboard.press("Delete");
      if (who === other) await saved(other);
    }
    await expect(page.getByText("changed something here too. Both changes are kept.")).toBeVisible();
    await saved(page);
    await expect(page.getByRole("dialog")).toBeHidden();
    await page.reload();
    await expect(page.getByRole("button", { name: /, new in week / }).first()).toBeVisible();
    for (const name of [first, second])
      await expect(page.getByRole("button", { name: new RegExp(`^${name}, .*new in week`) })).toHaveCount(0);
    await other.context().close();
  },
);
