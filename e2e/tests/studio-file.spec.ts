import { readFile } from "node:fs/promises";
import { DEEP, demoStudio, expect, expectAccessible, setUp, signIn, TEACHER, test } from "../fixtures.ts";

test(
  "the whole studio goes out as one file and comes back into an empty one",
  DEEP,
  async ({ page, browser, emptyStudio }) => {
    await signIn(page);
    await page.goto(`${demoStudio()}/staff`);
    await page.getByRole("link", { name: "The studio as one file" }).click();
    await expect(page.getByText(/into an empty studio only.*3 dances/)).toBeVisible();
    await page.getByRole("button", { name: "Save the whole studio" }).click();
    const again = page.getByRole("dialog", { name: "Your password once more" });
    await again.getByLabel("Password").fill("a tide comes in at six");
    const [saved] = await Promise.all([
      page.waitForEvent("download"),
      again.getByRole("button", { name: "Go on" }).click(),
    ]);
    expect(saved.suggestedFilename()).toMatch(/^studio-\d{4}-\d\d-\d\d\.json$/);
    const buffer = await readFile(await saved.path());
    // Other tests may have added somebody before.
    const people = await page.evaluate(async () => (await (await fetch("/api/staff")).json()).length);

    const other = await (await browser.newContext()).newPage();
    await setUp(other, emptyStudio);
    await other.getByRole("link", { name: "Bring it back from its file" }).click();
    const chooser = other.getByLabel("Choose the file of a studio");
    const file = (name: string, content: Buffer) => ({ name, mimeType: "application/json", buffer: content });

    await test.step("what is no studio is told, and changes nothing", async () => {
      await chooser.setInputFiles(file("half.json", buffer.subarray(0, 5000)));
      await expect(other.getByRole("alert")).toContainText("half.json is not readable as JSON");
      const text = buffer.toString("utf8").replace(/"minutes" : 10\b/, '"minutes" : 0');
      await chooser.setInputFiles(file("odd.json", Buffer.from(text)));
      await expect(other.getByRole("alert")).toContainText(
        /Entry \d+ of figures \(.+\), minutes: At least 1/,
      );
    });

    await test.step("all of it comes in", async () => {
      await chooser.setInputFiles(file("studio.json", buffer));
      await expect(other.getByText("Saltglass", { exact: false })).toBeVisible();
      await expectAccessible(other);
      await other.getByRole("button", { name: "Bring this studio back" }).click();
      await expect(other.getByRole("status")).toContainText(
        /It is here: \d+ people on the staff, .*3 dances, \d+ figures/,
      );
      await other.getByRole("link", { name: "Give passwords" }).click();
      await expect(other.getByText("no password yet")).toHaveCount(people);
      await other.getByRole("link", { name: "Figures", exact: true }).click();
      await expect(other.getByText(/^(\d\d) of \1 figures$/)).toBeVisible();
      await other.getByRole("link", { name: "Levels", exact: true }).click();
      await expect(other.getByRole("region", { name: "Hustle 2" })).toBeVisible();
    });
    await other.close();
  },
);

test("the file of the studio is the director's", DEEP, async ({ page, watch }) => {
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/staff`);
  await expect(page.getByRole("heading", { name: "Staff" })).toBeVisible();
  await expect(page.getByRole("link", { name: "The studio as one file" })).toHaveCount(0);
  watch.expectStatus(403);
  const status = await page.evaluate(async () => (await fetch("/api/studio/file")).status);
  expect(status).toBe(403);
});
