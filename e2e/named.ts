import { expect, type Page } from "@playwright/test";

const ACTS = "button|link|radio|checkbox|switch|combobox|textbox|searchbox|spinbutton|slider";
const SAYS_NOTHING = [
  new RegExp(`^\\s*- '?(${ACTS}) "[^A-Za-z]*"`),
  new RegExp(`^\\s*- (${ACTS}|table|radiogroup|toolbar|dialog)(:| \\[|$)`),
  /^\s*- list$/,
];
const ACT = new RegExp(`^\\s*- '?(${ACTS}) ("(?:[^"\\\\]|\\\\.)*")`);
/** What tells apart what stands in it. */
const PLACE = /^\s*- '?(region|group|list|table|row|dialog|navigation|toolbar|figure) ("(?:[^"\\]|\\.)*")/;
/** The same act, offered at the top and at the end of a long form. */
const TWICE = ['button "Save the figure"'];
const depthOf = (line: string): number => line.search(/\S/);

/** What says nothing: a bare number, a picture without a word, an empty list. */
const namelessIn = (lines: readonly string[]): string[] =>
  lines.filter((line, at) => {
    if (SAYS_NOTHING.some((pattern) => pattern.test(line))) return true;
    // Within something that has a name a picture only adorns.
    const around = lines.slice(0, at).findLast((other) => depthOf(other) < depthOf(line)) ?? "";
    return /^\s*- img$/.test(line) && !new RegExp(`- '?(${ACTS}|option) "`).test(around);
  });

/** What is called alike in one place and does another thing each time; links to one place do the same. */
function alikeIn(lines: readonly string[]): string[] {
  const places: { readonly depth: number; readonly name: string }[] = [];
  const found = new Map<string, Set<string>>();
  lines.forEach((line, at) => {
    const depth = depthOf(line);
    while ((places.at(-1)?.depth ?? -1) >= depth) places.pop();
    const [, role = "", name = ""] = ACT.exec(line) ?? [];
    if (role !== "" && !TWICE.includes(`${role} ${name}`)) {
      const leadsTo = role === "link" ? (/\/url: (.*)/.exec(lines[at + 1] ?? "")?.[1] ?? "") : `${at}`;
      const called = [...places.map((place) => place.name), `${role} ${name}`].join(" › ");
      found.set(called, (found.get(called) ?? new Set()).add(leadsTo));
    }
    const [, kind = "", title = ""] = PLACE.exec(line) ?? [];
    if (kind !== "") places.push({ depth, name: title });
  });
  return [...found]
    .filter(([, ways]) => ways.size > 1)
    .map(([called, { size }]) => `${called}, ${size} times`);
}

/** Read aloud, everything on the page says what it is, and nothing is called like something else that is pressed. */
export async function expectNamed(page: Page): Promise<void> {
  const lines = (await page.locator("body").ariaSnapshot()).split("\n");
  expect(namelessIn(lines)).toEqual([]);
  expect(alikeIn(lines)).toEqual([]);
}
