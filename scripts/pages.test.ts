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

  it("is named once, and no name is of a page that is gone", () => {
    expect(Object.keys(IN_JOURNEYS).filter((page) => !PAGES.includes(page) || VIEWS.has(page))).toEqual([]);
  });
});
