import type { Page } from "@playwright/test";
import { another, DEEP, demoStudio, expect, expectAccessible, signIn, test } from "../fixtures.ts";
import { expectNamed } from "../named.ts";

const PROPOSER = "Bento Haverlock";
const DIRECTOR = "Maro Quillfeather";

const answerOf = async (page: Page, path: string) =>
  (await page.request.get(`${demoStudio()}/api${path}`)).json();

test(
  "a teacher proposes another plan; the director sees what follows, takes it, and a section takes it over",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page, PROPOSER);
    const levels: { id: string; name: string; planId: string; danceId: string }[] = await answerOf(
      page,
      "/levels",
    );
    const level = levels.find(({ name }) => name === "Waltz 1");
    if (!level) throw new Error("there is no such level");
    const plan: { chosen: { figureId: string; week: number | null }[] } = await answerOf(
      page,
      `/plans/${level.planId}`,
    );
    const figures: { id: string; name: string }[] = await answerOf(page, `/dances/${level.danceId}/figures`);
    const chosen = plan.chosen.find(({ week }) => week === 3);
    const name = figures.find(({ id }) => id === chosen?.figureId)?.name ?? "";
    const director = await another(browser);
    await expect(director.getByRole("heading", { name: "Today" })).toBeVisible();

    await page.goto(`${demoStudio()}/levels/${level.id}`);
    await page.getByRole("button", { name: "Propose a change" }).click();
    const bar = page.getByRole("region", { name: "Your proposal" });
    await expect(bar).toBeVisible();
    await page.getByRole("button", { name: new RegExp(`^${name}, `) }).focus();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByText("All saved")).toBeVisible();
    await expectAccessible(page);
    // Nothing is proposed to anybody until it is sent; begun once, it goes on where it was.
    await page.goto(`${demoStudio()}/levels/${level.id}`);
    await page.getByRole("button", { name: "Go on with your proposal" }).click();
    await bar.getByLabel("Why it would be better").fill("They need the basics a week longer.");
    await bar.getByRole("button", { name: "Send to the director" }).click();
    await expect(page.getByText("waits for the director")).toBeVisible();

    const told = director.getByRole("listitem").filter({ hasText: "They need the basics a week longer." });
    await told.getByRole("link", { name: "Plan" }).click();
    const change = director.getByRole("list", { name: "Changes" }).getByRole("listitem");
    await expect(change).toContainText("week 3");
    await expect(change).toContainText("week 4");
    await expect(director.getByText(/^To solve in the plan: \d+ now, \d+ then/)).toBeVisible();
    await expectAccessible(director);
    await expectNamed(director);
    await director.getByLabel(`Answer to ${PROPOSER}`).fill("Yes, the whole term.");
    await director.getByRole("button", { name: "Take it", exact: true }).click();
    // Its writer sees it at once.
    await expect(page.getByText(`${DIRECTOR} took it`)).toBeVisible();
    await expect(page.getByText("Yes, the whole term.")).toBeVisible();

    const sections: { id: string; name: string; planId: string }[] = await answerOf(director, "/sections");
    const section = sections.find(({ name: own }) => own === "Wednesdays");
    await director.goto(`${demoStudio()}/levels/${level.id}/sections/${section?.id}`);
    await expect(director.getByText(`The level's plan was changed since: ${name}.`)).toBeVisible();
    await director.getByRole("button", { name: "Look and take over" }).click();
    const dialog = director.getByRole("dialog");
    await expect(dialog.getByLabel(`${name}: week 3 → week 4`)).toBeChecked();
    await expectAccessible(director);
    await dialog.getByRole("button", { name: "Take over 1 change into 1 plan" }).click();
    await expect(director.getByText("The level's plan was changed since")).toHaveCount(0);
    const after: typeof plan = await answerOf(director, `/plans/${section?.planId}`);
    expect(after.chosen.find(({ figureId }) => figureId === chosen?.figureId)?.week).toBe(4);
    // And back: what the section changes the level adopts.
    await director.getByRole("button", { name: new RegExp(`^${name}, `) }).focus();
    await director.keyboard.press("ArrowRight");
    await expect(director.getByText("All saved")).toBeVisible();
    await director.getByRole("button", { name: "Level and section", exact: true }).click();
    await dialog.getByRole("button", { name: "From Wednesdays into the level" }).click();
    await dialog.getByText(`${name}: week 4 → week 5`).click();
    await dialog.getByRole("button", { name: "Take over 1 change into 1 plan" }).click();
    await expect(dialog).toHaveCount(0);
    const adopted: typeof plan = await answerOf(director, `/plans/${level.planId}`);
    expect(adopted.chosen.find(({ figureId }) => figureId === chosen?.figureId)?.week).toBe(5);
    await director.context().close();
  },
);

