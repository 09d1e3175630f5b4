import type { Browser, Page } from "@playwright/test";
import { type Cut, openCutLine } from "../../scripts/lib/cut-line.ts";
import { openStudio } from "../../scripts/lib/studios.ts";
import { classNamed, DEEP, expect, TEACHER, tablet, test } from "../fixtures.ts";

/** A studio that is given up as soon as usual, because here the line is really gone. */
const openImpatient = () => openStudio(process.env.DEMO_TEMPLATE ?? "", { PATIENCE: "1" });

/** What a browser believes of the network: fixed by the test, so that nothing rests on its opinion. */
const believes = (page: Page) =>
  page.context().addInitScript(() => {
    const isBelieved = () => localStorage.getItem("believes") !== "false";
    Object.defineProperty(Navigator.prototype, "onLine", { get: isBelieved });
  });
const believe = (page: Page, flag: boolean) =>
  page.evaluate((value) => {
    localStorage.setItem("believes", String(value));
    window.dispatchEvent(new Event(value ? "online" : "offline"));
  }, flag);

/** A teacher at a line that can be cut. */
async function atLine(browser: Browser) {
  const studio = await openImpatient();
  const line = await openCutLine(studio.address);
  const page = await tablet(browser);
  await believes(page);
  await page.goto(line.address);
  await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  const section = await classNamed(page, "Monday section", line.address);
  const end = async () => {
    await page.context().close();
    await line.stop();
    await studio.stop();
  };
  return { page, line, studio, section, end };
}

const heading = (page: Page, name: string) => page.getByRole("heading", { name, level: 1 });
const isKept = (page: Page) => expect(page.getByText("Works without a network from here on")).toBeVisible();
const mark = (page: Page, name: string) =>
  page.getByRole("contentinfo").getByRole("button", { name, exact: true });

/** Nothing that was in sight goes away again while the line is cut. */
async function staysInSight(page: Page, name: string): Promise<void> {
  for (let look = 0; look < 8; look++) {
    expect(await heading(page, name).isVisible()).toBe(true);
    await page.waitForTimeout(250);
  }
}

/** A process that stands still takes requests and answers none, for longer than any of them waits. */
const IS_DEEP = process.env.PROPERTIES === "deep";
/** The worst of them each time, all in the deep tests. */
const CUTS: readonly (Cut | "paused")[] = IS_DEEP
  ? ["gone", "hangs", "stranger", "half", "paused"]
  : ["gone", "hangs"];
/** Each cut with one belief of the browser, and in the deep tests with both. */
const believed = (how: Cut | "paused"): readonly boolean[] =>
  how === "paused" ? [true] : IS_DEEP ? [true, false] : [how !== "gone"];
const LONGER_MS = 35_000;

test(
  "a class and a check on a cut line, whatever the browser believes: all is in sight, kept, and sent once",
  DEEP,
  async ({ browser }) => {
    // Five to nine times a class and a check are opened on a line that gives no answer.
    test.setTimeout(1_500_000);
    const { page, line, studio, section, end } = await atLine(browser);
    await page.goto(`${line.address}/checks/${section}`);
    await page.getByRole("button", { name: "Check tonight" }).click();
    await isKept(page);
    const check = page.url();
    const teach = `${line.address}/teach/${section}/3`;
    await page.goto(teach);
    await isKept(page);
    const read = async (place: string) =>
      (await page.request.get(`${studio.address}/api/sections/${section}/${place}`)).json();
    const said: string[] = [];
    for (const how of CUTS)
      for (const flag of believed(how)) {
        const what = `${how}, believing ${flag}`;
        await test.step(what, async () => {
          if (how === "paused") studio.pause();
          else line.cut(how);
          await believe(page, flag);
          await page.reload();
          await page
            .getByRole("button", { name: /Back-and-forward/ })
            .first()
            .click();
          await mark(page, said.length % 2 === 0 ? "part done" : "not done").click();
          await page.getByLabel("Quick note").fill(what);
          await page.getByRole("button", { name: "Note it" }).click();
          await expect(page.getByText(`Note: ${what}`)).toBeVisible();
          await staysInSight(page, "Back-and-forward");
          if (how !== "half")
            await expect(page.getByText(/^No network: \d class entries safe on this device/)).toBeVisible();
          // Closed and opened again, at another page.
          await page.goto(check);
          await page.getByRole("button", { name: "By figure", exact: true }).click();
          await page
            .getByRole("group", { name: "The routine" })
            .getByRole("button")
            .nth(Math.min(CUTS.indexOf(how), 3))
            .click();
          // The routine has four figures; with a process that stands still what was marked before is in sight.
          const isMarked = flag === believed(how)[0] && how !== "paused";
          if (isMarked) await page.getByRole("button", { name: "All: without help" }).click();
          // In sight once it is kept, so that leaving the page takes nothing away.
          await expect(page.getByRole("button", { name: "Wendel: without help" })).toBeVisible();
          if (isMarked && how !== "half")
            await expect(page.getByText(/^No network: \d+ check entries safe/).first()).toBeVisible();
          await page.goto(teach);
          await expect(page.getByText(`Note: ${what}`)).toBeVisible();
          said.push(what);

          if (how === "paused" && flag) await page.waitForTimeout(LONGER_MS);
          studio.goOn();
          line.cut("none");
          await believe(page, true);
          await expect(page.getByText("All class entries are saved")).toBeVisible();
          await expect(page.getByText(/No answer from the studio/)).toHaveCount(0);
          const remarks = async () =>
            (await read("lessons/3/log")).entries
              .filter(({ kind }: { kind: string }) => kind === "remark")
              .map(({ value }: { value: { text: string } }) => value.text);
          await expect.poll(remarks).toEqual(said);
        });
      }
    await page.goto(check);
    await expect(page.getByText("All check entries are saved").first()).toBeVisible();
    const { evidence } = await read("evidence");
    const seen = evidence.filter(({ checkId }: { checkId: string }) => checkId && check.endsWith(checkId));
    expect(new Set(seen.map(({ studentId, figureId }: never) => `${studentId} ${figureId}`)).size).toBe(
      CUTS.filter((how) => how !== "paused").length * 11,
    );
    expect(new Set(seen.map(({ id }: { id: string }) => id)).size).toBe(seen.length);
    await end();
  },
);

