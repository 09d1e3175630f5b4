import type { Page } from "@playwright/test";
import { expect, setUp, stepsIn, test } from "../fixtures.ts";

/** Keys and clicks so far of whoever writes the figures, a name with one for its field. */
let pressed = 0;

/** Types into what has the focus, key by key, and says how many keys that took. */
async function type(page: Page, words: string): Promise<number> {
  await page.keyboard.type(words);
  await page.keyboard.press("Enter");
  pressed += words.length + 1;
  return words.length + 1;
}

const newFigure = async (page: Page, name: string, kind: string) => {
  await page.getByRole("link", { name: "Figures", exact: true }).click();
  await page.getByRole("link", { name: "New figure" }).click();
  await page.getByLabel("Name", { exact: true }).fill(name);
  // To the page, to a new one, its name, its kind.
  pressed += name.length + 5;
  await page.getByLabel("Kind").selectOption(kind);
};
const openFigure = async (page: Page, name: string) => {
  await page.getByRole("link", { name: "Figures", exact: true }).click();
  await page.getByLabel("Search by name").fill(name);
  await page.getByRole("link", { name: new RegExp(`^${name}(?!,)`) }).click();
  pressed += name.length + 3;
  await expect(page.getByRole("heading", { name, exact: true })).toBeVisible();
};
const save = async (page: Page, name: string) => {
  await page.getByRole("button", { name: "Save the figure" }).first().click();
  pressed += 1;
  await expect(page.getByRole("heading", { name, exact: true })).toBeVisible();
};

