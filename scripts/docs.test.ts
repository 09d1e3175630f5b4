import { existsSync, readFileSync } from "node:fs";
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
  ...["architecture", "checks", "contributing", "deploy", "director", "glossary", "notation"].map(
    (name) => `docs/${name}.md`,
  ),
  ...["core", "contract", "server", "web", "demo", "e2e"].map((name) => `${name}/README.md`),
];

describe("the documents", () => {
  it.each(PAGES)("%s links to files that are there", (page) => {
    const links = [...read(page).matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, path = ""]) => path);
    for (const path of links) expect(existsSync(join(root, page, "..", path)), path).toBe(true);
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
