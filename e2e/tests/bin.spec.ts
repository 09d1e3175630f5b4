import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  expectPressable,
  signIn,
  TEACHER,
  test,
} from "../fixtures.ts";

test("a section is asked for before it goes, says what goes with it, and comes back from the bin", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/bin`);
  await expect(page.getByText("The bin is empty")).toBeVisible();
  await page.goto(`${demoStudio()}/levels`);
  const level = page.getByRole("region", { name: "Hustle 1" });
  await level
    .getByText("Thursday section")
    .locator("xpath=ancestor::*[.//button][1]")
    .getByRole("button", { name: "Settings" })
    .click();
  await page.getByRole("button", { name: "Remove …" }).click();
  const asked = page.getByRole("dialog", { name: "Remove Thursday section?" });
  await expect(asked).toContainText("4 taught lessons with their class logs");
  await expect(asked).toContainText("4 published recaps");
  await asked.getByRole("button", { name: "Remove the section" }).click();
  await expect(page.getByText("Thursday section is taken away")).toBeVisible();
  await page.getByRole("link", { name: "Bin" }).click();
  await expect(page.getByText(/^Section, Hustle 1, removed .* by Maro Quillfeather$/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Bring back Thursday section" }).click();
  await expect(page.getByText("The bin is empty")).toBeVisible();
  await page.goto(`${demoStudio()}/levels`);
  await expect(page.getByText("Thursday section").first()).toBeVisible();
});

test("a student's data are handed over, and erased for good", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/checks/${await classNamed(page, "Monday section")}`);
  await page.getByRole("link", { name: "Students", exact: true }).click();
  await page.getByRole("button", { name: "Add" }).waitFor();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save all that is kept of Corin" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("Corin.html");
  await page.getByLabel("Name", { exact: true }).fill("Osk Fennimore");
  await page.getByRole("button", { name: "Add" }).click();
  await page.getByRole("link", { name: "Erase Osk Fennimore for good" }).click();
  await expect(page.getByRole("heading", { name: "Erase Osk Fennimore for good" })).toBeVisible();
  await expect(page.getByText("The name stands nowhere in what was written.")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Erase for good" }).click();
  await expect(page.getByLabel("Name of Osk Fennimore")).toBeHidden();
  await page.goto(`${demoStudio()}/bin`);
  await expect(page.getByText("Osk Fennimore")).toBeHidden();
});

test(
  "where somebody is named is looked through before they are erased, and only what is ticked goes",
  DEEP,
  async ({ page, browser, watch }) => {
    await signIn(page);
    const section = await classNamed(page, "Monday section");
    await page.goto(`${demoStudio()}/checks/${section}`);
    await page.getByRole("link", { name: "Students", exact: true }).click();
    await page.getByLabel("Name", { exact: true }).fill("Osk Fennimore");
    await page.getByRole("button", { name: "Add" }).click();
    await expect(page.getByLabel("Name of Osk Fennimore")).toBeVisible();
    await page.goto(`${demoStudio()}/figures`);
    await page.getByLabel("Search by name").fill("Window");
    await page
      .getByRole("link", { name: /^Window/ })
      .first()
      .click();
    await expect(page.getByRole("heading", { name: "Window", level: 1 })).toBeVisible();
    const windowPage = page.url();
    await page.getByRole("button", { name: "Comments on Window" }).click();
    const dialog = page.getByRole("dialog");
    const say = async (text: string) => {
      await dialog.getByLabel("New comment").fill(text);
      await dialog.getByRole("button", { name: "Say it" }).click();
      await expect(dialog.getByRole("listitem").filter({ hasText: text }).first()).toBeVisible();
    };
    await say("FENNIMORE, osk shows it well");
    await say("Osk the drummer counts it");
    await page.goto(`${demoStudio()}/checks/${section}`);
    await page.getByRole("link", { name: "Students", exact: true }).click();
    await page.getByRole("link", { name: "Erase Osk Fennimore for good" }).click();
    const sure = page.getByRole("checkbox", { name: "FENNIMORE, osk shows it well" });
    const other = page.getByRole("checkbox", { name: "Osk the drummer counts it" });
    await expect(sure).toBeChecked();
    await expect(other).not.toBeChecked();
    await expect(page.getByText("In none of their classes")).toBeVisible();
    await expectAccessible(page);
    await expectPressable(page);
    // Somebody writes about them meanwhile: nothing goes before that was looked through, too.
    const colleague = await another(browser, TEACHER);
    await colleague.goto(windowPage);
    await colleague.getByRole("button", { name: /^Comments on Window/ }).click();
    await colleague.getByRole("dialog").getByLabel("New comment").fill("ask @OskFennimore");
    await colleague.getByRole("dialog").getByRole("button", { name: "Say it" }).click();
    watch.expectStatus(409);
    await page.getByRole("button", { name: "Erase for good" }).click();
    await expect(page.getByText("Something was written meanwhile")).toBeVisible();
    await expect(page.getByRole("checkbox", { name: "ask @OskFennimore" })).toBeChecked();
    await page.getByRole("button", { name: "Erase for good" }).click();
    await expect(page.getByLabel("Name of Osk Fennimore")).toBeHidden();
    await colleague.reload();
    await colleague.getByRole("button", { name: /^Comments on Window/ }).click();
    for (const text of ["(name erased) shows it well", "Osk the drummer counts it", "ask @(name erased)"])
      await expect(colleague.getByRole("dialog").getByText(text)).toBeVisible();
  },
);
