import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { change, redo, undo, undoable } from "./index.ts";

describe("edits", () => {
  test("undo after any run of changes gives the first state, and redo the last", () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { maxLength: 20 }), (values) => {
        const start = undoable(-1);
        const edited = values.reduce((edits, value) => change(edits, value), start);
        const back = values.reduce((edits) => undo(edits), edited);
        expect(back.present).toBe(-1);
        expect(undo(back)).toBe(back);
        expect(values.reduce((edits) => redo(edits), back)).toEqual(edited);
      }),
    );
  });

  it("gives up what was taken back once something else is done", () => {
    const edits = change(undo(change(undoable("a"), "b")), "c");
    expect(redo(edits)).toBe(edits);
    expect(edits).toMatchObject({ present: "c", past: ["a"] });
  });
});
