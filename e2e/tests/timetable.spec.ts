import {
  another,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  setUp,
  signIn,
  TEACHER,
  test,
} from "../fixtures.ts";
import { expectNamed } from "../named.ts";

const WEEK = "/timetable?week=2027-02-22";

test("a clash is told with ways out; taken and undone; somebody who is away is stood in for", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.goto(demoStudio() + WEEK);
  const aside = page.getByRole("complementary");
  await expect(aside).toContainText(
    "Harbour room has two classes at once: Shag 1, Early Mondays and Hustle 1, Monday section meet for 15 minutes, 6 times from Mon 22 Feb to 29 Mar.",
  );
  await expectAccessible(page);
  await expectNamed(page);
  const way = aside.getByRole("button", { name: "Shag 1, Early Mondays: begin at 18:30" });
  await way.click();
  await expect(aside.getByText(/Harbour room has two classes at once: Shag 1/)).toHaveCount(0);
  await expect(page.getByRole("table").getByRole("button", { name: /18:30–19:30/ })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(way).toBeVisible();
  await aside.getByRole("button", { name: "Shag 1, Early Mondays: move to Upper room" }).click();
  await expect(aside.getByText(/Harbour room has two classes at once: Shag 1/)).toHaveCount(0);

  // A teacher says when they are away; the director sees at once that nobody stands in.
  const ilse = await another(browser, TEACHER);
  await ilse.goto(`${demoStudio()}/timetable/terms`);
  await ilse.getByLabel("From").fill("2027-03-01");
  await ilse.getByLabel("Until").fill("2027-03-02");
  await ilse.getByRole("button", { name: "I am away" }).click();
  await expect(ilse.getByText("Mon 1 Mar to Tue 2 Mar")).toBeVisible();
  await expect(aside).toContainText(
    "Ilse Tarnbrook is away, and nobody stands in: Hustle 1, Monday section, Mon 1 Mar.",
  );
  // Nobody but the director changes sections; for their own lesson a teacher finds somebody.
  await ilse.goto(`${demoStudio()}/timetable?week=2027-03-01&by=teacher`);
  await expect(ilse.getByText("Ilse Tarnbrook is away, and nobody stands in")).toBeVisible();
  await expect(ilse.getByRole("button", { name: /stands in|move to|begin at/ })).toHaveCount(0);
  await ilse
    .getByRole("button", { name: /19:30–20:30/ })
    .first()
    .click();
  await expect(ilse.getByRole("button", { name: "Find a substitute for Bento Haverlock" })).toHaveCount(0);
  await ilse.getByRole("button", { name: "Find a substitute for Ilse Tarnbrook" }).click();
  const proposed = ilse
    .getByRole("complementary")
    .getByRole("listitem")
    .filter({ hasText: "Sunniva Larkfield" });
  await expect(proposed.last()).toContainText(
    "teaches Hustle 1; stood in for nobody this term; free that day",
  );
  await expectAccessible(ilse);
  await ilse.getByRole("button", { name: "Sunniva Larkfield stands in for Ilse Tarnbrook" }).click();
  await expect(ilse.getByRole("complementary")).toContainText("Sunniva Larkfield for Ilse Tarnbrook");
  await expect(aside.getByText(/Ilse Tarnbrook is away, and nobody stands in/)).toHaveCount(0);
  await ilse.context().close();

  const sunniva = await another(browser, "Sunniva Larkfield");
  await expect(sunniva.getByRole("main")).toContainText("Mon 1 Mar, week 4");
  await expect(
    sunniva.getByRole("link", { name: "Open the lesson of week 4, Hustle 1, Monday section, Mon 1 Mar" }),
  ).toBeVisible();
  await expect(sunniva.getByRole("main")).toContainText("Bento Haverlock and Sunniva Larkfield");
  await sunniva.context().close();
});

