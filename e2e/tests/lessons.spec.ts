import type { Page } from "@playwright/test";
import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  signIn,
  TEACHER,
  test,
  unaware,
} from "../fixtures.ts";

async function openLesson(page: Page, week: number): Promise<void> {
  await page.goto(`${demoStudio()}/lessons/${await classNamed(page, "Monday section")}`);
  await page.getByRole("link", { name: new RegExp(`Week ${week}\\b`) }).click();
  await expect(page.getByText("60 of 60 minutes")).toBeVisible();
}

const part = (page: Page, name: string) => page.getByRole("listitem").filter({ hasText: name }).first();
const saved = (page: Page) => expect(page.getByText("All saved")).toBeVisible();
const titles = (page: Page) =>
  page.getByRole("list", { name: "Running order" }).getByRole("listitem").allInnerTexts();

test("a lesson fetches nothing twice, and says what was promised in the one before", async ({ page }) => {
  await signIn(page, TEACHER);
  const asked: string[] = [];
  page.on("request", (request) => {
    // The line on which the studio is heard belongs to the page before as much as to this one.
    if (/\/api\/(?!changes$)/.test(request.url())) asked.push(request.url());
  });
  await page.goto(`${demoStudio()}/lessons`);
  const link = page.getByRole("link", { name: /Week 3\b/ });
  const path = await link.getAttribute("href");
  // What the list asks for on its way is not the lesson's.
  await page.waitForLoadState("networkidle");
  asked.length = 0;
  await page.goto(`${demoStudio()}${path}`);
  const before = page.getByRole("region", { name: "From the lessons before" });
  await expect(before).toContainText("A song at 100 beats for practising at home. (week 2)");
  await page.waitForLoadState("networkidle");
  expect(asked.length).toBeGreaterThan(4);
  expect(asked.filter((url, at) => asked.indexOf(url) !== at)).toEqual([]);
  // It stands there until somebody ticks it; a slip is undone.
  const promise = before.getByRole("checkbox", { name: /A song at 100 beats/ });
  const song = before.getByText(/A song at 100 beats/);
  await song.click();
  await expect(promise).toHaveCount(0);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(promise).toBeVisible();
});

test("parts move by keyboard and by dragging, and stay where they were put", async ({ page }) => {
  await signIn(page, TEACHER);
  await openLesson(page, 5);
  await page.waitForLoadState("networkidle");
  const before = await titles(page);
  await page.getByRole("button", { name: "Wrap up and look ahead earlier" }).click();
  await expect.poll(() => titles(page)).not.toEqual(before);
  await saved(page);
  const handle = page.getByLabel("Drag Welcome and warm-up");
  await handle.hover();
  const to = await page.getByLabel(/^Drag/).nth(2).boundingBox();
  if (!to) throw new Error("not on screen");
  await page.mouse.down();
  await page.mouse.move(to.x + 5, to.y + 20, { steps: 10 });
  await page.mouse.up();
  await expect.poll(async () => (await titles(page))[2]).toContain("Welcome and warm-up");
  await saved(page);
  await page.reload();
  await expect.poll(async () => (await titles(page))[2]).toContain("Welcome and warm-up");
  await page.getByRole("button", { name: "Follow the plan again" }).click();
  await expect(page.getByRole("dialog")).toContainText("What you arranged goes");
  await page.getByRole("dialog").getByRole("button", { name: "Follow the plan" }).click();
  await expect.poll(async () => (await titles(page))[0]).toContain("Welcome and warm-up");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(async () => (await titles(page))[2]).toContain("Welcome and warm-up");
});

