import * as check from "@map-step/core/check";
import * as comment from "@map-step/core/comment";
import * as couple from "@map-step/core/couple";
import * as element from "@map-step/core/element";
import * as figure from "@map-step/core/figure";
import * as hold from "@map-step/core/hold";
import * as lesson from "@map-step/core/lesson";
import * as likeness from "@map-step/core/likeness";
import * as notation from "@map-step/core/notation";
import * as plan from "@map-step/core/plan";
import * as practice from "@map-step/core/practice";
import * as recap from "@map-step/core/recap";
import * as repertoire from "@map-step/core/repertoire";
import * as sequence from "@map-step/core/sequence";
import * as stepMap from "@map-step/core/step-map";
import * as student from "@map-step/core/student";
import * as time from "@map-step/core/time";
import * as timetable from "@map-step/core/timetable";
import * as undo from "@map-step/core/undo";
import * as words from "@map-step/core/words";
import loadHighs from "highs";
import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../core/testing/figures.ts";
import * as samples from "../core/testing/samples.ts";
import { couplesWith } from "../web/src/workers/solve-couple.ts";
import { exportsOf } from "./lib/sources.ts";

const FACES = {
  check,
  comment,
  couple,
  element,
  figure,
  hold,
  lesson,
  likeness,
  notation,
  plan,
  practice,
  recap,
  repertoire,
  sequence,
  stepMap,
  student,
  time,
  timetable,
  undo,
  words,
};
const scope: Readonly<Record<string, unknown>> = Object.assign(
  { ...samples, DANCE: IN_FOUR, SOLVE: couplesWith(await loadHighs()) },
  ...Object.values(FACES),
);
const evaluate = (code: string): unknown =>
  new Function(...Object.keys(scope), `return (${code}\n);`)(...Object.values(scope));

/** The code of an example and what it gives, as the comment says. */
function exampleIn(comment: string): readonly [code: string, gives: string] | null {
  const text = comment
    .split("@example")[1]
    ?.replace(/^\s*\*(?: |\/$|$)/gm, "")
    .trim();
  const at = text?.lastIndexOf("// ") ?? -1;
  return text === undefined || at < 0 ? null : [text.slice(0, at), text.slice(at + 3)];
}

const documented = exportsOf("core", "contract");
const examples = documented.flatMap(({ name, file, comment }) => {
  const example = comment === null || !file.startsWith("core") ? null : exampleIn(comment);
  return example ? [{ name, code: example[0], gives: example[1] }] : [];
});

describe("what is exported", () => {
  it("says what it is, in core and contract", () => {
    expect(documented.length).toBeGreaterThan(500);
    const silent = documented.filter(({ comment }) => comment === null);
    expect(silent.map(({ file, name }) => `${file}: ${name}`)).toEqual([]);
  });

  it("shows an example on every function of a concept's face", () => {
    const functions = Object.values(FACES).flatMap((face) =>
      Object.entries(face).flatMap(([name, value]) => (typeof value === "function" ? [name] : [])),
    );
    expect(functions.length).toBeGreaterThan(150);
    const shown = new Set(examples.map(({ name }) => name));
    expect(functions.filter((name) => !shown.has(name))).toEqual([]);
  });

  it.each(examples)("gives what its example says: $name", ({ code, gives }) => {
    expect(evaluate(code)).toEqual(evaluate(gives));
  });
});
