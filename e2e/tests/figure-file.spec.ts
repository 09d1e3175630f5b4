import { readFile } from "node:fs/promises";
import { demoStudio, expect, signIn, TEACHER, test } from "../fixtures.ts";

const HEAD = "dance,name,kind,level,minutes,notation,needs,cues\r\n";
const STEPS =
  '"leader\n& L back hold ""open one-hand""\n1 R place\n2 L forward\n3 R forward\nfollower mirror\nbeats 3"';
const LANTERN = `Hustle,Lantern step,pattern,improver,12,${STEPS},Foundation step,Look first | | ours\r\n`;
const FAR = "Nowhere step,Far away,basic,beginner,9,,,\r\n";

test("a file is judged row by row, then taken in whole, and comes out again as it went in", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures`);
  await page.getByRole("link", { name: "Files" }).click();
  const file = (name: string, content: string) => ({
    name,
    mimeType: "text/csv",
    buffer: Buffer.from(content),
  });
  const chooser = page.getByLabel("Choose a CSV or JSON file, or drop it here");
  await chooser.setInputFiles(file("typo.csv", "dance,name,colour\nHustle,Lantern step,red"));
  await expect(page.getByRole("alert").getByText(/“colour” is no column/)).toBeVisible();
  await chooser.setInputFiles(file("new.csv", HEAD + FAR + LANTERN));
  await expect(page.getByText("new.csv: 1 added, 0 changed, 0 the same, 1 refused")).toBeVisible();
  await expect(page.getByText(/There is no dance called Nowhere step/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Import the file" })).toBeDisabled();
  await page.getByRole("button", { name: "Leave out the refused rows" }).click();
  await page.getByRole("button", { name: "Import the file" }).click();
  await expect(page.getByText("new.csv: 1 added, 0 changed")).toBeVisible();

  await page.getByLabel("Figures of").selectOption({ label: "Hustle (27)" });
  const [saved] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save as JSON" }).click(),
  ]);
  expect(saved.suggestedFilename()).toBe("hustle.json");
  const content = await readFile(await saved.path(), "utf8");
  expect(content).toContain('"Lantern step"');
  await chooser.setInputFiles({
    name: "back.json",
    mimeType: "application/json",
    buffer: Buffer.from(content),
  });
  await expect(page.getByText("back.json: 0 added, 0 changed, 27 the same, 0 refused")).toBeVisible();

  await page.goto(`${demoStudio()}/figures?search=lantern`);
  await page.getByRole("link", { name: /Lantern step/ }).click();
  await expect(page.getByText("Look first")).toBeVisible();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText("72 of 72 figures")).toBeVisible();
});

test("a teacher may take figures out, but not in", async ({ page }) => {
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/figures/file`);
  await expect(page.getByRole("button", { name: "Save as CSV" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Import figures" })).toHaveCount(0);
});