test("minutes, own parts and parts taken out always leave a full lesson", async ({ page }) => {
  await signIn(page, TEACHER);
  await openLesson(page, 6);
  await page.getByLabel("Minutes for Welcome and warm-up").fill("12");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Minutes for Welcome and warm-up")).toHaveValue("12");
  await page.getByLabel("Minutes for Welcome and warm-up").fill("nonsense");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Minutes for Welcome and warm-up")).toHaveValue("12");
  const minutes = () =>
    page
      .getByLabel(/^Minutes for/)
      .evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value));
  const asBefore = await minutes();
  await page.getByLabel("Minutes for Welcome and warm-up").fill("999");
  await page.keyboard.press("Enter");
  await expect.poll(minutes).toContain("1");
  await page.getByRole("button", { name: "Undo the last change" }).click();
  await expect.poll(minutes).toEqual(asBefore);
  await page.getByRole("button", { name: "Add a part" }).click();
  await page.getByLabel("What is done in it").fill("Floorcraft game");
  await expect(part(page, "Floorcraft game")).toBeVisible();
  await expect(page.getByText("60 of 60 minutes")).toBeVisible();
  await saved(page);
  const order = await titles(page);
  await page.getByRole("button", { name: "Take out of this lesson" }).click();
  await expect.poll(() => titles(page)).not.toEqual(order);
  await expect(page.getByText("60 of 60 minutes")).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => titles(page)).toEqual(order);
  await saved(page);
  await page.reload();
  await expect(part(page, "Floorcraft game")).toBeVisible();
});

test("a part shows what a teacher wants at hand, its cautions also in the running order", async ({
  page,
}) => {
  await signIn(page, TEACHER);
  await openLesson(page, 3);
  await expect(part(page, "Closed basic")).toContainText(
    "Ask before a close hold; either partner may decline.",
  );
  await part(page, "Closed basic")
    .getByRole("button", { name: /^Closed basic Go deeper/ })
    .click();
  const about = page.getByRole("complementary", { name: "About this part" });
  await expect(about.getByRole("heading", { name: "Closed basic" })).toBeVisible();
  await expect(about.getByRole("table", { name: /Closed basic/ })).toBeAttached();
  await expect(about).toContainText("either partner may decline");
  await expect(about).toContainText("licensed practitioners come first");
});

test(
  "two teachers mark one part: the second sees both marks and chooses",
  DEEP,
  async ({ page, browser, watch }) => {
    await unaware(page);
    watch.expectStatus(409);
    await signIn(page, TEACHER);
    const other = await another(browser, "Bento Haverlock");
    await unaware(other);
    for (const who of [page, other]) await openLesson(who, 7);
    // The first mark keeps the lesson; the other browser learns of it when it looks again.
    await part(other, "Two-hand wrap").getByRole("button", { name: "not done" }).click();
    await expect(part(other, "Two-hand wrap").getByRole("button", { name: "not done" })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await saved(other);
    await page.reload();
    await expect(part(page, "Two-hand wrap").getByRole("button", { name: "not done" })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await part(other, "Two-hand wrap").getByRole("button", { name: "part done" }).click();
    await expect(part(other, "Two-hand wrap").getByRole("button", { name: "part done" })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await other.waitForLoadState("networkidle");
    await part(page, "Two-hand wrap").getByRole("button", { name: "done", exact: true }).click();
    const dialog = page.getByRole("dialog");
    await expect(dialog.getByRole("radio", { name: "Yours: done" })).toBeVisible();
    await expect(dialog.getByRole("radio", { name: "Theirs: part done" })).toBeVisible();
    await dialog.getByRole("radio", { name: /^Yours/ }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await expect(
      part(page, "Two-hand wrap").getByRole("button", { name: "done", exact: true }),
    ).toHaveAttribute("aria-pressed", "true");
    await page.reload();
    await expect(
      part(page, "Two-hand wrap").getByRole("button", { name: "done", exact: true }),
    ).toHaveAttribute("aria-pressed", "true");
    await other.context().close();
  },
);

test(
  "a mark that cannot be sent yet is kept on the device, says so, and is sent later",
  DEEP,
  async ({ page, context, watch }) => {
    watch.expectCuts();
    await signIn(page, TEACHER);
    await openLesson(page, 8);
    const done = page.getByRole("listitem").getByRole("button", { name: "done", exact: true }).first();
    await context.route(/\/api\/sections\/.*\/lessons\//, (route) =>
      route.request().method() === "GET" ? route.continue() : route.abort(),
    );
    await done.click();
    await expect(done).toHaveAttribute("aria-pressed", "true");
    await expect(page.getByText("No network: 1 class entry safe on this device").first()).toBeVisible();
    await context.unroute(/\/api\/sections\/.*\/lessons\//);
    await saved(page);
    await page.reload();
    await expect(done).toHaveAttribute("aria-pressed", "true");
  },
);
