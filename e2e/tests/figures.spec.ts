import {
  another,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  openToday,
  signIn,
  stepsIn,
  TEACHER,
  test,
  unaware,
} from "../fixtures.ts";

test("search and filters narrow the library down, and stay in the address", async ({ page }) => {
  await openToday(page);
  await page.getByRole("link", { name: "Figures", exact: true }).click();
  await expect(page.getByText("72 of 72 figures")).toBeVisible();
  await page.getByLabel("Kind").selectOption("turn");
  await page.getByLabel("Tier").selectOption("1");
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
  await expect(page.getByText("2 of 72 figures")).toBeVisible();
  await page.getByLabel("Search by name").fill("inside");
  await expect(page.getByText("1 of 72 figures")).toBeVisible();
  await page.getByRole("link", { name: /Inside turn/ }).click();
  await expect(page.getByRole("heading", { name: "Inside turn" })).toBeVisible();
  await page.goBack();
  await expect(page.getByText("1 of 72 figures")).toBeVisible();
  await page.getByLabel("Search by name").fill("nothing like it");
  await page.getByRole("button", { name: "Show all figures" }).click();
  await expect(page.getByText("72 of 72 figures")).toBeVisible();
});

test("what was typed survives a closed page and can be thrown away", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/new`);
  await page.getByLabel("Name", { exact: true }).fill("Half-written");
  await page.getByRole("textbox", { name: "Steps" }).fill("solo\n1 L side");
  await page.goto(`${demoStudio()}/figures`);
  await page.goto(`${demoStudio()}/figures/new`);
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Half-written");
  await expect.poll(() => stepsIn(page)).toBe("solo\n1 L side");
  await page.getByRole("button", { name: "Throw them away" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("");
});

test("a figure in use stays and says why; a free one goes and comes back", DEEP, async ({ page, watch }) => {
  watch.expectStatus(409);
  await signIn(page);
  await page.goto(`${demoStudio()}/figures?search=foundation`);
  await page.getByRole("link", { name: /Foundation step/ }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText(/cannot be removed while .* needs it/)).toBeVisible();
  await page.goto(`${demoStudio()}/figures/new`);
  await page.getByLabel("Name", { exact: true }).fill("Passing thought");
  await page.getByRole("button", { name: "Save the figure" }).first().click();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByRole("link", { name: /Passing thought/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("link", { name: /Passing thought/ })).toBeVisible();
  await page.getByRole("link", { name: /Passing thought/ }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText("72 of 72 figures")).toBeVisible();
});

test(
  "two people edit one figure: what one changed stays, what both changed is asked",
  DEEP,
  async ({ page, browser, watch }) => {
    await unaware(page);
    watch.expectStatus(409);
    await signIn(page);
    const other = await another(browser);
    await unaware(other);
    for (const who of [page, other]) {
      await who.goto(`${demoStudio()}/figures?search=shadow`);
      await who.getByRole("link", { name: /Shadow walk/ }).click();
      await who.getByRole("link", { name: "Edit" }).click();
    }
    await other.getByLabel("Minutes, first night").fill("15");
    await other.getByLabel("Cue 1", { exact: true }).fill("Theirs");
    await other.getByRole("button", { name: "Save the figure" }).first().click();
    await expect(other.getByText("15 minutes on its first night")).toBeVisible();
    await page.getByLabel("Cue 1", { exact: true }).fill("Mine");
    await page.getByRole("button", { name: "Save the figure" }).first().click();
    const dialog = page.getByRole("dialog");
    // The minutes were changed by one of them only, so they are not asked.
    await expect(dialog.getByRole("radiogroup")).toHaveCount(1);
    await expect(
      dialog.getByRole("heading", { name: /Maro Quillfeather at \d\d:\d\d changed this too/ }),
    ).toBeVisible();
    await expect(dialog.getByRole("radio", { checked: true })).toHaveCount(0);
    await expect(dialog.getByRole("button", { name: "Save this choice" })).toBeDisabled();
    await dialog.getByRole("radio", { name: /^Yours/ }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await expect(page.getByText("15 minutes on its first night")).toBeVisible();
    await expect(page.getByText("Mine", { exact: true })).toBeVisible();
    await other.context().close();
  },
);

test(
  "a teacher reads and teaches, and is offered nothing that is the director's",
  DEEP,
  async ({ page, watch }) => {
    await openToday(page, TEACHER);
    await expect(page.getByRole("heading", { name: "To solve in the plans" })).toHaveCount(0);
    await page.getByRole("link", { name: "Figures", exact: true }).click();
    await expect(page.getByText(/of 72 figures/)).toBeVisible();
    await expect(page.getByRole("link", { name: "New figure" })).toHaveCount(0);
    await page.getByRole("link", { name: /Foundation step/ }).click();
    await expect(page.getByRole("table", { name: /Foundation step/ })).toBeAttached();
    await expect(page.getByRole("link", { name: "Edit" })).toHaveCount(0);
    // The form writes a proposal, and says so before anything is typed.
    await expect(page.getByText("At a glance")).toBeVisible();
    for (const [path, title] of [
      ["/figures/new", "Propose a figure"],
      [`${new URL(page.url()).pathname}/edit`, "Propose a change of Foundation step"],
    ] as const) {
      await page.goto(demoStudio() + path);
      await expect(page.getByRole("heading", { name: title })).toBeVisible();
      await expect(page.getByRole("button", { name: /^Save/ })).toHaveCount(0);
    }
    await page.getByRole("link", { name: "Levels", exact: true }).click();
    await expect(page.getByRole("button", { name: "New section" })).toHaveCount(0);
    await page.getByRole("link", { name: "Week plan" }).first().click();
    await expect(page.getByText("48 min to teach")).toBeVisible();
    await expect(page.getByRole("button", { name: "Draft the plan" })).toHaveCount(0);
    await page.getByRole("link", { name: "Lessons", exact: true }).click();
    await page.getByRole("link", { name: /Week 3/ }).click();
    await expect(page.getByRole("button", { name: "Finish the class" })).toBeVisible();
    watch.expectStatus(403);
    const refused = await page.evaluate(async () => {
      const { csrfToken } = await (await fetch("/api/session")).json();
      const headers = { "content-type": "application/json", "x-csrf-token": csrfToken };
      return (await fetch("/api/dances", { method: "POST", headers, body: "{}" })).status;
    });
    expect(refused).toBe(403);
  },
);

test("a figure tells what is really new in it and what it resembles, role by role", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures?search=inside`);
  await page.getByRole("link", { name: /Inside turn/ }).click();
  await expect(page.getByText(/^To learn: .*new steps/)).toBeVisible();
  await expect(page.getByText("counts &–3 as in Side pass")).toBeVisible();
  await page
    .getByLabel("For somebody who knows")
    .selectOption({ label: "for somebody who knows nothing yet" });
  await expect(page.getByText("counts &–3 as in Side pass")).toHaveCount(0);
  await page.getByLabel("For somebody who knows").selectOption({ label: "for somebody who knows Hustle 2" });
  await expect(page.getByText(/as in/).first()).toBeVisible();
  await page.locator('a[href*="/beside/"]', { hasText: "Underarm turn" }).click();
  await expect(page.getByRole("heading", { name: "Inside turn beside Underarm turn" })).toBeVisible();
  await expect(page.getByText(/% alike; .*differs in the follower's /)).toBeVisible();
  await expect(page.getByText("Differs: follower counts 1–3.").first()).toBeVisible();
});

