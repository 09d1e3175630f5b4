import { readFile } from "node:fs/promises";
import { practiceTrack, trackSamples } from "@map-step/core/practice";
import type { Page } from "@playwright/test";
import { DEEP, demoStudio, expect, expectAccessible, signIn, test } from "../fixtures.ts";

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

test("taps at known times give the known offset, which can be allowed for", DEEP, async ({ page }) => {
  await practise(page, "Stretch eight");
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
  await went.getByRole("button", { name: "Keep on this device" }).click();
  await expect(went.getByRole("button", { name: /^Forget the result/ })).toBeVisible();
  await went.getByRole("button", { name: "Keep for a student …" }).click();
  const dialog = page.getByRole("dialog", { name: "Keep for a student" });
  await dialog.getByLabel("Section", { exact: true }).selectOption({ label: "Monday section" });
  await dialog.getByLabel("Student", { exact: true }).selectOption({ index: 1 });
  await expect(dialog.getByText("No measurement was kept before.")).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole("button", { name: /^Keep for/ }).click();
  await expect(page.getByText(/^Kept for /)).toBeVisible();
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
});

/** A sound file of clicks, as a recording is: 16 bits, one channel. */
function recording(bpm: number): Buffer {
  const rate = 22_050;
  const pulse = { cycle: 8, accents: new Set([1, 5]), between: "even" as const };
  const samples = trackSamples(practiceTrack({ bpm, meter: 4, pulse, beats: 8, rounds: 8, calls: [] }), rate);
  const file = Buffer.alloc(44 + samples.length * 2);
  file.write("RIFF", 0);
  file.writeUInt32LE(36 + samples.length * 2, 4);
  file.write("WAVEfmt ", 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt32LE(0x00010001, 20);
  file.writeUInt32LE(rate, 24);
  file.writeUInt32LE(rate * 2, 28);
  file.writeUInt32LE(0x00100002, 32);
  file.write("data", 36);
  file.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((sample, at) => {
    file.writeInt16LE(Math.round(sample * 32_767), 44 + at * 2);
  });
  return file;
}

test("own music is found at its tempo, and stays on the device", DEEP, async ({ page }) => {
  await practise(page, "Side pass");
  const sent: string[] = [];
  page.on("request", (request) => {
    if (request.method() !== "GET") sent.push(request.url());
  });
  const choose = page.locator("input[type=file]");
  await choose.setInputFiles({ name: "broken.mp3", mimeType: "audio/mpeg", buffer: Buffer.from("no sound") });
  await expect(page.getByRole("alert")).toContainText("can't be read as sound");
  await choose.setInputFiles({ name: "mine.wav", mimeType: "audio/wav", buffer: recording(112.4) });
  await expect(page.getByText(/^Found, and sure/)).toBeVisible();
  const found = async () => Number(await page.getByLabel("Its beats a minute").inputValue());
  expect(Math.abs((await found()) - 112.4)).toBeLessThan(0.2);
  await page.getByRole("button", { name: "× ½" }).click();
  expect(Math.abs((await found()) - 56.2)).toBeLessThan(0.1);
  await page.getByRole("button", { name: "× 2" }).click();
  await page.getByRole("group", { name: "Speed" }).getByRole("button", { name: "half speed" }).click();
  await expect(page.getByText("56.2 beats a minute")).toBeVisible();
  await page.getByRole("button", { name: "Start Side pass" }).click();
  await expect(page.getByRole("button", { name: "Stop Side pass" })).toBeVisible();
  expect(sent).toEqual([]);
});

test("figures are called ahead and dealt anew, and the track is taken along", async ({ page }) => {
  await practise(page, "Inside turn");
  await page.getByRole("button", { name: "Vary" }).click();
  await expect(page.getByText(/different rounds? of 24 counts; each begins and ends in/)).toBeVisible();
  await page.getByLabel("Beats a minute").fill("160");
  await page.getByRole("button", { name: "Start Inside turn" }).click();
  await expect(page.getByText(/^next: .+, in \d counts?$/)).toBeVisible();
  await page.getByRole("button", { name: "Stop Inside turn" }).click();
  for (const [button, begins] of [
    ["Sound file (WAV)", "RIFF"],
    ["MIDI file", "MThd"],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: button }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/^Inside turn, 160\.(wav|mid)$/);
    expect((await readFile(await file.path())).subarray(0, 4).toString()).toBe(begins);
  }
});
