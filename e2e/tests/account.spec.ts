import { another, DEEP, demoStudio, expect, expectAccessible, test } from "../fixtures.ts";

test(
  "a teacher changes the password, which ends the other sign-in",
  DEEP,
  async ({ page, browser, watch }) => {
    watch.expectStatus(401, 422);
    const name = "Teodor Mossgate";
    const other = await another(browser, name);
    // A sign-in of its own: the session of the other page would be the same one.
    await page.goto(demoStudio());
    await page.getByRole("button", { name: new RegExp(name) }).click();
    await page.getByRole("link", { name: `Account of ${name}` }).click();
    await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel("Password you use now").fill("not the one");
    await page.getByLabel("New password").fill("password123456");
    await page.getByRole("button", { name: "Change the password" }).click();
    await expect(page.getByText("This is not the password you use now")).toBeVisible();
    await page.getByLabel("Password you use now").fill("a tide comes in at six");
    await page.getByRole("button", { name: "Change the password" }).click();
    await expect(page.getByText("Too many people use this one")).toBeVisible();
    await page.getByLabel("New password").fill("nine slow herring gulls");
    await page.getByRole("button", { name: "Change the password" }).click();
    await expect(page.getByText("Your password is changed")).toBeVisible();
    await other.goto(`${demoStudio()}/figures`);
    await expect(other.getByRole("button", { name: "Sign in" })).toBeVisible();
    await page.reload();
    await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();
    await other.context().close();
  },
);

test(
  "one's name is changed, and a sign-in somewhere else is seen and ended",
  DEEP,
  async ({ page, browser, watch }) => {
    watch.expectStatus(401);
    const name = "Sunniva Larkfield";
    // A sign-in of its own each: sessions that were kept are one and the same.
    const elsewhere = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
    for (const one of [page, elsewhere]) {
      await one.goto(demoStudio());
      await one.getByRole("button", { name: new RegExp(name) }).click();
      await expect(one.getByRole("heading", { name: "Today" })).toBeVisible();
    }
    await page.getByRole("link", { name: `Account of ${name}` }).click();
    const places = page.getByRole("list", { name: "Where you are signed in" });
    await expect(places.getByText(/, here$/)).toBeVisible();
    await expectAccessible(page);
    const ends = places.getByRole("button", { name: "End it" });
    for (let left = await ends.count(); left > 0; left--) {
      await ends.first().click();
      await expect(ends).toHaveCount(left - 1);
    }
    await elsewhere.goto(`${demoStudio()}/figures`);
    await expect(elsewhere.getByRole("button", { name: "Sign in" })).toBeVisible();
    await page.getByLabel("Name", { exact: true }).fill("Sunniva L.");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByRole("link", { name: "Account of Sunniva L." })).toBeVisible();
    // As it was, for other tests.
    await page.getByLabel("Name", { exact: true }).fill(name);
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByRole("link", { name: `Account of ${name}` })).toBeVisible();
    await elsewhere.context().close();
  },
);
