import { another, demoStudio, expect, expectAccessible, test } from "../fixtures.ts";

test("a teacher changes the password, which ends the other sign-in", async ({ page, browser, watch }) => {
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
  await page.getByLabel("Password you use now").fill("saltglass-demo");
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
});
