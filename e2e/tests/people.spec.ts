import {
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  openToday,
  signIn,
  TEACHER,
  test,
} from "../fixtures.ts";

test("students come, change, go and come back", async ({ page, watch }) => {
  watch.expectStatus(422);
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/levels`);
  await page.getByRole("link", { name: "Students" }).first().click();
  await expect(page.getByText("11 students of 14 places; 1 more follower.")).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill("corin");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Another student of this section is called corin")).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill("Quill");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("12 students of 14 places.")).toBeVisible();
  await page.getByRole("button", { name: "When and how Quill comes" }).click();
  await page.getByLabel("Role", { exact: true }).last().selectOption("follower");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("12 students of 14 places; 2 more followers.")).toBeVisible();
  await page.getByRole("button", { name: "Take Quill off the roster" }).click();
  await expect(page.getByText("11 students of 14 places; 1 more follower.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("12 students of 14 places; 2 more followers.")).toBeVisible();
  await page.getByRole("button", { name: "When and how Quill comes" }).click();
  await page.getByLabel("Waits for a place").check({ force: true });
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Waiting list (1)" })).toBeVisible();
  await page.getByRole("button", { name: "Take Quill off the roster" }).click();
  await expect(page.getByText("11 students of 14 places; 1 more follower.")).toBeVisible();
});

test(
  "a pasted list comes onto the roster in one step, with those whom the studio knows as who they are",
  DEEP,
  async ({ page }) => {
    await signIn(page);
    const id = await classNamed(page, "Thursday section");
    await page.goto(`${demoStudio()}/sections/${id}/roster`);
    await expect(page.getByText(/^7 students of 10 places/)).toBeVisible();
    await page.getByRole("button", { name: "Paste a list" }).click();
    await page
      .getByLabel(/A name and a role a line/)
      .fill("Osric, leader\nPim, juggler\nQuen (follow)\nAbel");
    await expect(page.getByText('Line 2: "juggler" is no role')).toBeVisible();
    await expect(page.getByLabel(/^the Osric of /)).toBeChecked();
    await expect(page.getByText("is on the roster already")).toBeVisible();
    await page.getByRole("button", { name: "Enrol 2 students" }).click();
    await expect(page.getByText(/^9 students of 10 places/)).toBeVisible();
    await expect(page.getByLabel("Name of Osric")).toBeVisible();
    await page.getByRole("link", { name: "All terms of Osric" }).click();
    await expect(page.getByRole("heading", { name: "Osric", exact: true })).toBeVisible();
    await expect(page.getByText("Hustle 1, Last term, Tuesdays")).toBeVisible();
    await expect(page.getByText("Hustle 1, Thursday section")).toBeVisible();
    await expectAccessible(page);
    // As they were, for other tests.
    await page.goBack();
    for (const name of ["Osric", "Quen"]) {
      await page.getByRole("button", { name: `Take ${name} off the roster` }).click();
      await expect(page.getByLabel(`Name of ${name}`)).toHaveCount(0);
    }
  },
);

test("one person who was written twice is joined, and taken apart again", DEEP, async ({ page }) => {
  await signIn(page);
  const id = await classNamed(page, "Monday section");
  await page.goto(`${demoStudio()}/sections/${id}/roster`);
  await page.getByLabel("Name", { exact: true }).fill("Jorun Á");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.goto(`${demoStudio()}/sections/${await classNamed(page, "Thursday section")}/roster`);
  await page.getByLabel("Name", { exact: true }).fill("jorun a");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByLabel("Name of jorun a")).toBeVisible();
  await page.getByRole("link", { name: "All dancers" }).click();
  await expect(page.getByRole("heading", { name: "The same person?" })).toBeVisible();
  await expectAccessible(page);
  const joined = page.getByText("are one person now");
  await page.getByRole("button", { name: "One person" }).first().click();
  await expect(joined).toBeVisible();
  await expect(page.getByRole("heading", { name: "The same person?" })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { name: "The same person?" })).toBeVisible();
});

test("the director adds somebody, who can sign in until the account is closed", async ({
  page,
  browser,
  watch,
}) => {
  watch.expectStatus(422);
  await openToday(page);
  await page.getByRole("link", { name: "Staff", exact: true }).click();
  await page.getByRole("button", { name: "New on the staff" }).click();
  await page.getByLabel("Name").fill("Pella Northwick");
  await page.getByLabel("Email address").fill("ilse@saltglass.example");
  await page.getByLabel("Password").fill("short");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("At least 12 characters").last()).toBeVisible();
  await page.getByLabel("Password").fill("three calm otters swim");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Somebody on the staff has this email address already")).toBeVisible();
  await page.getByLabel("Email address").fill("pella@saltglass.example");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Pella Northwick", { exact: true })).toBeVisible();

  const pella = await (await browser.newContext()).newPage();
  await pella.goto(demoStudio());
  await pella.getByLabel("Email address").fill("pella@saltglass.example");
  await pella.getByLabel("Password").fill("three calm otters swim");
  await pella.getByRole("button", { name: "Sign in" }).click();
  await expect(pella.getByRole("heading", { name: "No lesson ahead" })).toBeVisible();

  await page
    .getByText("Pella Northwick", { exact: true })
    .locator("xpath=ancestor::*[.//button][1]")
    .getByRole("button", { name: "Edit" })
    .click();
  await page.getByText("Works here and may sign in").click();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("no longer here")).toBeVisible();
  // Her page hears of it and asks who she is, without a press.
  await expect(pella.getByRole("button", { name: "Sign in" })).toBeVisible();
  await pella.context().close();
});

test("a level and a section go and come back", DEEP, async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/levels`);
  await page.getByRole("button", { name: "New level" }).click();
  await page.getByLabel("Name").fill("Short course");
  await page.getByRole("button", { name: "Save the level" }).click();
  await expect(page.getByRole("heading", { name: "Which figures does this level teach?" })).toBeVisible();
  await page.getByRole("link", { name: "Levels", exact: true }).click();
  const level = page.getByRole("region", { name: "Short course" });
  const removeSection = async () => {
    await page.getByRole("button", { name: "Remove …" }).click();
    const asked = page.getByRole("dialog", { name: "Remove Sundays?" });
    await expect(asked).toContainText("Nothing was taught in it yet.");
    await asked.getByRole("button", { name: "Remove the section" }).click();
  };
  await level.getByRole("button", { name: "New section" }).click();
  await page.getByLabel("Name").fill("Sundays");
  await page.getByRole("button", { name: "Save the section" }).click();
  await expect(page.getByRole("combobox", { name: "Plan of" })).toBeVisible();
  await page.getByRole("link", { name: "Levels", exact: true }).click();
  await expect(level.getByText("Sundays", { exact: true })).toBeVisible();
  await level.getByRole("button", { name: "Settings" }).last().click();
  await removeSection();
  await expect(level.getByText("No section runs this level yet.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(level.getByText("Sundays", { exact: true })).toBeVisible();
  // By keyboard: what was told a moment before may lie over it as long as the pointer rests there.
  await level.getByRole("button", { name: "Settings" }).last().press("Enter");
  await removeSection();
  await level.getByRole("button", { name: "Remove" }).press("Enter");
  await expect(level).toHaveCount(0);
  const message = page.getByRole("status").filter({ hasText: "Short course is taken away" });
  await message.getByRole("button", { name: "Undo" }).click();
  await expect(level).toBeVisible();
});

test("a class of somebody else is read along until one steps in", DEEP, async ({ page }) => {
  await signIn(page, "Sunniva Larkfield");
  const sections: { id: string; teacherIds: string[] }[] = await (
    await page.request.get(`${demoStudio()}/api/sections`)
  ).json();
  const { person } = await (await page.request.get(`${demoStudio()}/api/session`)).json();
  const other = sections.find(({ teacherIds }) => !teacherIds.includes(person.id))?.id ?? "";
  const own = sections.find(({ teacherIds }) => teacherIds.includes(person.id))?.id ?? "";
  const actions = page.getByRole("button", {
    name: /^(Finish the class|Open the class again|Check tonight|Publish|Add|Add a part|done|New link)$/,
  });
  const teach = page.getByRole("link", { name: "Teach it" });
  const note = page.getByText(/you read along/);
  for (const path of ["lessons/ID/6", "lessons/ID/1", "lessons/ID/1/log", "recaps/ID/1", "checks/ID"]) {
    await page.goto(`${demoStudio()}/${path.replace("ID", other)}`);
    await expect(note).toBeVisible();
    await expect(actions).toHaveCount(0);
    await expect(teach).toHaveCount(0);
  }
  await expectAccessible(page);
  await page.goto(`${demoStudio()}/sections/${other}/roster`);
  await expect(note).toBeVisible();
  await expect(actions).toHaveCount(0);
  await page.goto(`${demoStudio()}/lessons/${own}/6`);
  await expect(teach).toBeVisible();
  await expect(note).toHaveCount(0);
  await page.goto(`${demoStudio()}/teach/${other}/6`);
  await page.getByRole("button", { name: "Step in as a substitute" }).click();
  await expect(page.getByRole("button", { name: "Begin the class" })).toBeVisible();
  await page.goto(`${demoStudio()}/lessons/${other}/6`);
  await expect(teach).toBeVisible();
  await expect(note).toHaveCount(0);
});