test(
  "a class on a line that hangs for twenty minutes: all stays in sight, and is sent once it is back",
  DEEP,
  async ({ browser }) => {
    const { page, line, studio, section, end } = await atLine(browser);
    await page.clock.install();
    await page.goto(`${line.address}/teach/${section}/3`);
    await isKept(page);
    await page
      .getByRole("button", { name: /Back-and-forward/ })
      .first()
      .click();
    line.cut("hangs");
    for (const minute of ["first", "tenth", "twentieth"]) {
      await page.getByLabel("Quick note").fill(minute);
      await page.getByRole("button", { name: "Note it" }).click();
      await expect(page.getByText(`Note: ${minute}`)).toBeVisible();
      await page.clock.fastForward("10:00");
      await staysInSight(page, "Back-and-forward");
    }
    await expect(page.getByText(/^No network: 3 class entries safe on this device/)).toBeVisible();
    line.cut("none");
    await page.clock.fastForward("00:10");
    await expect(page.getByText("All class entries are saved")).toBeVisible();
    const { entries } = await (
      await page.request.get(`${studio.address}/api/sections/${section}/lessons/3/log`)
    ).json();
    expect(entries.filter(({ kind }: { kind: string }) => kind === "remark")).toHaveLength(3);
    await end();
  },
);

test(
  "plan, lesson, log, practice and recap on a line that hangs open from what is kept, and keep what is written",
  DEEP,
  async ({ browser }) => {
    const { page, line, studio, section, end } = await atLine(browser);
    const lesson = `${line.address}/lessons/${section}/3`;
    const recap = `${line.address}/recaps/${section}/2`;
    const [{ levelId }, [figure]] = await Promise.all(
      ["sections", "figures"].map(async (list) =>
        (await page.request.get(`${line.address}/api/${list}`)).json(),
      ),
    ).then(([sections, figures]) => [sections.find(({ id }: { id: string }) => id === section), figures]);
    await page.goto(`${line.address}/teach/${section}/3`);
    await isKept(page);
    const places = [
      lesson,
      `${lesson}/log`,
      `${line.address}/practice/figures/${figure.id}`,
      recap,
      `${line.address}/levels/${levelId}/sections/${section}`,
    ];
    const titles: string[] = [];
    for (const place of places) {
      await page.goto(place);
      titles.push((await page.getByRole("heading").first().textContent()) ?? "");
      await page.waitForLoadState("networkidle").catch(() => undefined);
    }
    line.cut("hangs");
    for (const [at, place] of places.entries()) {
      await page.goto(place);
      await expect(page.getByRole("heading").first()).toHaveText(titles[at] ?? "");
      await expect(page.getByText(/^No answer from the studio since \d/)).toBeVisible();
    }
    await page.goto(recap);
    await page.getByLabel("Title").fill("What the hall's Wi-Fi did");
    await expect(page.getByText("Kept on this device until the studio answers")).toBeVisible();
    await page.reload();
    await expect(page.getByLabel("Title")).toHaveValue("What the hall's Wi-Fi did");
    line.cut("none");
    await expect(page.getByText("All saved")).toBeVisible();
    const { title } = await (
      await page.request.get(`${studio.address}/api/sections/${section}/lessons/2/recap`)
    ).json();
    expect(title).toBe("What the hall's Wi-Fi did");
    await end();
  },
);

for (const how of IS_DEEP ? (["gone", "hangs", "stranger"] as const) : (["hangs"] as const))
  test(
    `a page whose code is not here says so on a line that is ${how}, and opens by itself`,
    DEEP,
    async ({ page, watch }) => {
      watch.expectCuts();
      if (how === "stranger") watch.expectStrangers();
      const studio = await openImpatient();
      const line = await openCutLine(studio.address);
      await page.goto(line.address);
      await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
      await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
      line.cut(how);
      await page.getByRole("link", { name: "Timetable" }).first().click();
      await expect(page.getByText("This page is not on this device yet")).toBeVisible();
      await expect(page).toHaveURL(/\/timetable$/);
      line.cut("none");
      await expect(page.getByRole("heading", { name: "Timetable" })).toBeVisible();
      await page.goto("about:blank");
      await line.stop();
      await studio.stop();
    },
  );

test(
  "a recap that was read once opens again without a network, also from a letter's sentence",
  DEEP,
  async ({ browser }) => {
    const { page, line, section, end } = await atLine(browser);
    const { secret } = await (
      await page.request.get(`${line.address}/api/sections/${section}/lessons/1/recap`)
    ).json();
    const reader = await tablet(browser);
    const title = reader.getByRole("heading", { level: 1 });
    for (const tail of ["", ".", "/", ").", "%E2%80%9D"]) {
      await reader.goto(`${line.address}/r/${secret}${tail}`);
      await expect(title).toContainText("week 1");
    }
    await expect
      .poll(() =>
        reader.evaluate(
          async () => (await caches.match("/kept-build")) !== undefined && caches.has("map-step-links"),
        ),
      )
      .toBe(true);
    for (const how of ["gone", "hangs", "stranger"] as const) {
      line.cut(how);
      await reader.reload();
      await expect(title).toContainText("week 1");
    }
    await reader.context().close();
    await end();
  },
);
