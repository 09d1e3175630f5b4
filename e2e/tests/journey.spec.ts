import { expect, test } from "../fixtures.ts";

/** A director alone with an empty studio, from the first page to the published recap and the first check. */
test("the whole job, from nothing", async ({ page, emptyStudio, browser, watch }) => {
  test.setTimeout(900_000);
  await page.goto(emptyStudio);

  await test.step("open the studio", async () => {
    await page.getByLabel("Name of the studio").fill("Little Hall");
    await page.getByLabel("Your name").fill("Ada Fennimore");
    await page.getByLabel("Email address").fill("ada@littlehall.example");
    await page.getByLabel("Password").fill("short");
    await page.getByRole("button", { name: "Open the studio" }).click();
    await expect(page.getByText("At least 12 characters").last()).toBeVisible();
    await page.getByLabel("Password").fill("long enough for it");
    await page.getByRole("button", { name: "Open the studio" }).click();
    await expect(page.getByRole("heading", { name: "What comes first" })).toBeVisible();
  });

  await test.step("sign out and in again", async () => {
    await page.getByRole("button", { name: "Sign out" }).click();
    watch.expectStatus(401);
    await page.getByLabel("Email address").fill("ada@littlehall.example");
    await page.getByLabel("Password").fill("not the right one");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page.getByRole("alert")).toContainText("do not belong together");
    await page.getByLabel("Password").fill("long enough for it");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  });

  await test.step("a dance", async () => {
    await page.getByRole("link", { name: "Figures", exact: true }).click();
    await page.getByRole("button", { name: "Add the first dance" }).click();
    await page.getByRole("button", { name: /Another way/ }).click();
    await page.getByLabel("Name of the dance").fill("Hall swing");
    await page.getByLabel("Fastest tempo, bpm").fill("80");
    await page.getByRole("button", { name: "Save the dance" }).click();
    await expect(page.getByText("Not slower than the slowest tempo")).toBeVisible();
    await page.getByLabel("Fastest tempo, bpm").fill("140");
    await page.getByRole("button", { name: "Save the dance" }).click();
    await expect(page.getByText("22.5 to 35 bars per minute")).toBeVisible();
    await page.getByRole("button", { name: "Close", exact: true }).click();
  });

  await test.step("a figure, with a fault answered while typing", async () => {
    await page.getByRole("link", { name: "Write the first figure" }).click();
    await page.getByLabel("Name", { exact: true }).fill("Home six");
    const steps = page.getByRole("textbox", { name: "Steps" });
    await steps.fill("leader\n1 L sied\n2 R tap\n3 R side\n4 L tap\n5 L bakc\n6 R place\nfollower mirror");
    await expect(
      page.getByRole("button", { name: /Line 2, column 5.*“sied”.*Did you mean “side”/ }),
    ).toBeVisible();
    await page.getByRole("button", { name: /Line 6, column 5/ }).click();
    await expect.poll(() => page.evaluate(() => getSelection()?.toString())).toBe("bakc");
    await steps.fill("leader\n1 L side\n2 R tap\n3 R side\n4 L tap\n5 L back\n6 R place\nfollower mirror");
    await expect(page.getByRole("button", { name: /Line/ })).toHaveCount(0);
    await expect(page.getByText("fits the phrase again after 4 times (24 beats, 3 phrases)")).toBeVisible();
    await expect(page.getByRole("table", { name: /Home six/ }).getByRole("row")).toHaveCount(7);
    await page.getByLabel("Cue 1", { exact: true }).fill("Side and hold, side and hold, rock.");
    await page.getByLabel("Common slips").fill("Rushing the rock step.");
    await page.getByRole("button", { name: "Save the figure" }).first().click();
    await expect(page.getByRole("heading", { name: "Home six" })).toBeVisible();
  });

  await test.step("a turn that needs it, and a show move", async () => {
    for (const { name, kind, cautions } of [
      { name: "Outside turn", kind: "turn", cautions: "" },
      { name: "Side lean", kind: "show", cautions: "Ask first; either partner may decline." },
    ]) {
      await page.getByRole("link", { name: "Figures", exact: true }).click();
      await page.getByRole("link", { name: "New figure" }).click();
      await page.getByLabel("Name", { exact: true }).fill(name);
      await page.getByLabel("Kind").selectOption(kind);
      await page
        .getByRole("textbox", { name: "Steps" })
        .fill("leader\n1 L side\n2 R close turn R 1/2\nfollower mirror");
      await page.getByLabel("Cautions").fill(cautions);
      await page.getByLabel("Needs", { exact: true }).selectOption({ label: "Home six" });
      await page.getByRole("button", { name: "Save the figure" }).first().click();
      await expect(page.getByRole("heading", { name })).toBeVisible();
    }
    await expect(page.getByText("Ask first; either partner may decline.")).toBeVisible();
  });

  await test.step("a level, its figures, and a drafted plan", async () => {
    await page.getByRole("link", { name: "Levels", exact: true }).click();
    await page.getByRole("button", { name: "Plan the first level" }).click();
    await page.getByLabel("Name").fill("Hall swing 1");
    await page.getByLabel("Weeks", { exact: true }).fill("4");
    await page.getByLabel("Minutes per lesson").fill("50");
    await page.getByRole("button", { name: "Save the level" }).click();
    await page.getByRole("button", { name: "Choose figures" }).first().click();
    for (const name of ["Home six", "Outside turn", "Side lean"])
      await page
        .getByRole("dialog")
        .locator("label")
        .filter({ hasText: new RegExp(`^${name}`) })
        .click();
    await page.getByRole("button", { name: "Use these figures" }).click();
    await expect(page.getByRole("heading", { name: "Waiting for a week" })).toBeVisible();
    await page.getByRole("button", { name: "Draft the plan" }).click();
    await page.getByRole("button", { name: "Use this plan" }).click();
    await expect(page.getByRole("button", { name: /^Home six, new in week 1/ })).toBeVisible();
    await expect(page.getByRole("button", { name: /^Outside turn, new in week [34]/ })).toBeVisible();
    await expect(page.getByText(/^Weeks .* minutes free\./)).toBeVisible();
    await expect(page.getByText("All saved")).toBeVisible();
  });

  await test.step("a change of the level's settings", async () => {
    await page.getByRole("link", { name: "Levels", exact: true }).click();
    await page.getByRole("button", { name: "Settings" }).click();
    await page.getByLabel("Closing minutes").fill("50");
    await page.getByRole("button", { name: "Save the level" }).click();
    await expect(page.getByText("Warm-up and closing minutes must leave at least 5")).toBeVisible();
    await page.getByLabel("Closing minutes").fill("6");
    await page.getByRole("button", { name: "Save the level" }).click();
    await expect(page.getByRole("dialog")).toHaveCount(0);
  });

  await test.step("a section with dates and a day off", async () => {
    await page.getByRole("button", { name: "New section" }).click();
    await page.getByLabel("Name").fill("Thursdays");
    await page.getByLabel("First lesson").fill("2027-02-18");
    await page.getByLabel("Days off").selectOption({ label: "Thu 25 Feb" });
    await page.getByText("Ada Fennimore").last().click();
    await page.getByRole("button", { name: "Save the section" }).click();
    await expect(page.getByRole("button", { name: /Week 2.*4 Mar/ })).toBeVisible();
  });

  await test.step("the lesson: retime, mark, finish", async () => {
    await page.getByRole("link", { name: "Today", exact: true }).click();
    await expect(page.getByText("in 2 days").first()).toBeVisible();
    await page.getByRole("link", { name: "Open the lesson", exact: true }).click();
    await expect(page.getByText("50 of 50 minutes")).toBeVisible();
    const home = page.getByRole("listitem").filter({ hasText: "Home six" });
    await home.getByRole("button", { name: "A minute more for Home six" }).click();
    await expect(home.getByLabel("Minutes for Home six")).toHaveValue("11");
    await expect(page.getByText("50 of 50 minutes")).toBeVisible();
    await home.getByRole("button", { name: "part done" }).click();
    await expect(home.getByRole("button", { name: "part done" })).toHaveAttribute("aria-pressed", "true");
    await expect(page.getByText("All saved")).toBeVisible();
    await page.getByRole("button", { name: "Finish the class" }).click();
    await expect(page.getByRole("dialog")).toContainText("Home six");
    await page.getByRole("dialog").getByRole("button", { name: "Finish the class" }).click();
    await expect(page.getByRole("link", { name: "Recap", exact: true })).toBeVisible();
    await page.getByRole("button", { name: "The week after" }).click();
    await expect(page.getByRole("listitem").nth(1)).toContainText("Carried over");
    await page.goBack();
  });

  await test.step("the recap: drafted, edited, published, read by anyone, taken back", async () => {
    await page.getByRole("link", { name: "Recap", exact: true }).click();
    const editor = page.getByRole("textbox", { name: "Recap" });
    await expect(editor).toContainText("Home six (begun)");
    await editor.click();
    await page.keyboard.press("Control+End");
    await page.keyboard.press("Enter");
    await page.keyboard.type("Bring water next time.");
    await expect(page.getByText("All saved")).toBeVisible();
    await page.getByRole("button", { name: "Publish" }).click();
    const link = await page.getByLabel("Public link").inputValue();
    await page.getByRole("button", { name: "Copy text" }).click();
    await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toContain("## New tonight");

    const phone = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage();
    await phone.goto(link);
    await expect(phone.getByText("Bring water next time.")).toBeVisible();
    await expect(phone.getByText("Little Hall")).toBeVisible();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await phone.emulateMedia({ media: "print" });
    await expect(phone.getByRole("button", { name: "Print" })).toBeHidden();
    await page.getByRole("button", { name: "Unpublish" }).click();
    await expect(page.getByRole("button", { name: "Publish" })).toBeVisible();
    await phone.reload();
    await expect(phone.getByText(/not published any more/)).toBeVisible();
  });

  await test.step("students and a check", async () => {
    await page.getByRole("link", { name: "Checks", exact: true }).click();
    await page.getByRole("link", { name: "Write the roster" }).click();
    for (const [name, role] of [
      ["Fern", "leader"],
      ["Moss", "follower"],
    ] as const) {
      await page.getByLabel("Name", { exact: true }).fill(name);
      await page.getByLabel("Role", { exact: true }).selectOption(role);
      await page.getByRole("button", { name: "Add", exact: true }).click();
      await expect(page.getByLabel(`Name of ${name}`)).toBeVisible();
    }
    await page.getByRole("link", { name: "Checks", exact: true }).first().click();
    await page.getByRole("button", { name: "Check tonight" }).click();
    await page.getByRole("button", { name: "By figure", exact: true }).click();
    await page.getByRole("button", { name: "Home six", exact: true }).click();
    await page.getByRole("button", { name: "All: without help" }).click();
    await page.getByRole("button", { name: "Fern: without help" }).click();
    const card = page.getByRole("group", { name: "Fern, Home six" });
    await card.getByRole("button", { name: "with help", exact: true }).focus();
    await page.keyboard.press("4");
    await expect(page.getByRole("button", { name: "Fern: dances it" })).toBeVisible();
    await expect(page.getByText("All check entries are saved").first()).toBeVisible();
    await page.getByRole("link", { name: "The board" }).click();
    const cell = page.getByRole("button", { name: "Fern, Home six: dances it" });
    await expect(cell).toBeVisible();
    await cell.focus();
    await page.keyboard.press("ArrowDown");
    await expect(page.getByRole("button", { name: "Moss, Home six: without help" })).toBeFocused();
    await page.reload();
    await expect(cell).toBeVisible();
    await page.getByRole("button", { name: "Home six", exact: true }).click();
    await expect(page.getByRole("complementary", { name: "What it says" })).toContainText(
      "2 of 2 dancers seen have it without help",
    );
  });
});