test(
  "a proposed figure is answered, written on, and taken in part",
  DEEP,
  async ({ page, browser, watch }) => {
    // Undone and gone on with at once, it may be met on the way.
    watch.expectStatus(409, 422);
    await signIn(page, PROPOSER);
    const figures: { id: string; name: string; minutes: number; slips: string[] }[] = await answerOf(
      page,
      "/figures",
    );
    const { id = "", name = "", minutes = 0 } = figures.find((one) => one.name === "Cross-step basic") ?? {};
    await page.goto(`${demoStudio()}/figures/${id}`);
    await page.getByRole("link", { name: "Propose a change" }).click();
    await page.getByLabel("Minutes, first night").fill(String(minutes + 3));
    await page.getByLabel("Common slips").fill("Looking at the feet");
    await page.getByLabel("Why it would be better").fill("Seen every night.");
    await page.getByRole("button", { name: "Send to the director" }).first().click();
    await expect(page.getByRole("list", { name: "Changes" }).getByRole("listitem")).toHaveCount(2);
    await page.getByRole("button", { name: "Take it back" }).click();
    await page.getByRole("status").getByRole("button", { name: "Undo" }).click();
    await page
      .getByRole("listitem")
      .filter({ hasText: "Seen every night." })
      .getByRole("link", { name })
      .click();
    await page.getByRole("button", { name: "Go on writing" }).click();
    await expect(page.getByLabel("Common slips")).toHaveValue("Looking at the feet");
    await page.getByLabel("Common slips").fill("Looking at the feet\nStopping on 6");
    await page.getByRole("button", { name: "Send to the director" }).first().click();
    await expect(page.getByText("waits for the director")).toBeVisible();

    const director = await another(browser);
    await director
      .getByRole("listitem")
      .filter({ hasText: "Seen every night." })
      .getByRole("link", { name })
      .click();
    await director.getByText("Minutes, first night", { exact: true }).click();
    await director.getByRole("button", { name: "Take 1 of 2 changes" }).click();
    await expect(page.getByText(`${DIRECTOR} took it`)).toBeVisible();
    const kept = await answerOf(page, `/figures/${id}`);
    expect([kept.minutes, kept.slips]).toEqual([minutes, ["Looking at the feet", "Stopping on 6"]]);

    // A new figure is refused where it could not be kept, and answered without being taken.
    await page.goto(`${demoStudio()}/figures/new`);
    await page.getByLabel("Dance").selectOption({ label: "Cross-step waltz" });
    await page.getByLabel("Name", { exact: true }).fill(name);
    await page.getByRole("button", { name: "Send to the director" }).first().click();
    await expect(page.getByText("has a figure of this name already")).toBeVisible();
    await page.getByLabel("Name", { exact: true }).fill("Harbour sway");
    await page.getByRole("button", { name: "Send to the director" }).first().click();
    await expect(page.getByRole("heading", { name: "New figure: Harbour sway" })).toBeVisible();
    await director.goto(`${demoStudio()}/proposals`);
    await director.getByRole("link", { name: "New figure: Harbour sway" }).click();
    await director.getByLabel(`Answer to ${PROPOSER}`).fill("We have it as Closed sway.");
    await director.getByRole("button", { name: "Answer without taking it" }).click();
    await page.goto(demoStudio());
    await expect(page.getByText("We have it as Closed sway.")).toBeVisible();
    await director.context().close();
  },
);
