import type { Page } from "@playwright/test";
import { openStudio } from "../../scripts/lib/studios.ts";
import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  sectionNamed,
  signIn,
  TEACHER,
  tablet,
  test,
} from "../fixtures.ts";

const marksOf = async (page: Page, sectionId: string) =>
  (await (await page.request.get(`${demoStudio()}/api/sections/${sectionId}/evidence`)).json())
    .evidence as readonly { id: string; mark: string | null; checkId: string | null; markerId: string }[];

test(
  "two people mark one check on two devices, one of them without a network: nothing is lost or overwritten",
  DEEP,
  async ({ page, browser, watch }) => {
    watch.expectCuts();
    await signIn(page, TEACHER);
    const id = await classNamed(page, "Monday section");
    await page.goto(`${demoStudio()}/checks/${id}`);
    await page.getByRole("button", { name: "Check tonight" }).click();
    await expect(page.getByRole("heading", { name: /^Check, / })).toBeVisible();
    const other = await another(browser, "Bento Haverlock");
    await other.goto(`${demoStudio()}/checks/${id}`);
    // Who begins the check of a day that somebody else began shares it.
    await other.getByRole("button", { name: "Check tonight" }).click();
    await expect(other.getByRole("heading", { name: /^Check, / })).toBeVisible();
    expect(new URL(other.url()).pathname).toBe(new URL(page.url()).pathname);
    const before = (await marksOf(page, id)).length;

    await page.context().setOffline(true);
    await page.getByRole("button", { name: "By figure", exact: true }).click();
    await page.getByRole("button", { name: "All: without help" }).click();
    await expect(page.getByText(/No network: 11 check entries safe on this device/).first()).toBeVisible();
    // By exception: who differs is one tap more.
    await page.getByRole("button", { name: "Wendel: without help" }).click();
    await page
      .getByRole("group", { name: /^Wendel, / })
      .getByRole("button", { name: "with help" })
      .click();
    await expect(page.getByRole("button", { name: "Wendel: with help" })).toBeVisible();

    const wendel = page.getByRole("status").filter({ hasText: "Wendel" });
    await wendel.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByRole("button", { name: "Wendel: without help" })).toBeVisible();

    await other.getByRole("button", { name: "By student" }).click();
    await other.getByLabel("Student", { exact: true }).selectOption({ label: "Wendel" });
    const card = other.getByRole("group", { name: /^Wendel, / }).first();
    await card.getByRole("button", { name: "dances it" }).focus();
    await other.keyboard.press("1");
    await expect(card.getByRole("button", { name: "not yet" })).toHaveAttribute("aria-pressed", "true");
    await expect(other.getByText("All check entries are saved").first()).toBeVisible();

    await page.context().setOffline(false);
    await expect(page.getByText("All check entries are saved").first()).toBeVisible();
    const after = await marksOf(page, id);
    // Eleven marks, one correction, which was taken back, and the other's mark.
    expect(after.length - before).toBe(14);
    expect(new Set(after.slice(before).map(({ checkId }) => checkId)).size).toBe(1);
    expect(new Set(after.slice(before).map(({ markerId }) => markerId)).size).toBe(2);
    await expectAccessible(page);
    await other.context().close();
  },
);

test(
  "a check that is closed and opened again without a network goes on, with tonight's couples",
  DEEP,
  async ({ browser }) => {
    const page = await tablet(browser);
    await signIn(page);
    const id = await classNamed(page, "Thursday section");
    await page.goto(`${demoStudio()}/checks/${id}`);
    await page.getByRole("button", { name: "Check tonight" }).click();
    await expect(page.getByText("Works without a network from here on")).toBeVisible();
    const before = (await marksOf(page, id)).length;
    await page.context().setOffline(true);
    await page.reload();
    await page.getByRole("button", { name: "By couple" }).click();
    const couples = page.getByRole("group", { name: "Couples of round 1" });
    const first = await couples.getByRole("button").first().textContent();
    await page
      .getByRole("group", { name: new RegExp(`^${first?.split(" and ")[0]}`) })
      .getByRole("button", { name: "with help" })
      .click();
    await expect(page.getByText(/No network: 1 check entry safe on this device/).first()).toBeVisible();
    // Partners change as in the class: other couples.
    await page.getByRole("button", { name: "Change partners" }).click();
    const second = page.getByRole("group", { name: "Couples of round 2" });
    await expect(second.getByRole("button").first()).toBeVisible();
    await expect(second.getByRole("button", { name: first ?? "" })).toHaveCount(0);
    await page.context().setOffline(false);
    await expect(page.getByText("All check entries are saved").first()).toBeVisible();
    expect((await marksOf(page, id)).length).toBe(before + 1);
    await page.context().close();
  },
);