test("sections of a term go on in the next, round its closed days, and a calendar follows them", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/timetable/terms`);
  await expectAccessible(page);
  await expectNamed(page);
  await page.getByRole("listitem").filter({ hasText: "Spring term" }).getByRole("link").click();
  await expect(page.getByRole("row", { name: /Monday section/ })).toContainText("Mon 19 Apr");
  await expect(page.getByRole("row", { name: /Monday section/ })).toContainText("10 May");
  // Whatever else begins in that term, by now, stays behind.
  for (const other of await page
    .getByRole("row")
    .filter({ has: page.getByRole("checkbox") })
    .all())
    if (!/Monday section|Tuesday section/.test((await other.textContent()) ?? ""))
      await other.getByRole("rowheader").locator("label").click();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Lay 2 sections into Spring term" }).click();
  await expect(page.getByText("2 sections laid into Spring term")).toBeVisible();
  await expect(
    page.getByRole("table").getByRole("button", { name: /Monday section, Spring term/ }),
  ).toBeVisible();

  await page.getByRole("button", { name: "In your calendar" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Lessons of").selectOption({ label: "Hustle 1, Monday section, Spring term" });
  await dialog.getByRole("button", { name: "Make an address" }).click();
  const address = await dialog.getByRole("textbox", { name: "Address" }).inputValue();
  await expectAccessible(page);
  const events = (await (await page.request.get(address)).text()).match(/DTSTART:\d{8}/g);
  expect(events).toHaveLength(8);
  expect(events).not.toContain("DTSTART:20270510");
  await dialog.getByRole("button", { name: "Close it" }).click();
  await expect(dialog.getByText("It has no address yet.")).toBeVisible();
  expect((await page.request.get(address)).status()).toBe(404);
});

test(
  "an empty studio gets its rooms, its term and its settings, and its week begins as it says",
  DEEP,
  async ({ page, emptyStudio }) => {
    await setUp(page, emptyStudio);
    await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
    await page.goto(`${emptyStudio}/timetable`);
    await expect(page.getByText("No section yet")).toBeVisible();
    await page.getByRole("link", { name: "Terms, rooms, away" }).click();
    await page.getByRole("button", { name: "New room" }).click();
    await page.getByLabel("Name").fill("Loft");
    await page.getByLabel("Places").fill("16");
    await page.getByRole("button", { name: "Save the room" }).click();
    await expect(page.getByText("16 places")).toBeVisible();
    await page.getByRole("button", { name: "New term" }).click();
    await page.getByLabel("Name").fill("Autumn");
    await page.getByLabel("Last day").fill("2020-01-01");
    await page.getByRole("button", { name: "Save the term" }).click();
    await expect(page.getByText("The last day comes after the first")).toBeVisible();
    await page.getByLabel("First day").fill("2027-02-01");
    await page.getByLabel("Last day").fill("2027-04-30");
    await page.getByLabel("Closed day 1", { exact: true }).fill("2027-03-08");
    await page.getByLabel("Closed day 1: why").fill("Harbour fair");
    await page.getByRole("button", { name: "Save the term" }).click();
    await expect(page.getByText("closed Mon 8 Mar (Harbour fair)")).toBeVisible();
    await page.getByRole("button", { name: "Edit Autumn" }).click();
    await page.getByRole("button", { name: "Remove" }).click();
    await expect(page.getByText("No term yet.")).toBeVisible();
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByText("Autumn", { exact: true })).toBeVisible();

    await page.goto(`${emptyStudio}/staff/settings`);
    await page.getByLabel("The week begins on").selectOption("Sunday");
    await page.getByLabel("What to do when lost").fill("Breathe, and wait for the next 1.");
    await expect(page.getByRole("group", { name: "As a recap says it" })).toContainText(
      "wait for the next 1",
    );
    await page.getByLabel("Dates").selectOption("Mon, Feb 22, 2027");
    await page.getByLabel("Times of day").selectOption("7:30 pm");
    await page.getByLabel("Patterns and turns, in a hundred").fill("65");
    await expect(page.getByText("7 of its patterns")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Save the settings" }).click();
    await expect(page.getByText("The settings are saved")).toBeVisible();
    await page.reload();
    await expect(page.getByLabel("What to do when lost")).toHaveValue("Breathe, and wait for the next 1.");
    await expect(page.getByLabel("Patterns and turns, in a hundred")).toHaveValue("65");
    await page.goto(`${emptyStudio}/timetable?week=2027-02-17`);
    await expect(page.getByText("Week of Feb 14 to Feb 20")).toBeVisible();
  },
);