test("steps are changed on the ribbon and in the text, each following the other, and undone", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures?search=inside`);
  await page.getByRole("link", { name: /Inside turn/ }).click();
  await page.getByRole("link", { name: "Edit" }).click();
  const steps = page.getByRole("textbox", { name: "Steps" });
  await expect.poll(() => stepsIn(page)).toContain("beats 3");
  const before = await stepsIn(page);
  await page.getByRole("button", { name: "Step after", exact: true }).click();
  await page.getByRole("button", { name: "Step after", exact: true }).click();
  await expect(page.getByText("leader, count 1", { exact: true })).toBeVisible();
  await page.getByLabel("Action").selectOption("cross-behind");
  await expect.poll(() => stepsIn(page)).toMatch(/1 +R cross-behind small/);
  await page.getByRole("button", { name: "Add a step after" }).click();
  await expect.poll(() => stepsIn(page)).toMatch(/& {3}L place\n2/);
  await page.getByRole("button", { name: "Take it out" }).click();
  await expect.poll(() => stepsIn(page)).not.toMatch(/& {3}L place\n2/);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => stepsIn(page)).toMatch(/& {3}L place\n2/);
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => stepsIn(page)).toBe(before);
  await steps.fill(before.replace("1   R side", "1   R syde"));
  await expect(page.getByText(/Did you mean “side”/)).toBeVisible();
  await expect(page.getByText(/Mend the faults in the text/)).toBeVisible();
  await steps.fill(before);
  await expect(page.getByRole("table", { name: /Inside turn/ })).toBeAttached();
});

test("a figure is danced: played, stepped through, looped, seen from behind, heard with its accents", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures?search=inside`);
  await page.getByRole("link", { name: /Inside turn/ }).click();
  await expect(page.getByRole("img", { name: "Inside turn on the floor, from above" })).toBeVisible();
  await page.getByRole("button", { name: "Next count" }).click();
  await page.getByRole("button", { name: "behind the follower" }).click();
  await expect(
    page.getByRole("img", { name: "Inside turn on the floor, from behind the follower" }),
  ).toBeVisible();
  await page.getByRole("group", { name: "Accents" }).getByRole("button", { name: "3" }).click();
  await page.getByLabel("Loop to count").selectOption("2");
  await page.getByRole("button", { name: "Play" }).click();
  await expect(page.getByText(/^music [1-8]$/)).toBeVisible();
  await page.getByRole("button", { name: /Pause|Stop/ }).click();
  await page
    .getByRole("group", { name: "On the ribbon" })
    .getByRole("button", { name: "Slow & quick" })
    .click();
  await page.getByLabel("Beats per minute").fill("140");
  await expect(
    page.getByText(
      /3\.5 weight changes a second at most, closest steps 214 ms apart: comfortable for everybody/,
    ),
  ).toBeVisible();
  await page.reload();
  const accents = page.getByRole("group", { name: "Accents" });
  await expect(accents.getByRole("button", { name: "3" })).toHaveAttribute("aria-pressed", "true");
});

