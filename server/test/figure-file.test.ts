import {
  api,
  type FigureRecord,
  type FileFigure,
  type JudgedFile,
  PROBLEM_TYPES,
  toFileFigure,
} from "@map-step/contract";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import {
  type Course,
  figureContent,
  openCourse,
  openStudio,
  type TestStudio,
  type Visitor,
} from "./studio.ts";

const BOX = "leader\n1 L side\n2 R close\n3 R side\n4 L close\nfollower mirror\nbeats 4\n";

let studio: TestStudio;
let course: Course;
let director: Visitor;
let dance = "";
beforeAll(async () => {
  studio = await openStudio();
  course = await openCourse(studio.db);
  director = await studio.as("director");
  const dances = (await director.call(api.dances.list, {})).body;
  dance = dances.find(({ id }) => id === course.danceId)?.name ?? "";
});
afterAll(() => studio.close());

type Row = Record<string, unknown>;
const figures = async (): Promise<FigureRecord[]> =>
  (await director.call(api.figures.ofDance, { params: { id: course.danceId } })).body;
const named = async (name: string) => (await figures()).find((figure) => figure.name === name);
const preview = async (rows: Row[]): Promise<JudgedFile> =>
  (await director.call(api.figureFile.preview, { body: { rows } })).body;
const takeIn = (rows: Row[], basis: string) =>
  director.call(api.figureFile.takeIn, { body: { rows, basis } });
const row = (name: string, more: Partial<FileFigure> = {}): Row => ({
  dance,
  name,
  kind: "pattern",
  level: "improver",
  minutes: 9,
  ...more,
});
const create = (name: string, about = {}) =>
  director.call(api.figures.create, { body: figureContent(course.danceId, name, about) });

describe("a file of figures", () => {
  it("adds figures that name each other, in whatever order they stand", async () => {
    const rows = [
      row("Long way", { notation: 'use "Short way"\nuse "Short way" counts 1-2\n', needs: ["Short way"] }),
      row("Short way", { notation: BOX, cues: [{ text: "Small", school: "", house: true }] }),
      row("Short way, plain", { notation: BOX, variantOf: "Short way" }),
    ];
    const seen = await preview(rows);
    expect(seen.rows.map(({ verdict, reasons }) => ({ verdict, reasons }))).toEqual(
      rows.map(() => ({ verdict: "added", reasons: [] })),
    );
    expect(await named("Short way")).toBeUndefined();
    expect((await takeIn(rows, seen.basis)).status).toBe(200);
    const [long, short] = [await named("Long way"), await named("Short way")];
    expect(long).toMatchObject({ needs: [short?.id], tier: 2, minutes: 9 });
    expect((await named("Short way, plain"))?.variantOfId).toBe(short?.id);
  });

  it("says what would change, leaves out nothing that a row does not mention, and changes only that", async () => {
    await create("Quiet one", { slips: ["Too loud"], minutes: 8 });
    const rows = [
      { dance: dance.toUpperCase(), name: "quiet one", minutes: 12 },
      { dance, name: "Short way" },
    ];
    const seen = await preview(rows);
    expect(seen.rows).toMatchObject([
      { verdict: "changed", differs: ["name", "minutes"] },
      { verdict: "same", differs: [] },
    ]);
    await takeIn(rows, seen.basis);
    expect(await named("quiet one")).toMatchObject({ minutes: 12, slips: ["Too loud"], version: 2 });
    expect((await named("Short way"))?.version).toBe(1);
  });

  it("names each refused row with its reason, and then takes in nothing at all", async () => {
    const rows = [
      row("Fine one", { notation: BOX }),
      row("Bad steps", { notation: "leader\n1 L bakc" }),
      row("Fine one"),
      row("Needs a ghost", { needs: ["Ghost"] }),
      { dance: "Nowhere", name: "Lost", kind: "basic", level: "beginner", minutes: 5 },
      { dance, name: "Without a kind" },
      { dance, name: "Odd", minutes: "many", colour: "red" },
      row("Round", { needs: ["About"] }),
      row("About", { needs: ["Round"] }),
    ];
    const seen = await preview(rows);
    expect(seen.rows.map(({ verdict }) => verdict)).toEqual(["added", ...Array(8).fill("refused")]);
    const reasons = seen.rows.map((one) => one.reasons.map(({ message }) => message).join(" "));
    expect(reasons[1]).toContain("Did you mean “back”?");
    expect(reasons[2]).toBe("The same figure stands in row 1");
    expect(reasons[3]).toContain("There is no Ghost");
    expect(reasons[4]).toContain("no dance called Nowhere");
    expect(seen.rows[5]?.reasons.map(({ path }) => path)).toEqual(["kind", "level", "minutes"]);
    expect(reasons[6]).toMatch(/colour/);
    expect(reasons[7]).toContain("Round needs About needs Round");
    const answer = await takeIn(rows, seen.basis);
    expect(answer.status).toBe(422);
    expect(answer.problem.errors?.map(({ path }) => path)).toContain("rows.1.notation");
    expect(await named("Fine one")).toBeUndefined();
  });

  it("refuses steps that would break a figure made of them", async () => {
    const seen = await preview([{ dance, name: "Short way", notation: "leader\n1 L side\nfollower mirror" }]);
    expect(seen.rows[0]).toMatchObject({ verdict: "refused" });
    expect(seen.rows[0]?.reasons[0]?.message).toContain("Long way uses it and could not be danced any more");
  });

  it("asks again when the library changed since it was looked at", async () => {
    const rows = [row("Late one")];
    const { basis } = await preview(rows);
    await create("Late one");
    const answer = await takeIn(rows, basis);
    expect(answer.status).toBe(409);
    expect(answer.problem.type).toBe(PROBLEM_TYPES.stale);
    expect((answer.problem.current as JudgedFile).rows[0]?.verdict).toBe("changed");
  });

  it("finds nothing to change in what it wrote itself", async () => {
    const all = await figures();
    const nameOf = (id: string) => all.find((figure) => figure.id === id)?.name ?? "";
    const own = all.filter(({ danceId }) => danceId === course.danceId);
    const seen = await preview(own.map((figure) => toFileFigure(figure, dance, nameOf)));
    expect(new Set(seen.rows.map(({ verdict }) => verdict))).toEqual(new Set(["same"]));
  });
});