/** A director fills an empty studio: a starter set, and eight figures of one's own, said rather than written. */
test("an empty studio fills itself, and eight figures are said", async ({ page, emptyStudio }) => {
  test.setTimeout(300_000);
  await setUp(page, emptyStudio);

  await test.step("a starter set", async () => {
    await page.getByRole("link", { name: "Figures", exact: true }).click();
    await page.getByRole("button", { name: "Add the first dance" }).click();
    await page.getByRole("button", { name: /Six beats, swung/ }).click();
    await page.getByLabel("Name of the dance").fill("Corner swing");
    await page.getByRole("button", { name: "Save the dance" }).click();
    await expect(page.getByText("112 to 144 bpm")).toBeVisible();
    await page.getByRole("button", { name: "Close", exact: true }).click();
    await expect(page.getByText("13 of 13 figures")).toBeVisible();
  });

  const say = page.getByLabel("Say it");
  await test.step("rock step, triple, triple, for both roles", async () => {
    await newFigure(page, "Rock first", "basic");
    await say.click();
    // The click on what the follower dances counts as a key.
    const keys = (await type(page, "rock step, triple, triple")) + 1;
    await page.getByRole("button", { name: /^The image/ }).click();
    expect(keys).toBeLessThanOrEqual(32);
    await expect
      .poll(() => stepsIn(page))
      .toBe("leader\n1   rock step L\n3   triple step L\n5   triple step R\nfollower image\nbeats 6\n");
    await save(page, "Rock first");
    await expect(page.getByRole("button", { name: "Call" })).toBeVisible();
  });

  await test.step("grapevine right, touch; and a box step", async () => {
    await newFigure(page, "Vine", "pattern");
    await say.click();
    expect(await type(page, "grapevine right, touch")).toBeLessThanOrEqual(24);
    await expect.poll(() => stepsIn(page)).toContain("1   grapevine R\n4   L touch");
    await save(page, "Vine");
    await newFigure(page, "Square", "pattern");
    await say.click();
    expect(await type(page, "box step")).toBeLessThanOrEqual(14);
    await expect.poll(() => stepsIn(page)).toContain("1   box step L\nbeats 6");
    await save(page, "Square");
  });

  await test.step("a mistake is said once, and nothing is added", async () => {
    await newFigure(page, "Clicked", "pattern");
    await say.fill("trilpe step");
    await expect(page.getByText("Did you mean “triple”?")).toBeVisible();
    await expect(page.getByRole("button", { name: "Add", exact: true })).toBeDisabled();
    await say.fill("");
  });

  await test.step("elements, clicked and found", async () => {
    const elements = page.getByRole("group", { name: "Elements" });
    await elements.getByRole("button", { name: /^coaster/ }).click();
    await page.getByLabel("Find an element").fill("sail");
    await page.getByLabel("Find an element").press("Enter");
    await expect.poll(() => stepsIn(page)).toContain("1   coaster L\n3   sailor R");
    await save(page, "Clicked");
  });

  await test.step("made from a figure that is there", async () => {
    await openFigure(page, "Change places under the arm");
    await page.getByLabel("New from this").selectOption({ label: "New figure made from it" });
    const steps = page.getByRole("textbox", { name: "Steps" });
    await steps.click();
    await page.keyboard.press("Control+End");
    const keys = (await type(page, "fo")) + (await type(page, "6 turn R 1"));
    expect(keys).toBeLessThanOrEqual(36);
    await page.getByLabel("Name", { exact: true }).fill("Places and a spin");
    await save(page, "Places and a spin");
    await expect(page.getByText("Made of")).toBeVisible();
  });

  await test.step("a variant, and the other side of a figure", async () => {
    await openFigure(page, "Vine");
    await page.getByLabel("New from this").selectOption({ label: "Its other side" });
    await expect.poll(() => stepsIn(page)).toContain("1   grapevine L\n4   R touch");
    await save(page, "Vine, other side");
    await openFigure(page, "Square");
    await page.getByLabel("New from this").selectOption({ label: "New variant of it" });
    await expect(page.getByLabel("Variant of")).toHaveValue(/.+/);
    await save(page, "Square, another way");
  });

  await test.step("a rhythm that is tapped", async () => {
    await newFigure(page, "Tapped", "pattern");
    await page.getByRole("button", { name: "Tap it" }).click();
    const pad = page.getByRole("button", { name: "Tap here" });
    await pad.focus();
    for (let tap = 0; tap < 4; tap++) await page.keyboard.press("Space", { delay: 400 });
    await page.getByRole("button", { name: "Give the feet" }).click();
    await expect.poll(() => stepsIn(page)).toMatch(/^leader\n1 +L place\n\S+ +R place\n/);
    await save(page, "Tapped");
  });

  await test.step("eight of them, in fewer than 500 keys and clicks", () => {
    expect(pressed).toBeGreaterThan(100);
    expect(pressed).toBeLessThan(500);
  });

  await test.step("a list that is pasted", async () => {
    await page.getByRole("link", { name: "Figures", exact: true }).click();
    await page.getByRole("link", { name: "Files" }).click();
    await page
      .getByLabel("The list")
      .fill(
        "name\tkind\tminutes\tcall\nPasted basic\tbasic\t9\trock step, triple, triple\nOnly a name\tpattern\t12\t",
      );
    await page.getByRole("button", { name: "Look at it" }).click();
    await page.getByRole("button", { name: "Add these figures" }).click();
    await expect(page.getByText("The list: 2 added, 0 changed", { exact: true })).toBeVisible();
  });

  await test.step("needs that are proposed", async () => {
    await page.getByRole("link", { name: "Figures", exact: true }).click();
    await page.getByRole("link", { name: "Needs" }).click();
    await expect(page.getByText("Places and a spin needs Change places under the arm")).toHaveCount(0);
    await expect(page.getByLabel("Square, another way needs Square")).toBeChecked();
    await page.getByRole("button", { name: /^Accept \d+ needs?$/ }).click();
    await expect(page.getByText("Nothing to propose")).toBeVisible();
  });

  await test.step("a level of them", async () => {
    await page.getByRole("link", { name: "Levels", exact: true }).click();
    await page.getByRole("button", { name: "Plan the first level" }).click();
    await page.getByLabel("Name").fill("Corner swing 1");
    await page.getByLabel("Weeks", { exact: true }).fill("6");
    await page.getByLabel("Minutes per lesson").fill("60");
    await page.getByRole("button", { name: "Save the level" }).click();
    await page.getByRole("button", { name: "Choose figures" }).first().click();
    for (const name of ["Six-count basic", "Rock first", "Vine", "Only a name"])
      await page
        .getByRole("dialog")
        .locator("label")
        .filter({ hasText: new RegExp(`^${name}(?!,)`) })
        .first()
        .click();
    await page.getByRole("button", { name: "Use these figures" }).click();
    await page.getByRole("button", { name: "Draft the plan" }).click();
    await page.getByRole("button", { name: "Use this plan" }).click();
    await expect(page.getByRole("button", { name: /^Rock first, new in week/ })).toBeVisible();
    await expect(page.getByRole("button", { name: /^Only a name, new in week/ })).toBeVisible();
    await expect(page.getByText("All saved")).toBeVisible();
  });
});
