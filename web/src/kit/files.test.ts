import fc from "fast-check";
import { parse } from "papaparse";
import { expect, it, test } from "vitest";
import { unguarded, writeTable } from "./csv.ts";
import { decodeText } from "./text-file.ts";

const bytes = (...values: number[]): ArrayBuffer => new Uint8Array(values).buffer as ArrayBuffer;

it("writes no cell that a spreadsheet would take for a formula, and says that it is UTF-8", () => {
  const written = writeTable(
    ["name", "minutes"],
    [
      ["=HYPERLINK(1)", -5],
      ["@x", 3],
      ["'+1", 0],
      ["café", 1],
    ],
  );
  expect(written.startsWith("\uFEFF")).toBe(true);
  expect(written.slice(1).split("\r\n")).toEqual([
    "name,minutes",
    "'=HYPERLINK(1),-5",
    "'@x,3",
    "''+1,0",
    "café,1",
  ]);
});

it("keeps what a spreadsheet would take for another number or for a date, and gives it back", () => {
  const names = ["007", "1E5", "12345678901234567", "3-4", "3/4", "'007", "12", "1/2 turn", "4.5"];
  const [, ...cells] = writeTable(
    ["name"],
    names.map((name) => [name]),
  )
    .slice(1)
    .split("\r\n");
  expect(cells).toEqual([
    "'007",
    "'1E5",
    "'12345678901234567",
    "'3-4",
    "'3/4",
    "''007",
    "12",
    "1/2 turn",
    "4.5",
  ]);
  expect(cells.map(unguarded)).toEqual(names);
});

test("every name comes back as it was", () => {
  const cell = fc.stringMatching(/^'{0,2}[-+=@0-9eE/a]{0,8}$/);
  fc.assert(
    fc.property(fc.array(cell, { minLength: 1 }), (names) => {
      const { data } = parse<string[]>(
        writeTable(
          ["name", "end"],
          names.map((name) => [name, "."]),
        ).slice(1),
      );
      expect(data.slice(1).map(([name = ""]) => unguarded(name))).toEqual(names);
    }),
  );
});

it("reads UTF-8, UTF-16 with its mark, and what spreadsheets on Windows save, which it says", () => {
  expect(decodeText(new TextEncoder().encode("Chassé").buffer as ArrayBuffer)).toEqual({
    text: "Chassé",
    note: null,
  });
  expect(decodeText(bytes(0xff, 0xfe, 0x41, 0x00)).text).toBe("A");
  const windows = decodeText(bytes(0x43, 0x68, 0x61, 0x73, 0x73, 0xe9));
  expect(windows.text).toBe("Chassé");
  expect(windows.note).toContain("Windows-1252");
});
