import { directionAt } from "./lexicon.ts";
import { isCount } from "./read-count.ts";
import { takeDirection, takeFoot, type What } from "./read-element.ts";
import { type Cursor, type ItemContext, modifierAt } from "./read-extras.ts";
import { wordAt } from "./read-turn.ts";
import type { Token } from "./scan.ts";
import type { Foot } from "./types.ts";
import { type Action, type Direction, mayHaveFoot, takesDirection } from "./words.ts";

/** How an action stands in its row: with a count or a foot before it; first, or behind `then`. */
export interface ActionStanding {
  readonly isMarked: boolean;
  readonly isApart: boolean;
}

/** Where a foot without weight goes, seen from the other one: `touch out, touch in`. */
const IN_OR_OUT: Readonly<Record<string, Direction>> = { out: "side", in: "close" };

/**
 * A direction behind an action without weight. In a row of bare words, `side touch side touch`, each is an action of
 * its own; only a foot or a count before, or the end of the line behind, makes it where the foot goes.
 */
function readDirection(
  cursor: Cursor,
  { isMarked, isApart }: ActionStanding,
  context: ItemContext,
): Direction | undefined {
  const found = directionAt(cursor.tokens, cursor.at);
  const inOrOut = found ? undefined : IN_OR_OUT[wordAt(cursor.tokens, cursor.at)];
  if (inOrOut) cursor.at += 1;
  if (!found) return inOrOut;
  const next = { tokens: cursor.tokens, at: cursor.at + found.used };
  const token = next.tokens[next.at];
  if (!isMarked && token && !isCount(token) && modifierAt(next, context) === null) return undefined;
  // Among others in a row, it may be a step of its own as well: `heel together heel together`.
  if (!isMarked && !token && !isApart) {
    const action = cursor.tokens[cursor.at - 1] as Token;
    const to = cursor.tokens[next.at - 1] as Token;
    context.doubt(action, to, [
      `${action.value} ${found.direction},`,
      `${action.value}, ${found.direction},`,
    ]);
  }
  cursor.at = next.at;
  return found.direction;
}

/** `step right` is a step to the right; `step` alone stays in place, `step back` goes back. */
export function readStepWord(cursor: Cursor, foot: Foot | undefined): Action {
  const direction = takeDirection(cursor);
  const token = cursor.tokens[cursor.at];
  const isSide = !foot && token?.kind === "word" && /^(left|right)$/i.test(token.value);
  return direction ?? (isSide ? "side" : "place");
}

/** The direction and the foot that stand behind an action, in either order. */
export function readActionEnd(
  cursor: Cursor,
  action: Action,
  before: Foot | undefined,
  { isMarked, isApart }: ActionStanding,
  context: ItemContext,
): What {
  const takes = takesDirection(action);
  const first = takes
    ? readDirection(cursor, { isMarked: isMarked || before !== undefined, isApart }, context)
    : undefined;
  const foot = before ?? (mayHaveFoot(action) ? takeFoot(cursor) : undefined);
  return {
    foot,
    direction:
      first ?? (takes && foot ? readDirection(cursor, { isMarked: true, isApart }, context) : undefined),
  };
}
