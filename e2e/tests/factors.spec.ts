import type { Page } from "@playwright/test";
import { Secret, TOTP } from "otpauth";
import { openStudio } from "../../scripts/lib/studios.ts";
import { DEEP, expect, expectAccessible, TEACHER, test } from "../fixtures.ts";

/** A studio at a name: keys are made for names, not for numbers. */
async function atName(page: Page) {
  const studio = await openStudio(process.env.DEMO_TEMPLATE ?? "");
  const address = studio.address.replace("127.0.0.1", "localhost");
  await page.goto(address);
  await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  await page.goto(`${address}/account`);
  return { studio, panel: page.getByRole("region", { name: "Beside the password" }) };
}

async function signInAgain(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
  await expect(page.getByRole("heading", { name: "One more step" })).toBeVisible();
}

test(
  "a key of the device stands beside the password, and a recovery code for when it is not at hand",
  DEEP,
  async ({ page, watch }) => {
    watch.expectStatus(401);
    const device = await page.context().newCDPSession(page);
    await device.send("WebAuthn.enable");
    const { authenticatorId } = await device.send("WebAuthn.addVirtualAuthenticator", {
      options: {
        protocol: "ctap2",
        transport: "internal",
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: true,
        automaticPresenceSimulation: true,
      },
    });
    const { studio, panel } = await atName(page);
    await panel.getByRole("button", { name: "Add a key of this device" }).click();
    await panel.getByLabel("What you call it").fill("My phone");
    await panel.getByRole("button", { name: "Make the key" }).click();
    const codes = page.getByRole("dialog", { name: "Write these down" });
    await expect(codes.getByRole("listitem")).toHaveCount(10);
    const code = (await codes.getByRole("listitem").first().textContent()) ?? "";
    await codes.getByRole("button", { name: "I have them" }).click();
    await expect(panel.getByText("My phone")).toBeVisible();
    await expectAccessible(page);

    await signInAgain(page);
    await expectAccessible(page);
    await page.getByRole("button", { name: "Use the key of this device" }).click();
    await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();

    await device.send("WebAuthn.removeVirtualAuthenticator", { authenticatorId });
    await signInAgain(page);
    await page.getByLabel("Or a recovery code").fill(code);
    await page.getByRole("button", { name: "Sign in with the code" }).click();
    await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();
    await expect(panel.getByText("9 recovery codes left")).toBeVisible();
    await page.goto("about:blank");
    await studio.stop();
  },
);

test(
  "codes of an app stand beside the password, each good once, and are taken away again",
  DEEP,
  async ({ page, watch }) => {
    watch.expectStatus(401, 422);
    const { studio, panel } = await atName(page);
    await panel.getByRole("button", { name: "Add codes of an app" }).click();
    const secret = (await panel.locator("[data-secret]").textContent()) ?? "";
    const app = new TOTP({ secret: Secret.fromBase32(secret) });
    await expect(panel.getByRole("img", { name: "What your app reads" })).toBeVisible();
    const first = app.generate();
    await panel.getByLabel("Code that the app shows now").fill(first);
    await panel.getByRole("button", { name: "It shows this code" }).click();
    await page.getByRole("button", { name: "I have them" }).click();

    await signInAgain(page);
    const field = page.getByLabel("Code that your app shows now");
    await field.fill(first);
    await page.getByRole("button", { name: "Sign in with the code" }).click();
    await expect(page.getByText(/^That did not fit/)).toBeVisible();
    await field.fill(app.generate({ timestamp: Date.now() + 30_000 }));
    await page.getByRole("button", { name: "Sign in with the code" }).click();
    await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();

    await panel.getByRole("button", { name: "Remove App on my phone" }).click();
    await expect(panel.getByText("App on my phone")).toHaveCount(0);
    await page.goto("about:blank");
    await studio.stop();
  },
);