test(
  "a server that is killed while a check is marked loses no mark and keeps none twice",
  DEEP,
  async ({ page, watch }) => {
    watch.expectCuts();
    const studio = await openStudio(process.env.DEMO_TEMPLATE ?? "");
    await page.goto(studio.address);
    await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
    await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
    const id = await classNamed(page, "Monday section", studio.address);
    await page.goto(`${studio.address}/checks/${id}`);
    await page.getByRole("button", { name: "Check tonight" }).click();
    await page.getByRole("button", { name: "By student" }).click();
    const give = page.getByRole("button", { name: "without help", exact: true });
    await expect(give.first()).toBeVisible();
    const count = Math.min(4, await give.count());
    for (let at = 0; at < count; at++) {
      await give.nth(at).click();
      if (at === 1) await studio.kill();
    }
    await expect(page.getByText(/safe on this device/).first()).toBeVisible();
    await studio.revive();
    await expect(page.getByText("All check entries are saved").first()).toBeVisible();
    const { evidence } = await (
      await page.request.get(`${studio.address}/api/sections/${id}/evidence`)
    ).json();
    const checkId = new URL(page.url()).pathname.split("/").at(-1);
    const kept = (evidence as { checkId: string | null }[]).filter((one) => one.checkId === checkId);
    expect(kept).toHaveLength(count);
    await page.goto("about:blank");
    await studio.stop();
  },
);

test(
  "the board says who is ready and from what, and the room stops when everybody is settled",
  DEEP,
  async ({ page }) => {
    await signIn(page);
    const id = await classNamed(page, "Last term, Tuesdays");
    await page.goto(`${demoStudio()}/checks/${id}`);
    const aside = page.getByRole("complementary", { name: "What it says" });
    await page.getByRole("button", { name: "Osric leader" }).click();
    await expect(aside.getByRole("heading", { name: "Osric" })).toBeVisible();
    await expect(aside).toContainText("4 of 4 basics");
    await expect(aside).toContainText("Look at next");
    await expect(aside).toContainText("From what?");
    await page.getByRole("button", { name: "Underarm turn", exact: true }).click();
    await expect(aside).toContainText("7 of 8 dancers seen have it without help");
    await page.getByRole("button", { name: /^Calla, Side basic/ }).click();
    await expect(
      aside.getByRole("list", { name: "What it rests on" }).getByRole("listitem").first(),
    ).toBeVisible();
    const teach = aside.getByRole("list", { name: "What to teach again" });
    await teach
      .getByRole("button", { name: /^From what\?/ })
      .first()
      .click();
    await expect(teach.getByRole("list", { name: "What it rests on" })).toContainText(/not yet|with help/);
    await expectAccessible(page);

    await page.getByRole("button", { name: "Rule", exact: true }).click();
    const rule = page.getByRole("dialog");
    const ready = rule.getByRole("status");
    await expect(ready).toContainText("of 8 dancers would be ready");
    const strict = await ready.textContent();
    for (const name of [/patterns/, /turns/])
      await rule.getByRole("button", { name: new RegExp(`^Take away: .*${name.source}`) }).click();
    await expect(ready).not.toHaveText(strict ?? "");
    await rule.getByRole("button", { name: "Close" }).click();

    await page.getByRole("button", { name: "Check tonight" }).click();
    await expect(page.getByText(/of 8 dancers settled|Everybody is settled/)).toBeVisible();
    await page.getByRole("button", { name: "By figure", exact: true }).click();
    // All do everything: then nothing is open any more.
    const figures = page.getByRole("group", { name: "The routine" }).getByRole("button");
    for (let at = 0; at < (await figures.count()); at++) {
      await figures.nth(at).click();
      await page.getByRole("button", { name: /^(All|The other \d+): without help$/ }).click();
      await expect(page.getByRole("button", { name: /^(All|The other \d+): without help$/ })).toHaveCount(0);
    }
    await expect(page.getByText("Everybody is settled. You can stop looking.")).toBeVisible();

    // What other classes wait for stands beneath, one step away.
    await page.goto(`${demoStudio()}/checks/${id}`);
    const others = page.getByRole("region", { name: "In your other classes" });
    const tuesday = others.getByRole("listitem").filter({ hasText: "Tuesday" });
    await expect(tuesday).toHaveText(/^Hustle 2, Tuesday section: week 8, .*, not begun yet$/);
    await tuesday.getByRole("link").click();
    await page.getByRole("button", { name: /^Week 8, .*: design the check$/ }).click();
    await expect(page).toHaveURL(/\/checks\/[^/]+\/[^/]+$/);
    await page.goto(`${demoStudio()}/checks/${id}`);
    await expect(tuesday).toHaveText(/: week 8, .*, begun$/);
  },
);

