import { another, DEEP, demoStudio, expect, expectAccessible, signIn, TEACHER, test } from "../fixtures.ts";

test(
  "a comment calls a colleague, who finds it on Today, answers, and settles it",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page, TEACHER);
    await page.goto(`${demoStudio()}/figures`);
    await page.getByLabel("Search by name").fill("Window");
    await page
      .getByRole("link", { name: /^Window/ })
      .first()
      .click();
    await page.getByRole("button", { name: "Comments on Window" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("New comment").fill("Counts 3 to 4: which hand leads? @mar");
    await dialog
      .getByRole("group", { name: "Who is called" })
      .getByRole("button", { name: "Maro Quillfeather" })
      .click();
    // What is typed stays on this device until it is sent.
    await page.reload();
    await page.getByRole("button", { name: "Comments on Window" }).click();
    await expect(dialog.getByLabel("New comment")).toHaveValue(/@Maro Quillfeather $/);
    await dialog.getByRole("button", { name: "Say it" }).click();
    const thread = dialog.getByRole("listitem", { name: `Thread begun by ${TEACHER}` });
    await expect(thread).toContainText("Counts 3 to 4");
    await expectAccessible(page);

    const director = await another(browser);
    const called = director.getByRole("listitem").filter({ hasText: "which hand leads?" });
    await called.getByRole("link", { name: /^Window/ }).click();
    await director.getByRole("button", { name: "Comments on Window, 1 open" }).click();
    const theirs = director.getByRole("dialog").getByRole("listitem", { name: `Thread begun by ${TEACHER}` });
    await theirs.getByLabel(`Answer ${TEACHER}`).fill("The left one.");
    await theirs.getByRole("button", { name: "Answer", exact: true }).click();
    // The other page hears of it without being asked.
    await expect(thread).toContainText("The left one.");
    await thread.getByRole("button", { name: "Settled" }).click();
    await expect(theirs).toContainText(`Settled by ${TEACHER}`);
    await director.goto(demoStudio());
    await expect(director.getByRole("heading", { name: "Today" })).toBeVisible();
    await expect(director.getByText("which hand leads?")).toHaveCount(0);

    await thread.getByRole("button", { name: "Take away" }).first().click();
    await expect(dialog.getByText("which hand leads?")).toHaveCount(0);
    await dialog.getByRole("button", { name: "Close" }).click();
    await page.getByRole("status").getByRole("button", { name: "Undo" }).click();
    await page.getByRole("button", { name: "Comments on Window" }).click();
    await expect(dialog.getByText("which hand leads?")).toBeVisible();
    await director.context().close();
  },
);
