import { DEEP, demoStudio, expect, expectAccessible, signIn, test } from "../fixtures.ts";
import { expectNamed } from "../named.ts";

test(
  "somebody new is invited, chooses a password by the link, and later another one that was forgotten",
  DEEP,
  async ({ page, browser, watch }) => {
    await signIn(page);
    await page.goto(`${demoStudio()}/staff`);
    await page.getByRole("button", { name: "New on the staff" }).click();
    await page.getByLabel("Name").fill("Perrin Saltmarsh");
    await page.getByLabel("Email address").fill("perrin@saltglass.example");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText("The link for perrin@saltglass.example waits under Letters")).toBeVisible();
    await expect(page.getByText("no password yet")).toBeVisible();
    await page.getByRole("link", { name: "Letters" }).click();
    const waiting = page.getByRole("textbox", { name: "Link for perrin@saltglass.example" });
    const link = await waiting.inputValue();
    await expectAccessible(page);
    await expectNamed(page);

    const perrin = await (await browser.newContext()).newPage();
    await perrin.goto(link);
    await expect(perrin.getByRole("heading", { name: "Welcome to Saltglass Dance House" })).toBeVisible();
    await expectAccessible(perrin);
    await perrin.getByLabel("Password", { exact: true }).fill("short");
    await perrin.getByRole("button", { name: "Enter" }).click();
    await expect(perrin.getByText("At least 12 characters").first()).toBeVisible();
    await perrin.getByLabel("Password", { exact: true }).fill("seven quiet herons");
    await perrin.getByRole("button", { name: "Enter" }).click();
    await expect(perrin.getByRole("heading", { name: "Today" })).toBeVisible();

    // The link is over, here and in the director's letters.
    const second = await (await browser.newContext()).newPage();
    await second.goto(link);
    await expect(second.getByRole("heading", { name: "This link is over" })).toBeVisible();
    await page.reload();
    await expect(page.getByText("over", { exact: true })).toBeVisible();

    // Later the password is forgotten: the link that waits then opens another way, and ends the sign-in from before.
    await second.getByRole("link", { name: "To the sign-in page" }).click();
    await second.getByRole("button", { name: "Forgot your password?" }).click();
    await expect(second.getByText("An email address such as")).toBeVisible();
    await second.getByLabel("Email address").fill("perrin@saltglass.example");
    await second.getByRole("button", { name: "Forgot your password?" }).click();
    await expect(second.getByRole("status")).toContainText("If the studio knows this address");
    await expectAccessible(second);
    await expect(async () => {
      await page.reload();
      await expect(page.getByText("waits here")).toBeVisible({ timeout: 10_000 });
    }).toPass();
    await second.goto(await waiting.inputValue());
    await second.getByLabel("Password", { exact: true }).fill("eight quiet herons");
    await second.getByRole("button", { name: "Save it and enter" }).click();
    await expect(second.getByRole("heading", { name: "Today" })).toBeVisible();
    watch.expectStatus(401);
    await perrin.reload();
    await expect(perrin.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
    await perrin.context().close();
    await second.context().close();
  },
);