test("what two cannot dance is said while it is written, steps without a free foot before saving, and can be saved knowingly", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/new`);
  await page.getByLabel("Name", { exact: true }).fill("Two on one foot");
  const steps = page.getByRole("textbox", { name: "Steps" });
  const away = (feet: string) => [...feet].map((foot) => `${foot} back`);
  const leader = away("LRLR").map((step, at) => (at === 0 ? `${step} hold "closed"` : step));
  await steps.fill(["leader", ...leader, "follower", ...away("RLRL")].join("\n"));
  const apart = page.getByText(/^No usual step sizes keep them within reach in closed on 4/);
  await expect(apart).toBeVisible();
  await steps.fill(["leader", ...leader, "follower opposite"].join("\n"));
  await expect(apart).toBeHidden();
  await expect(page.getByText(/^with usual steps; they end about 0\.6 m apart, face to face$/)).toBeVisible();
  await steps.fill("leader\n1 L side\n2 L close\nfollower mirror");
  const save = page.getByRole("button", { name: "Save the figure" }).first();
  await save.click();
  const asked = page.getByRole("dialog", { name: "Some steps have no free foot" });
  await expect(asked).toContainText("leader, step 2: The left foot already carries the weight");
  await asked.getByRole("button", { name: "Back to the steps" }).click();
  await expect(asked).toBeHidden();
  await save.click();
  await asked.getByRole("button", { name: "Save anyway" }).click();
  await expect(page.getByRole("heading", { name: "Two on one foot" })).toBeVisible();
});

test("what resembles what is told for the whole library", async ({ page }) => {
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/figures/alike`);
  await page.getByLabel("Dance").selectOption({ label: "Cross-step waltz" });
  await expect(page.getByText(/pairs that share half or more, \d+ look-alikes/)).toBeVisible();
  await expect(page.getByText("they differ only in the direction on 3 and 5")).toBeVisible();
  await page
    .getByRole("link", { name: "Vine beside Vine, late behind" })
    .or(page.getByRole("link", { name: "Vine, late behind beside Vine" }))
    .click();
  await expect(page.getByText(/Look-alikes: teach them in different lessons/)).toBeVisible();
});

