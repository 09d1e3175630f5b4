import { describe, expect, it } from "vitest";
import { ONE_OF_EACH } from "../../testing/findings.ts";
import {
  checkPlan,
  FINDING_CODES,
  findingKey,
  type LevelPlan,
  place,
  remedyFor,
  returnFor,
} from "./index.ts";

const findingsOf = (code: (typeof FINDING_CODES)[number]) =>
  checkPlan(ONE_OF_EACH[code]).filter((finding) => finding.code === code);
const keysOf = (level: LevelPlan) => checkPlan(level).map(findingKey);

describe("each sort of finding", () => {
  it("says what somebody has read and found right", async () => {
    const said = FINDING_CODES.map((code) => {
      const level = ONE_OF_EACH[code];
      const lines = findingsOf(code).map((finding) => {
        const move = remedyFor(level, finding);
        const back = returnFor(level, finding);
        const ways = [
          move ? `  moves ${move.figureId} from ${move.from} to ${move.to}` : "",
          back === null ? "" : `  comes back in week ${back}`,
        ].filter((way) => way !== "");
        return [`  ${finding.severity}: ${finding.text}`, ...ways].join("\n");
      });
      return [code, ...lines].join("\n");
    });
    await expect(`${said.join("\n\n")}\n`).toMatchFileSnapshot("../../testing/approved/each-finding.txt");
  });

  it.each(FINDING_CODES)(
    "%s is found in its example, and is gone when its move or return is made",
    (code) => {
      const level = ONE_OF_EACH[code];
      const found = findingsOf(code);
      expect(found.length).toBeGreaterThan(0);
      for (const finding of found) {
        const move = remedyFor(level, finding);
        if (move)
          expect(
            keysOf({ ...level, placements: place(level.placements, move.figureId, move.to) }),
          ).not.toContain(findingKey(finding));
        const back = returnFor(level, finding);
        if (back !== null)
          expect(
            keysOf({
              ...level,
              figures: level.figures.map((figure) =>
                figure.id === finding.figureId ? { ...figure, extraReturns: [back] } : figure,
              ),
            }),
          ).not.toContain(findingKey(finding));
      }
    },
  );
});
