import type { Page } from "@playwright/test";
import { demoStudio, expect, expectAccessible, signIn, test } from "../fixtures.ts";

/** Opens the practice of a figure of the demo. */
async function practise(page: Page, name: string): Promise<void> {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures?search=${encodeURIComponent(name)}`);
  await page.getByRole("link", { name: new RegExp(`^${name}`) }).click();
  await page.getByRole("link", { name: "Practise" }).click();
  await expect(page.getByRole("heading", { name: `Practise ${name}` })).toBeVisible();
}

/** Presses the space bar so many times, each stamped so many milliseconds after a beat of the page's own clock. */
const tapOnBeats = (page: Page, beats: number, bpm: number, late: number) =>
  page.getByRole("button", { name: /^Tap here/ }).evaluate(
    async (field, wanted) => {
      const began = Number((field as HTMLElement).dataset.beganAt);
      for (let beat = 0; beat < wanted.beats; beat++) {
        const at = began + (beat * 60_000) / wanted.bpm + wanted.late;
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, at - performance.now())));
        const press = new KeyboardEvent("keydown", { code: "Space", bubbles: true });
        // A busy host sends it late; what counts is when it was pressed.
        Object.defineProperty(press, "timeStamp", { value: at });
        window.dispatchEvent(press);
      }
    },
    { beats, bpm, late },
  );

test("taps at known times give the known offset, which can be allowed for", async ({ page }) => {
  await practise(page, "Stretch eight");
  await expectAccessible(page);
  await page.getByLabel("Beats a minute").fill("120");
  await page.getByRole("button", { name: "Tap", exact: true }).click();
  const round = async (late: number) => {
    await page.getByRole("button", { name: "Start Stretch eight" }).click();
    await expect(page.getByRole("button", { name: /^Tap here/ })).toBeVisible();
    await tapOnBeats(page, 8, 120, late);
  };
  await round(30);
  const went = page.getByRole("region", { name: "How it went" });
  await expect(went).toContainText("Mostly 30 ms late");
  await expectAccessible(page);
  await went.getByRole("button", { name: /allow for this device/ }).click();
  await expect(went).toContainText("ms are allowed for; that stays on this device.");
});

test("what is heard, clapped and climbed is chosen, and it plays", async ({ page }) => {
  await practise(page, "Side pass");
  await page.getByRole("button", { name: "Clap the silent counts" }).click();
  await page.getByRole("group", { name: "Sound" }).getByRole("button", { name: "3" }).click();
  await page.getByRole("button", { name: "Start Side pass" }).click();
  await expect(page.getByText(/^–\d$/)).toBeVisible();
  await page.getByRole("button", { name: "Stop Side pass" }).click();
  await page.getByRole("button", { name: "Ladder" }).click();
  await expect(page.getByText(/beats a minute, 0 rounds in a row/)).toBeVisible();
  await expectAccessible(page);
});
