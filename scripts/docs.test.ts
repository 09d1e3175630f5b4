import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { figureSchema, studioSchema } from "@map-step/contract";
import { formatFigure, parseFigure } from "@map-step/core/notation";
import { describe, expect, it } from "vitest";
import { READING } from "../core/testing/samples.ts";
import { exportsOf, sourcesOf } from "./lib/sources.ts";

const root = join(import.meta.dirname, "..");
const read = (file: string) => readFileSync(join(root, file), "utf8");

const PAGES = [
  "README.md",
  ...readdirSync(join(root, "docs"), { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".md"))
    .map((name) => `docs/${name}`),
  ...["core", "contract", "server", "web", "demo", "e2e"].map((name) => `${name}/README.md`),
];

describe("the documents", () => {
  it.each(PAGES)("%s links to files that are there", (page) => {
    const links = [...read(page).matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, path = ""]) => path);
    for (const path of links) expect(existsSync(join(root, page, "..", path)), path).toBe(true);
  });

  it.each(PAGES)("%s names commands and files that are there", (page) => {
    const scripts = Object.keys(JSON.parse(read("package.json")).scripts);
    const commands = [...read(page).matchAll(/npm run ([\w:-]+)/g)].map(([, name = ""]) => name);
    expect(commands.filter((name) => !scripts.includes(name))).toEqual([]);
    const files = [...read(page).matchAll(/`([\w-]+\/[\w./-]+\.(?:tsx?|mjs|sql|json|txt))`/g)].map(
      ([, path = ""]) => path,
    );
    // A record names files of its concept as the concept does.
    const homes = [
      "",
      "core/src",
      "web/src",
      "web/src/features",
      "server/src",
      "server/src/features",
      "contract/src",
    ];
    const isThere = (path: string) => homes.some((home) => existsSync(join(root, home, path)));
    expect(files.filter((path) => !isThere(path) && !/^server\/dist|NAME/.test(path))).toEqual([]);
  });

  it("number the decisions without a gap, each with its concept, in the list once", () => {
    const names = readdirSync(join(root, "docs/decisions")).filter((name) => /^\d/.test(name));
    expect(names.map((name) => Number(name.slice(0, 4)))).toEqual(names.map((_name, at) => at + 1));
    const list = read("docs/decisions/README.md");
    for (const name of names) {
      expect(list.split(`(${name})`), name).toHaveLength(2);
      expect(read(`docs/decisions/${name}`), name).toMatch(
        /^# \d+\. .+\n\n\w+ · (in force|replaced by \d+)\n/,
      );
    }
  });

  it("name in the glossary only what the code knows", () => {
    const known = new Set(
      [...sourcesOf("core", "contract", "server", "web").values()].join("\n").match(/[A-Za-z]\w+/g),
    );
    const named = [...read("docs/glossary.md").matchAll(/`([^`]+)`/g)].map(([, name = ""]) => name);
    const words = named.filter((name) => /^\w{3,}$/.test(name));
    expect(words.length).toBeGreaterThan(50);
    expect(words.filter((name) => !known.has(name))).toEqual([]);
  });

  it("find every name of the core and of the contract but once", () => {
    for (const workspace of ["core", "contract"]) {
      const names = exportsOf(workspace).map(({ name }) => name);
      expect(names.length).toBeGreaterThan(100);
      expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([]);
    }
  });

  const examples = read("docs/notation.md")
    .split("\n\n")
    .filter((block) => /^ {4}(leader|solo)/.test(block))
    .map((block) => block.replace(/^ {4}/gm, ""));

  it.each(examples)("give a notation that can be read: %s", (text) => {
    const { figure, faults } = parseFigure(text, READING);
    expect(faults).toEqual([]);
    expect(parseFigure(formatFigure(figure), READING).figure).toEqual(figure);
  });

  it("describe files as the contract does (npm run schema)", () => {
    expect(examples.length).toBeGreaterThan(5);
    expect(read("docs/figure.schema.json")).toBe(figureSchema());
    expect(read("docs/studio.schema.json")).toBe(studioSchema());
  });
});
