import { describe, expect, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { PHRASES_BY_FAMILY } from "../../testing/phrases.ts";
import { readingOf } from "../element/index.ts";
import { doubtText, formatFigure, parseFigure, type Step } from "./index.ts";

const THREE = { ...IN_FOUR, meter: 3 };
const ALONE = { ...IN_FOUR, alone: true };

/** As the table has it: counts only where they are not the next beat. */
function dancedIn(steps: readonly Step[]): string {
  let next = 0;
  return steps
    .map(({ onset, foot, action, direction, size, turn }) => {
      const [beat, within] = [Math.floor(onset / 24) + 1, ((onset % 24) + 24) % 24];
      const count = onset === next ? "" : within === 12 ? "&" : `${beat}`;
      next = within === 0 ? onset + 24 : onset + 12;
      const turned = turn ? `turn ${turn.sense} ${turn.degrees}${turn.first ? " first" : ""}` : "";
      return [count, foot ?? "", action, direction ?? "", size ?? "", turned].filter(Boolean).join(" ");
    })
    .join(", ");
}

describe.each(Object.entries(PHRASES_BY_FAMILY))("what is called in %s", (family, phrases) => {
  const dance = family.endsWith("three") ? THREE : /alone|line/.test(family) ? ALONE : IN_FOUR;
  const role = dance.alone ? "solo" : "leader";

  test.each(Object.entries(phrases))("%j is %j", (said, danced) => {
    const { figure, faults, doubts } = parseFigure(`${role}\n${said}`, readingOf(dance));
    expect([...faults, ...doubts.map(doubtText)]).toEqual([]);
    expect(`${dancedIn(figure.steps[role] ?? [])} | ${figure.length / 24}`).toBe(danced);
    // What is kept is read alike, with nothing asked.
    const again = parseFigure(formatFigure(figure, dance), readingOf(dance));
    expect([...again.faults, ...again.doubts]).toEqual([]);
    expect(again.figure).toEqual(figure);
  });
});
