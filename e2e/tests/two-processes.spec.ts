import type { Page } from "@playwright/test";
import { openStudio, type Studio } from "../../scripts/lib/studios.ts";
import { DEEP, expect, test, unaware } from "../fixtures.ts";

let studio: Studio;
/** Two processes of the server on one database. */
let addresses: readonly [string, string];

test.beforeAll(async () => {
  studio = await openStudio(process.env.DEMO_TEMPLATE ?? "");
  addresses = [studio.address, await studio.twin()];
});
test.afterAll(async () => {
  await studio.stop();
});

async function enter(page: Page, address: string, name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole("button", { name: new RegExp(name) }).click();
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
}
const [DIRECTOR, TEACHER] = ["Maro Quillfeather", "Junia Reedwater"];
const strand = (page: Page) => page.getByRole("button", { name: /^Both turn, / });

async function planOf(page: Page): Promise<string> {
  const levels: { id: string; name: string }[] = await (await page.request.get("/api/levels")).json();
  return `/levels/${levels.find(({ name }) => name === "Hustle 2")?.id}`;
}

test(
  "two people at two processes see each other, move, collide, propose and are signed out",
  DEEP,
  async ({ page, browser, watch }) => {
    watch.expectStatus(401, 409);
    const newPage = async (baseURL: string) =>
      (await browser.newContext({ baseURL, serviceWorkers: "block" })).newPage();
    const [here, there] = [await newPage(addresses[0]), await newPage(addresses[1])];
    await enter(here, addresses[0], DIRECTOR);
    await enter(there, addresses[1], TEACHER);
    const path = await planOf(here);
    await here.goto(path);
    await there.goto(path);
    await expect(there.getByText(`${DIRECTOR} is here too`)).toBeVisible();
    await expect(here.getByText(`${TEACHER} is here too`)).toBeVisible();

    // A strand moves before the eyes of the other.
    const before = await strand(there).getAttribute("aria-label");
    await strand(here).focus();
    await here.keyboard.press("ArrowRight");
    await expect(here.getByText("All saved")).toBeVisible();
    await expect(strand(there)).not.toHaveAttribute("aria-label", before ?? "");

    // A conflict across processes is asked, and nothing is lost.
    await page.goto(addresses[1]);
    await unaware(page);
    await enter(page, addresses[1], DIRECTOR);
    await page.goto(addresses[1] + path);
    await expect(strand(page)).toBeVisible();
    await strand(here).focus();
    await here.keyboard.press("Home");
    await expect(here.getByText("All saved")).toBeVisible();
    await strand(page).focus();
    await page.keyboard.press("Delete");
    const dialog = page.getByRole("dialog", { name: /changed this too/ });
    await dialog.getByRole("radio", { name: "Theirs: week 1" }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await expect(page.getByText("All saved")).toBeVisible();
    await expect(strand(page)).toHaveAccessibleName(/new in week 1/);

    // A proposal made at one process is taken at the other.
    await there.getByRole("button", { name: "Propose a change" }).click();
    const bar = there.getByRole("region", { name: "Your proposal" });
    await expect(bar).toBeVisible();
    await strand(there).focus();
    await there.keyboard.press("ArrowRight");
    await bar.getByLabel("Why it would be better").fill("One night later.");
    await bar.getByRole("button", { name: "Send to the director" }).click();
    await here.goto("/");
    const told = here.getByRole("listitem").filter({ hasText: "One night later." });
    await told.getByRole("link", { name: "Plan" }).click();
    await here.getByRole("button", { name: "Take it", exact: true }).click();
    await expect(there.getByText(`${DIRECTOR} took it`)).toBeVisible();
    await here.goto(path);
    await expect(strand(here)).toHaveAccessibleName(/new in week 2/);

    // Another password at one process ends the sign-in at the other.
    await here.goto("/account");
    await here.getByLabel("Password you use now").fill("a tide comes in at six");
    await here.getByLabel("New password").fill("nine slow herring gulls");
    await here.getByRole("button", { name: "Change the password" }).click();
    await expect(here.getByText("Your password is changed")).toBeVisible();
    await page.goto(`${addresses[1]}/figures`);
    await expect(page.getByRole("button", { name: "Sign in" })).toBeVisible();
    for (const one of [here, there]) await one.context().close();
  },
);
