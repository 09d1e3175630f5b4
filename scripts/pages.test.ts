import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { sourcesOf } from "./lib/sources.ts";

const ROOT = join(import.meta.dirname, "..");
const read = (file: string) => readFileSync(join(ROOT, file), "utf8");

/** What is put into an address stands as a star: that of an editor is `/figures/STAR/edit`. */
const shapeOf = (address: string): string =>
  `/${address}`
    .replace(/^\/\//, "/")
    .replace(/\?.*$/, "")
    .replaceAll(/:\w+|\$\{[^}]*\}|\b\d+\b/g, "*");

const ROUTES = [...read("web/src/app/routes.tsx").matchAll(/path: "([^"*]+)"/g)].map(([, path = ""]) => path);
/** Pages whose last part may be missing. */
const OPTIONAL = new Set(
  ROUTES.filter((path) => path.endsWith("?")).map((path) => shapeOf(path.slice(0, -1))),
);
const PAGES = ROUTES.map((path) => shapeOf(path.replace(/\?$/, "")));

const VIEWS = new Set(
  [...read("e2e/tests/appearance.spec.ts").matchAll(/path: [`"]([^`"]+)[`"]/g)].map(([, path = ""]) =>
    shapeOf(path),
  ),
);

/** Pages that no sweep looks at, with the journey that reads them by the same rules of accessibility. */
const IN_JOURNEYS: Readonly<Record<string, string>> = {
  "/figures/new": "figures",
  "/figures/holds": "holds",
  "/figures/needs": "figures",
  "/figures/alike": "figures",
  "/figures/file": "figure-file",
  "/figures/*/beside/*": "figures",
  "/levels/approaches": "approaches",
  "/levels/*": "plans",
  "/timetable/terms": "timetable",
  "/timetable/terms/*": "timetable",
  "/lessons/*/*/cover": "walks",
  "/proposals": "proposals",
  "/proposals/*": "proposals",
  "/practice/figures/*": "practice",
  "/checks/*/level": "checks",
  "/checks/*/*": "checks",
  "/levels/*/groups": "people",
  "/dancers/*": "people",
  "/dancers/*/card": "paper",
  "/dancers/*/erase": "bin",
  "/staff/file": "studio-file",
  "/staff/letters": "letters",
  "/staff/settings": "timetable",
  "/account": "account",
};

/** Pages of which a picture is kept, as their addresses stand in the script that takes them. */
const PICTURED = new Set([
  ...[...read("scripts/screenshots.ts").matchAll(/=> [`"](\/[^`"]*)[`"]/g)].map(([, path = ""]) =>
    shapeOf(path),
  ),
  // These are opened from their lists.
  "/sequences/*",
  "/dancers/*",
]);

const ONE_OF_MANY = "it looks as another does of which there is one";
/** Why there is no picture of a page. */
const WITHOUT_PICTURE: Readonly<Record<string, string>> = {
  "/first-level": "it is seen once, by a studio that is empty",
  "/figures/elements": ONE_OF_MANY,
  "/figures/holds": ONE_OF_MANY,
  "/figures/needs": ONE_OF_MANY,
  "/figures/alike": ONE_OF_MANY,
  "/figures/file": "it is empty until a file is taken",
  "/figures/*/beside/*": "the figure's own page shows the same two ribbons",
  "/figures/*/edit": "the page of a new figure is the same form",
  "/levels/program": ONE_OF_MANY,
  "/levels/approaches": ONE_OF_MANY,
  "/levels/*": "the plan of a section is the same page with what happened",
  "/sections/*/roster": ONE_OF_MANY,
  "/timetable/terms": ONE_OF_MANY,
  "/timetable/terms/*": ONE_OF_MANY,
  "/lessons/*/*/log": "the teaching page shows what is logged",
  "/lessons/*/*/cover": "it is a sheet of paper; its test counts the sheets",
  "/proposals": ONE_OF_MANY,
  "/proposals/*": "a proposal stands in the plan's picture",
  "/practice/sequences/*": "it looks as practice of a figure does",
  "/recaps/*": ONE_OF_MANY,
  "/checks/*/level": "it is empty until two people mark one check",
  "/checks/*/*": "the room of a check has its picture",
  "/levels/*/groups": ONE_OF_MANY,
  "/dancers/*/card": "it is a sheet of paper; its test counts the sheets",
  "/dancers/*/erase": "it is seen once, before somebody is erased",
  "/staff": ONE_OF_MANY,
  "/staff/file": "it is empty until a file is taken",
  "/staff/letters": ONE_OF_MANY,
  "/staff/settings": ONE_OF_MANY,
  "/account": ONE_OF_MANY,
  "/bin": ONE_OF_MANY,
};

describe("every page with an address", () => {
  it.each(PAGES)("%s is looked at", (page) => {
    const journey = IN_JOURNEYS[page];
    if (journey === undefined) expect([...VIEWS]).toContain(page);
    else expect(existsSync(join(ROOT, `e2e/tests/${journey}.spec.ts`))).toBe(true);
  });

  it.each(PAGES)("%s is led to by another", (page) => {
    const links = [...sourcesOf("web")].flatMap(([file, text]) =>
      file.endsWith("routes.tsx")
        ? []
        : [...text.matchAll(/[`"](\/[a-z][^`"\s]*)[`"]/g)].map(([, address = ""]) => shapeOf(address)),
    );
    // A page of the class that comes next is led to without naming the class.
    const ways = [page, ...(OPTIONAL.has(page) ? [page.replace(/\/\*$/, "")] : [])];
    expect(links.some((link) => ways.includes(link.replace(/#.*$/, "")))).toBe(true);
  });

  it.each(PAGES)("%s has its picture, or it is said why not", (page) => {
    expect(PICTURED.has(page)).toBe(WITHOUT_PICTURE[page] === undefined);
  });

  it("is named once, and no name is of a page that is gone", () => {
    expect(Object.keys(IN_JOURNEYS).filter((page) => !PAGES.includes(page) || VIEWS.has(page))).toEqual([]);
    expect(Object.keys(WITHOUT_PICTURE).filter((page) => !PAGES.includes(page))).toEqual([]);
  });
});
