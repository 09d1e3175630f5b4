import type { Browser, Page } from "@playwright/test";
import { type Cut, openCutLine } from "../../scripts/lib/cut-line.ts";
import { openStudio } from "../../scripts/lib/studios.ts";
import { classNamed, expect, TEACHER, tablet, test } from "../fixtures.ts";

/** Whether a browser believes that it is connected is fixed, so that no test rests on its opinion. */
const believes = (page: Page, flag: boolean) =>
  page.context().addInitScript((value) => {
    Object.defineProperty(Navigator.prototype, "onLine", { get: () => value });
  }, flag);

/** A teacher at a line that can be cut. */
async function atLine(browser: Browser, flag: boolean) {
  const studio = await openStudio(process.env.DEMO_TEMPLATE ?? "");
  const line = await openCutLine(studio.address);
  const page = await tablet(browser);
  await believes(page, flag);
  await page.goto(line.address);
  await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  const end = async () => {
    await page.context().close();
    await line.stop();
    await studio.stop();
  };
  return { page, line, studio, end };
}

const heading = (page: Page, name: string) => page.getByRole("heading", { name, level: 1 });
const isKept = (page: Page) => expect(page.getByText("Works without a network from here on")).toBeVisible();
const mark = (page: Page, name: string) =>
  page.getByRole("contentinfo").getByRole("button", { name, exact: true });

/** Nothing that was in sight goes away again while the line is cut. */
async function staysInSight(page: Page, name: string): Promise<void> {
  for (let look = 0; look < 12; look++) {
    await expect(heading(page, name)).toBeVisible({ timeout: 250 });
    await page.waitForTimeout(300);
  }
}

const CUTS: readonly Cut[] = ["gone", "hangs", "stranger", "half"];

for (const flag of [true, false])
  for (const how of CUTS)
    test(`a class and a check on a line that is ${how}, the browser believing ${flag}: all is kept and sent once`, async ({
      browser,
    }) => {
      const { page, line, studio, end } = await atLine(browser, flag);
      const section = await classNamed(page, "Monday section", line.address);
      const room = `${line.address}/checks/${section}`;
      await page.goto(room);
      await page.getByRole("button", { name: "Check tonight" }).click();
      await isKept(page);
      const check = page.url();
      const teach = `${line.address}/teach/${section}/3`;
      await page.goto(teach);
      await expect(heading(page, "Welcome and warm-up")).toBeVisible();
      await isKept(page);

      line.cut(how);
      await page.reload();
      await expect(heading(page, "Welcome and warm-up")).toBeVisible({ timeout: 20_000 });
      await page.getByRole("button", { name: /Back-and-forward/ }).first().click();
      await mark(page, "part done").click();
      await expect(mark(page, "part done")).toHaveAttribute("aria-pressed", "true");
      await staysInSight(page, "Back-and-forward");
      if (how !== "half")
        await expect(page.getByText(/^No network: \d class entr(y|ies) safe on this device/)).toBeVisible();
      await page.goto(check);
      await page.getByRole("button", { name: "By figure", exact: true }).click();
      await page.getByRole("button", { name: "All: without help" }).click();
      if (how !== "half")
        await expect(page.getByText(/^No network: 11 check entries safe/).first()).toBeVisible();
      await page.goto(teach);
      await page.getByRole("button", { name: /Back-and-forward/ }).first().click();
      await expect(mark(page, "part done")).toHaveAttribute("aria-pressed", "true");

      line.cut("none");
      await expect(page.getByText("All class entries are saved")).toBeVisible();
      await expect(page.getByText(/No answer from the studio/)).toHaveCount(0);
      await page.goto(check);
      await expect(page.getByText("All check entries are saved").first()).toBeVisible();
      await expect
        .poll(async () => {
          const read = (place: string) =>
            page.request.get(`${studio.address}/api/sections/${section}/${place}`).then((one) => one.json());
          const { entries } = await read("lessons/3/log");
          const { evidence } = await read("evidence");
          return [
            entries.filter(({ kind }: { kind: string }) => kind === "mark").length,
            evidence.filter(({ checkId }: { checkId: string | null }) => checkId && check.endsWith(checkId))
              .length,
          ];
        })
        .toEqual([1, 11]);
      await end();
    });
