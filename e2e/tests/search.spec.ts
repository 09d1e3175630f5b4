import { another, DEEP, expect, expectAccessible, openToday, test } from "../fixtures.ts";

test(
  "everything is found by its words, by what it is called in steps, and where it is mistyped",
  DEEP,
  async ({ page, browser }) => {
    await openToday(page);
    await page.keyboard.press("/");
    const box = page.getByRole("combobox", { name: "Search everything" });
    const first = page.getByRole("listbox", { name: "Found" }).getByRole("option").first();
    const finds = async (asked: string, what: string | RegExp) => {
      await box.fill(asked);
      await expect(first).toContainText(what);
    };
    await finds("insde trun", "Inside turn");
    await expectAccessible(page);
    await finds("home step", "Foundation step");
    await finds("wendel", "Wendel");
    await finds("harbour round", "Harbour round");
    await finds("substitute", /Timetable|I am away/);
    await finds("spring term", "Spring term");
    // By its call, though the words stand nowhere in the studio.
    await finds("triple step", /figure/);
    await box.fill("qqqqzz");
    await expect(page.getByText("Nothing is called so, or nearly so.")).toBeVisible();
    await finds("new lev", "New level");
    await box.press("Enter");
    await expect(page.getByRole("dialog", { name: "New level" })).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toHaveCount(0);
    await page.keyboard.press("/");
    await finds("thursday section", "Thursday section");
    await box.press("ArrowDown");
    await box.press("ArrowUp");
    await box.press("Enter");
    await expect(page).toHaveURL(/\/levels\/[^/]+\/sections\//);

    // A teacher finds no students but their own, and nothing that is the director's.
    const junia = await another(browser, "Junia Reedwater");
    await junia.getByRole("button", { name: "Search everything" }).click();
    const hers = junia.getByRole("combobox", { name: "Search everything" });
    await hers.fill("calla");
    await expect(junia.getByRole("option", { name: /Calla/ })).toBeVisible();
    await hers.fill("wendel");
    await expect(junia.getByRole("option", { name: /Wendel.*dancer/ })).toHaveCount(0);
    await hers.fill("new level");
    await expect(junia.getByRole("option", { name: /New level/ })).toHaveCount(0);
    await junia.context().close();
  },
);