test("a check is laid out as the shortest routine that shows what was taught", async ({ page }) => {
  await signIn(page);
  const id = await classNamed(page, "Thursday section");
  await page.goto(`${demoStudio()}/checks/${id}`);
  await page.getByRole("button", { name: "Check tonight" }).click();
  await page.getByRole("button", { name: "Design" }).click();
  await page.getByRole("button", { name: "Find the shortest that shows all" }).click();
  await expect(page.getByText(/as few as can be, proven/)).toBeVisible();
  await page.getByRole("button", { name: "Take it", exact: true }).first().click();
  await expect(page.getByRole("button", { name: "Without a routine" })).toBeVisible();
  await expect(page.getByRole("table", { name: "Who watches whom" }).getByRole("row").nth(1)).toBeVisible();
  await page.getByLabel("Minutes").selectOption("5");
  await page.getByLabel("Who marks").selectOption("2");
  await expect(page.getByText("Person 2 watches")).toBeVisible();
  await page.getByRole("textbox", { name: "Write the routine" }).fill("nothing of ours");
  await page.getByRole("textbox", { name: "Write the routine" }).press("Enter");
  await expect(page.getByText("No figure is called")).toBeVisible();
  await expectAccessible(page);
});

test("what to teach again goes into the plan as a proposal", DEEP, async ({ page }) => {
  await signIn(page);
  const id = await classNamed(page, "Thursday section");
  await page.goto(`${demoStudio()}/checks/${id}`);
  const put = page.getByRole("link", { name: /^Put .* into week \d+$/ });
  await expect(put).toBeVisible();
  const [, name = "", week = ""] = /^Put (.*) into week (\d+)$/.exec((await put.textContent()) ?? "") ?? [];
  await put.click();
  await page.getByRole("button", { name: "Use this plan" }).click();
  await expect(page.getByText("All saved")).toBeVisible();
  const { planId } = await sectionNamed(page, "Thursday section");
  const plan = await (await page.request.get(`${demoStudio()}/api/plans/${planId}`)).json();
  const figures: { id: string; name: string }[] = await (
    await page.request.get(`${demoStudio()}/api/figures`)
  ).json();
  const figureId = figures.find((figure) => figure.name === name)?.id;
  const entry = plan.chosen.find((one: { figureId: string }) => one.figureId === figureId);
  expect(entry.extraReturns).toContain(Number(week));
});

test("markers stand beside each other with how far they agree", DEEP, async ({ page }) => {
  await signIn(page);
  const id = await classNamed(page, "Last term, Tuesdays");
  await page.goto(`${demoStudio()}/checks/${id}`);
  await page.getByRole("link", { name: "Markers" }).click();
  await expect(page.getByRole("heading", { name: "Strictness" })).toBeVisible();
  await expect(page.getByText("Mark these together next").first()).toBeVisible();
  await expect(page.getByRole("table", { name: /^Marks of / }).first()).toBeVisible();
  await expect(page.getByRole("table", { name: "Sections beside each other" })).toBeVisible();
  await expectAccessible(page);
});