test("words are completed while steps are typed, and Enter only ends the line", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/new`);
  await page.getByLabel("Dance").selectOption("Hustle");
  await page.getByRole("textbox", { name: "Steps" }).click();
  await page.keyboard.type("leader");
  await expect(page.getByRole("option", { name: /^leader/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await page.keyboard.type("1 L si");
  await expect(page.getByRole("option", { name: /^side\s*with weight/ })).toBeVisible();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await page.keyboard.type("2 R cros");
  await expect(page.getByRole("option", { name: /^cross-behind/ })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect.poll(() => stepsIn(page)).toMatch(/^leader\n1 L side\n2 R cross-(front|behind)$/);
  await page.keyboard.press("Enter");
  await page.keyboard.type('use "found');
  await expect(
    page.getByRole("listbox", { name: "Completions" }).getByText("Foundation step", { exact: true }),
  ).toBeVisible();
  await page.keyboard.press("Escape");
  await expectAccessible(page);
});

test("what may be meant otherwise is asked, and what nobody knows gets its steps there and then", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/new`);
  await page.getByLabel("Name", { exact: true }).fill("Asked about");
  const line = page.getByLabel("Say it");
  await line.fill("rock back side close");
  const meanings = page.getByRole("group", { name: "Meanings of rock back" });
  await expect(meanings.getByRole("button")).toHaveText([
    "rock step back (2 steps, 2 beats)",
    "rock step, back (3 steps, 3 beats)",
  ]);
  await expect(page.getByRole("button", { name: "Add", exact: true })).toBeDisabled();
  await meanings.getByRole("button", { name: /^rock step, back/ }).click();
  await expect(line).toHaveValue("rock step, back, side close");
  await line.press("Enter");
  await expect.poll(() => stepsIn(page)).toContain("3   L back");

  // Left open it is kept, and nothing is said of it.
  const steps = page.getByRole("textbox", { name: "Steps" });
  await steps.fill("solo\nrock back side close");
  await page.getByRole("button", { name: "Save the figure" }).first().click();
  await expect(page.getByText(/Its steps may be meant in two ways/)).toBeVisible();
  await page.getByRole("link", { name: "Edit" }).click();
  await expect(meanings).toBeVisible();

  await steps.fill("solo\nwhoosh, tap");
  await page.getByRole("button", { name: "What is whoosh? Say its steps" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/^Its steps/).fill("side, close, side");
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Add the element" }).click();
  await expect(page.getByText("has the element whoosh now")).toBeVisible();
  await page.getByRole("button", { name: "Save the figure" }).first().click();
  await expect(page.getByRole("heading", { name: "At a glance" })).toBeVisible();
  await expect(page.getByText("4 beats; 3 steps and 1 touch").first()).toBeVisible();
});
