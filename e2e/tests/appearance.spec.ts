import { readFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import type { Page } from "@playwright/test";
import { WEB_ROOT } from "../../scripts/lib/build.ts";
import {
  demoStudio,
  expect,
  expectAccessible,
  expectPressable,
  openToday,
  signIn,
  test,
} from "../fixtures.ts";
import { expectNamed } from "../named.ts";

/** The main views, by the names of their links and what shows that they are there. */
async function views(page: Page): Promise<{ name: string; path: string; shown: RegExp }[]> {
  const { figure, level, section, sequence } = await page.evaluate(async () => {
    const read = async (path: string) => (await fetch(`/api${path}`)).json();
    const [figures, [first], [running], sequences] = [
      await read("/figures"),
      await read("/levels"),
      await read("/sections"),
      await read("/sequences"),
    ];
    return {
      figure: figures.find(({ name }: { name: string }) => name === "Window").id,
      level: first.id,
      section: running.id,
      sequence: sequences.find(({ name }: { name: string }) => name === "Hustle 1, closing round").id,
    };
  });
  return [
    { name: "today", path: "/", shown: /The term as it runs/ },
    { name: "figures", path: "/figures", shown: /72 of 72/ },
    { name: "figure", path: `/figures/${figure}`, shown: /At a glance/ },
    { name: "elements", path: "/figures/elements", shown: /in \d+ figures/ },
    { name: "editor", path: `/figures/${figure}/edit`, shown: /How steps are written/ },
    { name: "step-map", path: "/step-map", shown: /Most passes through/ },
    { name: "program", path: "/levels/program", shown: /What each level adds/ },
    { name: "levels", path: "/levels", shown: /Hustle 2/ },
    { name: "plan", path: `/levels/${level}/sections/${section}`, shown: /To solve in this plan/ },
    { name: "timetable", path: "/timetable", shown: /\d clash/ },
    { name: "lessons", path: `/lessons/${section}`, shown: /next lesson/ },
    { name: "lesson", path: `/lessons/${section}/3`, shown: /60 of 60 minutes/ },
    { name: "teaching", path: `/teach/${section}/3`, shown: /Who is here/ },
    { name: "class log", path: `/lessons/${section}/2/log`, shown: /Who struggled/ },
    { name: "sequences", path: "/sequences", shown: /Hustle 1, closing round/ },
    { name: "sequence", path: `/sequences/${sequence}`, shown: /Every join fits/ },
    { name: "practice", path: `/practice/sequences/${sequence}`, shown: /Take it along/ },
    { name: "recaps", path: `/recaps/${section}`, shown: /drafted from what was really covered/ },
    { name: "recap", path: `/recaps/${section}/1`, shown: /Published/ },
    { name: "board", path: `/checks/${section}`, shown: /Ready to move up/ },
    { name: "roster", path: `/sections/${section}/roster`, shown: /1 more follower/ },
    { name: "dancers", path: "/dancers", shown: /each once, whatever they take/ },
    { name: "staff", path: "/staff", shown: /Junia Reedwater/ },
    { name: "bin", path: "/bin", shown: /each ring tells the days/ },
    { name: "first level", path: "/first-level", shown: /How is it danced/ },
  ];
}

/** A tablet held upright, half a laptop at 200 %, and the narrowest that is asked for. */
const WIDTHS = [
  [820, 1100],
  [640, 400],
  [320, 640],
] as const;

const NARROWEST = 320;
/** `npm test` looks at the light colours, wide and narrowest; the deep tests at all of them. */
const IS_DEEP = process.env.PROPERTIES === "deep";

/** The views with more beside each other than a list or a form. */
const WIDE = new Set([
  "today",
  "levels",
  "lessons",
  "sequences",
  "recaps",
  "staff",
  "first level",
  "figures",
  "figure",
  "editor",
  "step-map",
  "program",
  "timetable",
  "plan",
  "lesson",
  "teaching",
  "class log",
  "sequence",
  "recap",
  "board",
  "roster",
]);
const DRAWN = new Set([
  "today",
  "levels",
  "lessons",
  "sequences",
  "staff",
  "figure",
  "step-map",
  "plan",
  "lesson",
  "teaching",
  "sequence",
  "board",
]);

test.describe.configure({ mode: "parallel" });

for (const [half, isIn] of [
  ["first", (at: number) => at % 2 === 0],
  ["second", (at: number) => at % 2 === 1],
] as const)
  test(`everybody can use every main view, whatever its colours and width: ${half} half`, async ({
    page,
  }) => {
    test.setTimeout(900_000);
    await page.emulateMedia({ colorScheme: "light" });
    await page.goto(demoStudio());
    await expect(page.getByRole("heading", { name: "This is a made-up studio" })).toBeVisible();
    await expectAccessible(page);
    await signIn(page);
    for (const { name, path, shown } of (await views(page)).filter((_view, at) => isIn(at)))
      await test.step(name, async () => {
        await page.setViewportSize({ width: 1280, height: 800 });
        await page.emulateMedia({ colorScheme: "light" });
        await page.goto(demoStudio() + path);
        await expect(page.getByText(shown).first()).toBeVisible();
        await expectAccessible(page);
        await expectNamed(page);
        // Only contrast depends on the colours, and only drawings have colours of their own.
        if (IS_DEEP && DRAWN.has(name)) {
          await page.emulateMedia({ colorScheme: "dark" });
          await expect(page.locator("html")).toHaveClass(/dark/);
          await expectAccessible(page, "color-contrast");
        }
        for (const [width, height] of WIDE.has(name)
          ? WIDTHS.filter(([width]) => IS_DEEP || width === NARROWEST)
          : []) {
          await page.setViewportSize({ width, height });
          await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
          await expectPressable(page);
        }
      });
  });

test("the colours chosen stay chosen", async ({ page }) => {
  await openToday(page);
  await page.getByRole("button", { name: "Dark colours" }).click();
  await page.reload();
  await expect(page.getByRole("button", { name: "Light colours" })).toBeVisible();
  await expect(page.locator("html")).toHaveClass(/dark/);
});

test("an address that leads nowhere says so", async ({ page, watch }) => {
  watch.expectStatus(404, 422);
  await signIn(page);
  await page.goto(`${demoStudio()}/nowhere`);
  await expect(page.getByRole("heading", { name: "There is no page here" })).toBeVisible();
  await page.goto(`${demoStudio()}/figures/00000000-0000-4000-8000-000000000000`);
  await expect(page.getByRole("alert")).toContainText("It may have been removed");
  await page.goto(`${demoStudio()}/figures/window`);
  await expect(page.getByRole("alert")).toContainText("its address mistyped");
});

test("the first page fetches less than 260 kB of script", () => {
  const page = readFileSync(join(WEB_ROOT, "index.html"), "utf8");
  const scripts = [...page.matchAll(/"(\/assets\/[^" ]+\.js)"/g)].map(([, path = ""]) => path);
  expect(scripts.length).toBeGreaterThan(0);
  const sizes = scripts.map((path) => gzipSync(readFileSync(join(WEB_ROOT, path))).length);
  expect(sizes.reduce((sum, size) => sum + size, 0)).toBeLessThan(260_000);
});
