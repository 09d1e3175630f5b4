import { DEEP, demoStudio, expect, expectAccessible, signIn, stepsIn, test } from "../fixtures.ts";

test(
  "a hold that the dance does not have is added where one writes, and another said in its place later",
  DEEP,
  async ({ page }) => {
    await signIn(page);
    await page.goto(`${demoStudio()}/figures/new`);
    await page.getByLabel("Name", { exact: true }).fill("Elbow walk");
    await page.getByLabel("Dance").selectOption({ label: "Hustle" });
    const steps = page.getByRole("textbox", { name: "Steps" });
    await steps.click();
    await page.keyboard.type("walk hold elbows, walk");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Add it to the holds" }).click();
    await expect(page.getByRole("dialog").getByLabel("Name", { exact: true })).toHaveValue("elbows");
    await page.getByLabel("The two stand").selectOption("beside");
    await expectAccessible(page);
    await page.getByRole("button", { name: "Add the hold" }).click();
    await expect(page.getByText("Hustle has the hold elbows now")).toBeVisible();
    await expect(page.getByText(/Write a hold of this dance/)).toHaveCount(0);
    expect(await stepsIn(page)).toBe("walk hold elbows, walk");
    await page.getByRole("button", { name: "Save the figure" }).first().click();
    await expect(page.getByRole("heading", { name: "Elbow walk", exact: true })).toBeVisible();
    await expect(page.getByText("Still to write: cues and slips")).toBeVisible();

    await page.goto(`${demoStudio()}/figures/holds`);
    await page.getByLabel("Dance").selectOption({ label: "Hustle" });
    const elbows = page.getByRole("group", { name: "elbows" });
    await expect(elbows.getByText("in 1 figure")).toBeVisible();
    await expect(elbows.getByRole("button", { name: "Take it out" })).toBeDisabled();
    await elbows.getByRole("button", { name: "Say another hold instead" }).click();
    await page.getByLabel("The other hold").selectOption("side-by-side");
    const preview = page.getByRole("list", { name: "What would change" });
    await expect(preview).toContainText('walk L hold "elbows"');
    await expect(preview).toContainText('walk L hold "side-by-side"');
    await expectAccessible(page);
    await page.getByRole("button", { name: "Change 1 figure" }).click();
    await expect(page.getByText("1 figure says side-by-side now")).toBeVisible();
    await expect(elbows.getByText("in no figure yet")).toBeVisible();
    await elbows.getByRole("button", { name: "Take it out" }).click();
    await page.getByRole("button", { name: "Save the holds" }).click();
    await expect(page.getByText("Hustle is saved")).toBeVisible();

    await page.goto(`${demoStudio()}/figures?search=elbow&missing=slips`);
    await page.getByRole("link", { name: /Elbow walk/ }).click();
    await page.getByRole("button", { name: "Remove" }).click();
    await expect(page.getByText(/^(\d+) of \1 figures$/)).toBeVisible();
  },
);

test("what leads where is told, with the figures that are missing", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/holds`);
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
  const leads = page.getByRole("region", { name: "What leads where" });
  await expect(leads.getByRole("list", { name: "Groups" })).toContainText(
    "no hold: Free spin ends here; nothing leads out of it",
  );
  await expect(leads.getByRole("list", { name: "Missing figures" }).getByRole("listitem")).toHaveCount(1);
  const together = page.getByRole("region", { name: "Staying together" });
  await expect(together).toContainText(
    /^Staying togetherUsual steps keep the couple together in all \d+ figures/,
  );
  await expectAccessible(page);
  await page.getByLabel("Dance").selectOption({ label: "Cross-step waltz" });
  await expect(leads.getByRole("list", { name: "Missing figures" })).toHaveCount(0);
  await expect(together.getByRole("listitem")).toContainText(["Drift apart: with the "]);
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
  await expect(leads).toContainText("from no hold to open two-hand");
  await leads.getByRole("link", { name: "Write it" }).first().click();
  await expect(page.getByRole("heading", { name: "New figure" })).toBeVisible();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("From no hold to open two-hand");
  expect(await stepsIn(page)).toContain('hold "no hold"');
});
