import {
  another,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  sectionNamed,
  signIn,
  TEACHER,
  test,
} from "../fixtures.ts";

test(
  "a plan moves before the eyes of whoever looks, its history says how, and it goes back",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page);
    const { id, levelId } = await sectionNamed(page, "Thursday section");
    const path = `/levels/${levelId}/sections/${id}`;
    const other = await another(browser, TEACHER);
    await other.goto(demoStudio() + path);
    await page.goto(demoStudio() + path);
    await expect(page.getByText(`${TEACHER} is here too`)).toBeVisible();
    await expect(other.getByText("Maro Quillfeather is here too")).toBeVisible();

    const strand = page.getByRole("button", { name: /^Window, / });
    const theirs = other.getByRole("button", { name: /^Window, / });
    // Who may move it is told how; the rest is the same for both.
    const before = (await theirs.getAttribute("aria-label")) ?? "";
    await strand.focus();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByText("All saved")).toBeVisible();
    const moved = ((await strand.getAttribute("aria-label")) ?? "").replace(/;.*/, "");
    expect(moved).not.toBe(before);
    await expect(theirs).toHaveAttribute("aria-label", moved);

    await page.getByRole("button", { name: "History of this plan" }).click();
    const history = page.getByRole("list", { name: "History" });
    await expect(history.getByRole("listitem").first()).toContainText(
      /Maro Quillfeather changed it.*Window: week \d → week \d/,
    );
    await expectAccessible(page);
    await history.getByRole("button", { name: "Go back to this" }).first().click();
    await expect(strand).toHaveAttribute("aria-label", new RegExp(`^${before}`));
    await expect(theirs).toHaveAttribute("aria-label", before);

    // A teacher reads the history, and finds on Today what others changed until it is seen.
    await other.getByRole("button", { name: "History of this plan" }).click();
    await expect(other.getByRole("button", { name: "Go back to this" })).toHaveCount(0);
    await other.goto(demoStudio());
    const news = other.getByRole("listitem").filter({ hasText: /^Plan.*Hustle 1, Thursday section/ });
    await expect(news).toContainText("changed by Maro Quillfeather");
    await other.getByRole("button", { name: "Seen" }).click();
    await expect(news).toHaveCount(0);
    await other.context().close();
  },
);

test("how the studio writes dates changes before everybody's eyes, and its history takes it back", async ({
  page,
  browser,
}) => {
  await signIn(page);
  const other = await another(browser, TEACHER);
  await other.goto(`${demoStudio()}/timetable`);
  await expect(other.getByText("Week of 15 Feb to 21 Feb")).toBeVisible();
  await page.goto(`${demoStudio()}/staff/settings`);
  await page.getByRole("combobox", { name: "Dates" }).selectOption("month-first");
  await page.getByRole("button", { name: "Save the settings" }).click();
  await expect(page.getByText("The settings are saved")).toBeVisible();
  await expect(other.getByText("Week of Feb 15 to Feb 21")).toBeVisible();
  await page.getByRole("button", { name: "History of the settings" }).click();
  const history = page.getByRole("list", { name: "History" });
  await expect(history.getByRole("listitem").first()).toContainText(/Maro Quillfeather changed it.*Dates:/);
  await history.getByRole("button", { name: "Go back to this" }).click();
  await page.getByRole("button", { name: "Save the settings" }).click();
  await expect(other.getByText("Week of 15 Feb to 21 Feb")).toBeVisible();
  await other.context().close();
});

test("a line that is cut says so, and what was missed is there once it is back", async ({
  page,
  browser,
  watch,
}) => {
  watch.expectCuts();
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/sequences`);
  await expect(page.getByRole("heading", { name: "Sequences" })).toBeVisible();
  await page.context().setOffline(true);
  await page.route("**/api/changes", (route) => route.abort());
  await page.reload().catch(() => undefined);
  await page.context().setOffline(false);
  await page.goto(`${demoStudio()}/sequences`);
  await expect(page.getByText("Not heard from the studio; trying again")).toBeVisible();
  const director = await another(browser);
  const [dance] = await (await director.request.get(`${demoStudio()}/api/dances`)).json();
  const { csrfToken } = await (await director.request.get(`${demoStudio()}/api/session`)).json();
  const made = await director.request.post(`${demoStudio()}/api/sequences`, {
    headers: { "x-csrf-token": csrfToken },
    data: {
      danceId: dance.id,
      levelId: null,
      name: "Made meanwhile",
      loops: false,
      phraseBeats: 8,
      bpm: null,
      note: "",
      items: [],
    },
  });
  expect(made.status()).toBe(200);
  await expect(page.getByText("Made meanwhile")).toHaveCount(0);
  await page.unroute("**/api/changes");
  await expect(page.getByText("Made meanwhile")).toBeVisible();
  await expect(page.getByText("Not heard from the studio; trying again")).toHaveCount(0);
  await director.context().close();
});
