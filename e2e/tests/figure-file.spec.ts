import { readFile } from "node:fs/promises";
import { strToU8, zipSync } from "fflate";
import { DEEP, demoStudio, expect, signIn, TEACHER, test } from "../fixtures.ts";

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
  await page.getByRole("button", { name: "Leave out what is refused" }).click();
  await page.getByRole("button", { name: "Import the file" }).click();
  await expect(page.getByText("new.csv: 1 added, 0 changed", { exact: true })).toBeVisible();

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

test("a teacher may take figures out, but not in", DEEP, async ({ page }) => {
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/figures/file`);
  await expect(page.getByRole("button", { name: "Save as CSV" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Import figures" })).toHaveCount(0);
});

/** A small spreadsheet of one sheet, as programs write it. */
function workbook(rows: readonly (readonly string[])[]): Buffer {
  const sheet = rows
    .map((cells, row) => {
      const place = (column: number) => `${"ABCDEFGH"[column]}${row + 1}`;
      const told = cells.map((text, at) => `<c r="${place(at)}" t="inlineStr"><is><t>${text}</t></is></c>`);
      return `<row r="${row + 1}">${told.join("")}</row>`;
    })
    .join("");
  const head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>';
  const main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  const links = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  const pack = "http://schemas.openxmlformats.org/package/2006";
  const files = {
    "[Content_Types].xml": `<Types xmlns="${pack}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>`,
    "_rels/.rels": `<Relationships xmlns="${pack}/relationships"><Relationship Id="r1" Type="${links}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    "xl/workbook.xml": `<workbook xmlns="${main}" xmlns:r="${links}"><sheets><sheet name="Figures" sheetId="1" r:id="r1"/></sheets></workbook>`,
    "xl/_rels/workbook.xml.rels": `<Relationships xmlns="${pack}/relationships"><Relationship Id="r1" Type="${links}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    "xl/worksheets/sheet1.xml": `<worksheet xmlns="${main}"><sheetData>${sheet}</sheetData></worksheet>`,
  };
  const bytes = Object.entries(files).map(([name, xml]) => [name, strToU8(head + xml)] as const);
  return Buffer.from(zipSync(Object.fromEntries(bytes)));
}

test("a list comes from a spreadsheet, and what is none is said to be none", DEEP, async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/figures/file`);
  const chooser = page.getByLabel("Or choose a spreadsheet");
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: "application/octet-stream", buffer });
  await chooser.setInputFiles(file("broken.xlsx", Buffer.from("no spreadsheet")));
  await expect(page.getByText(/broken.xlsx cannot be read as a spreadsheet/)).toBeVisible();
  const rows = [
    ["Name", "Kind", "Minutes", "Call"],
    ["Sheet basic", "basic", "8", "rock step, walk, walk"],
    ["Sheet slip", "pattern", "8", "rock stpe"],
  ];
  await chooser.setInputFiles(file("figures.xlsx", workbook(rows)));
  await expect(page.getByText("figures.xlsx: 1 added, 0 changed, 0 the same, 1 refused")).toBeVisible();
  await page.getByRole("button", { name: "Leave out what is refused" }).click();
  await page.getByRole("button", { name: "Add these figures" }).click();
  await expect(page.getByText("figures.xlsx: 1 added, 0 changed", { exact: true })).toBeVisible();
  await page.goto(`${demoStudio()}/figures?search=sheet`);
  await page.getByRole("link", { name: /Sheet basic/ }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText("72 of 72 figures")).toBeVisible();
});