test(
  "a term ends: groups are proposed, everybody moves up, and the next course brings back what they lack",
  DEEP,
  async ({ page }) => {
    await signIn(page);
    const { levelId } = await sectionNamed(page, "Monday section");
    await page.goto(`${demoStudio()}/levels`);
    const next = page.getByRole("region", { name: "Hustle 2" });
    await next.getByRole("button", { name: "New section" }).click();
    await page.getByLabel("Name").fill("Spring section");
    await page.getByLabel("First lesson").fill("2027-04-05");
    await page.getByLabel("Places").fill("2");
    await page.getByRole("button", { name: "Save the section" }).click();
    await expect(page.getByRole("combobox", { name: "Plan of" })).toBeVisible();

    await page.goto(`${demoStudio()}/levels/${levelId}/groups`);
    await page.getByLabel(/^Hustle 2, Spring section/).press("Space");
    await expect(page.getByLabel(/^Hustle 2, Spring section/)).toBeChecked();
    for (const name of ["Dunja", "Saffi", "Osric"]) {
      const goes = page.getByLabel(name, { exact: true });
      // Who is ready goes by themselves.
      if (!(await goes.isChecked())) await goes.press("Space");
      await expect(page.getByLabel(`Where ${name} goes`)).toBeVisible();
    }
    const spring = page.getByRole("group", { name: "Spring section" });
    await expect(spring).toContainText("2 of 2 dancers");
    await expect(page.getByRole("group", { name: "Waiting list" })).toContainText("is full (2 places)");
    await page.getByLabel("Where Dunja goes").selectOption("waits");
    await expect(page.getByRole("group", { name: "Waiting list" })).toContainText("Dunja");
    await expect(spring).toContainText("Saffi");
    await expect(spring).toContainText("Osric");
    await expect(page.getByText("All saved")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Enrol all" }).click();
    await expect(page.getByText("3 dancers enrolled.")).toBeVisible();
    // Who has moved does not stand here any more, until that is taken back.
    await expect(page.getByLabel("Saffi", { exact: true })).toHaveCount(0);
    const told = page.getByRole("status").filter({ hasText: "3 dancers enrolled." });
    await told.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByLabel("Saffi", { exact: true })).toBeVisible();
    await page.getByRole("button", { name: "Enrol all" }).click();
    await expect(page.getByLabel("Saffi", { exact: true })).toHaveCount(0);

    const id = await classNamed(page, "Spring section");
    await page.goto(`${demoStudio()}/sections/${id}/roster`);
    await expect(page.getByText("2 students of 2 places")).toBeVisible();
    await expect(page.getByRole("heading", { name: "Waiting list (1)" })).toBeVisible();
    await page.goto(`${demoStudio()}/lessons/${id}/1`);
    // Saffi and Osric lack something of the level before; the first lesson goes back to it by name.
    await expect(page.getByText(/^Back to /).first()).toBeVisible();
    await expect(page.getByText("Back to what came before the break")).toHaveCount(0);
  },
);

test("a progress card is shown, saved and printed, and compares nobody", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/dancers`);
  await page.getByRole("textbox", { name: "Find by name" }).fill("edda");
  await page.getByRole("link", { name: "Edda" }).click();
  await expect(page.getByRole("heading", { name: "Figures without help, over all terms" })).toBeVisible();
  await page.getByRole("link", { name: "Progress card" }).click();
  const card = page.getByRole("article");
  await expect(card.getByRole("heading", { name: "Edda" })).toBeVisible();
  await expect(card).toContainText("by yourself");
  await expect(card.getByRole("heading", { name: "Next for you" })).toBeVisible();
  expect(await card.textContent()).not.toMatch(/ready|rank|better than|%/i);
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save as a page" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("Progress card Edda.html");
  await expectAccessible(page);
});
