import {
  another,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  sectionNamed,
  setUp,
  signIn,
  TEACHER,
  test,
  unaware,
} from "../fixtures.ts";

test("a routine is written, a join breaks and is mended, choices and repeats are added, and all is kept", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/sequences`);
  await expect(page.getByRole("link", { name: "Harbour round", exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "New sequence" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Pier round");
  await page.getByLabel("Dance").selectOption({ label: "Collegiate shag" });
  await page.getByRole("button", { name: "Begin" }).click();
  await expect(page.getByRole("heading", { name: "Pier round" })).toBeVisible();

  const write = page.getByLabel("Write figures");
  await write.fill("home six x2, open out, outside six, turning six, moonwalk");
  await write.press("Enter");
  await expect(page.getByRole("alert")).toContainText("no figure called “moonwalk”");
  await write.fill("");
  await expect(page.getByRole("heading", { name: "30 counts, 3 phrases and 6 counts" })).toBeVisible();
  await expect(page.getByText("1 join does not fit")).toBeVisible();

  await page.getByRole("button", { name: "Does not fit between Outside six and Turning six" }).click();
  await expect(
    page.getByText(/It ends in open one-hand, which does not change freely into closed/),
  ).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Put in Come in, +6" }).click();
  await expect(page.getByText("Every join fits.")).toBeVisible();
  await expect(page.getByRole("heading", { name: "36 counts" })).toBeVisible();

  const bar = (name: RegExp) => page.locator("[data-bar]").filter({ hasText: name });
  await page
    .getByRole("region", { name: "Figures to put in" })
    .getByRole("button", { name: "Touch six" })
    .dragTo(bar(/Home six/).first(), { targetPosition: { x: 24, y: 20 } });
  await expect(page.locator("[data-bar]").first()).toContainText("Touch six");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { name: "36 counts" })).toBeVisible();
  await bar(/Outside six/).click();
  await page.keyboard.press("+");
  await expect(bar(/Outside six ×2/).first()).toBeVisible();
  await page.keyboard.press("Alt+ArrowLeft");
  await expect(page.getByText("1 join does not fit")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("Every join fits.")).toBeVisible();
  await page.getByLabel("Make it a choice").selectOption({ label: "it, or Inside six" });
  await page.getByRole("button", { name: "or Inside six" }).click();
  await expect(bar(/Inside six/)).toBeVisible();
  await page.getByRole("button", { name: "or Outside six ×2" }).click();
  await expect(page.getByRole("heading", { name: "36 to 42 counts" })).toBeVisible();
  await expect(page.getByText("All saved")).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: "36 to 42 counts" })).toBeVisible();

  await page.getByRole("button", { name: "Versions" }).click();
  await expect(page.getByRole("dialog")).toContainText("(Outside six ×2 or Inside six)");
  await page.keyboard.press("Escape");
});

test(
  "the shortest routine is found and proven, counted exactly, dealt, and shared by a link",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page);
    await page.goto(`${demoStudio()}/sequences`);
    await page.getByRole("button", { name: "New sequence" }).click();
    await page.getByLabel("Name", { exact: true }).fill("Found round");
    await page.getByLabel("Dance").selectOption({ label: "Cross-step waltz" });
    await page.getByRole("button", { name: "Begin" }).click();
    await page.getByRole("button", { name: "Make it for me" }).click();
    const dialog = page.getByRole("dialog");
    for (const name of ["Drift apart", "Lantern turn", "Vine"])
      await dialog.getByRole("button", { name, exact: true }).click();
    await expectAccessible(page);
    await dialog.getByRole("button", { name: "Find the shortest" }).click();
    const first = dialog.getByRole("region", { name: "Routine 1" });
    await expect(first).toContainText("as short as can be, proven");
    await first.getByRole("button", { name: "Take it" }).click();
    await expect(page.getByText("Every join fits.")).toBeVisible();
    await expect(page.getByText("All saved")).toBeVisible();

    await page.getByRole("button", { name: "How many are there?" }).click();
    await dialog.getByLabel("Counts").fill("12");
    await expect(dialog).toContainText("routines of 12 counts that go round, every join fitting; exact");
    await dialog.getByRole("button", { name: "Deal one" }).click();
    await expect(dialog.getByRole("group", { name: "Dealt" })).toBeVisible();
    await expect(dialog.getByRole("list", { name: "All of them, in order" })).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press("Escape");

    await page.getByRole("button", { name: "Halves" }).click();
    await expect(dialog).toContainText("can be danced");
    await expectAccessible(page);
    await page.keyboard.press("Escape");

    await page.getByRole("button", { name: "Crowded floor" }).click();
    await dialog.getByLabel("Floor for each couple").fill("0.5");
    await expect(dialog).toContainText("Left out:");
    await page.keyboard.press("Escape");

    await page.getByRole("button", { name: "Share and files" }).click();
    await dialog.getByRole("button", { name: "Share it by a link" }).click();
    const link = await dialog.getByText(/\/s\/[\w-]+/).textContent();
    const stranger = await (await browser.newContext()).newPage();
    await stranger.goto(link ?? "");
    await expect(stranger.getByRole("heading", { name: "Found round" })).toBeVisible();
    await expect(stranger.getByRole("list", { name: "Call sheet" })).toContainText("Vine");
    await expectAccessible(stranger);
    await stranger.getByRole("button", { name: "Play Found round" }).click();
    await expect(stranger.getByText(/^next: /)).toBeVisible();
    await dialog.getByRole("button", { name: "Stop sharing" }).click();
    await expect(dialog).toContainText("Nobody outside the studio can see it.");
    await stranger.reload();
    await expect(stranger.getByText("No routine here")).toBeVisible();
    await stranger.context().close();
  },
);

test(
  "a routine goes into its week, is taught by phrase, and stands in the recap",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page);
    // The section in which no other test keeps an order of its own.
    const { id: sectionId, levelId } = await sectionNamed(page, "Thursday section");
    await page.goto(`${demoStudio()}/levels/${levelId}/sections/${sectionId}`);
    await page.getByRole("button", { name: /Week 7/ }).click();
    await page.getByLabel("This week is").selectOption({ label: "routine week" });
    await page.getByLabel("The routine", { exact: true }).selectOption({ label: "Hustle 1, closing round" });
    await expect(page.getByText("All saved")).toBeVisible();

    await page.goto(`${demoStudio()}/lessons/${sectionId}/7`);
    await expect(page.getByText(/closing round, phrases? 1/).first()).toBeVisible();
    await page.getByRole("button", { name: "Walk-through" }).click();
    await page.getByRole("button", { name: "Put it into the lesson" }).click();
    await expect(page.getByText("All saved")).toBeVisible();
    await page.goto(`${demoStudio()}/teach/${sectionId}/7`);
    await page.getByRole("button", { name: /Walk-through of everything so far/ }).click();
    const run = page.getByRole("region", { name: "Walk-through" });
    await run.getByRole("button", { name: "Go through it" }).click();
    await expect(run.getByText(/^slowly, \d+ beats a minute/)).toBeVisible();
    await expect(run.getByText(/^at speed, \d+ beats a minute/)).toBeVisible();
    await run.getByRole("button", { name: "The figure after" }).click();
    await expect(run.getByText(/^2\. /)).toBeVisible();
    await page.getByRole("button", { name: /closing round, the whole routine/ }).click();
    await expect(page.getByRole("group", { name: "The routine" })).toBeVisible();
    await page.getByRole("button", { name: "Play Hustle 1, closing round" }).click();
    await expect(page.getByText(/^next: /)).toBeVisible();

    await page.goto(`${demoStudio()}/recaps/${sectionId}/1`);
    await page.getByLabel("Insert a figure").selectOption({ label: "Hustle 1, closing round, routine" });
    await expect(page.getByRole("button", { name: "Play Hustle 1, closing round" })).toBeVisible();
    await expect(page.getByText("All saved")).toBeVisible();
    await page.getByRole("button", { name: "Publish the changes" }).click();
    await expect(page.getByRole("button", { name: "Publish the changes" })).toHaveCount(0);
    const secret = await page.evaluate(
      async (path) => ((await (await fetch(path)).json()) as { secret: string }).secret,
      `/api/sections/${sectionId}/lessons/1/recap`,
    );
    const stranger = await (await browser.newContext()).newPage();
    await stranger.goto(`${demoStudio()}/r/${secret}`);
    await expect(stranger.getByRole("button", { name: "Play Hustle 1, closing round" })).toBeVisible();
    await expectAccessible(stranger);
    // A phone that nobody signed in on practises it, figure by figure called ahead.
    await stranger.setViewportSize({ width: 390, height: 844 });
    await stranger.getByRole("button", { name: "Practise" }).last().click();
    const trainer = stranger.getByRole("dialog", { name: "Practise Hustle 1, closing round" });
    await trainer.getByRole("button", { name: "Caller" }).click();
    await trainer.getByRole("button", { name: "Start Hustle 1, closing round" }).click();
    await expect(trainer.getByText(/^next: /)).toBeVisible();
    await expectAccessible(stranger);
    await stranger.context().close();
  },
);

test(
  "two people change one routine: what each changed stays, what both changed is asked",
  DEEP,
  async ({ page, browser }) => {
    await unaware(page);
    await signIn(page);
    await page.goto(`${demoStudio()}/sequences`);
    await page.getByRole("link", { name: "Harbour round", exact: true }).click();
    const other = await another(browser, TEACHER);
    await unaware(other);
    await other.goto(page.url());
    await expect(other.getByRole("heading", { name: "Harbour round" })).toBeVisible();
    await page.getByLabel("Write figures").fill("kick six");
    await page.getByLabel("Write figures").press("Enter");
    await expect(page.getByText("All saved")).toBeVisible();
    await other.getByLabel("Write figures").fill("stretch eight");
    await other.getByLabel("Write figures").press("Enter");
    const dialog = other.getByRole("dialog", { name: /changed this too/ });
    await expect(dialog).toBeVisible();
    await dialog.getByRole("radio", { name: /^Theirs/ }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await expect(other.locator("[data-bar]").filter({ hasText: "Kick six" })).toBeVisible();
    await other.context().close();
  },
);

test("an empty studio is told what a sequence needs", DEEP, async ({ page, emptyStudio }) => {
  await setUp(page, emptyStudio);
  await page.getByRole("link", { name: "Sequences", exact: true }).click();
  await expect(page.getByText("Add a dance and some figures first.")).toBeVisible();
  await expectAccessible(page);
});
