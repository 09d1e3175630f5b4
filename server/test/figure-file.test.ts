import {
  api,
  DANCE_FIELDS,
  type FigureRecord,
  type FileFigure,
  type JudgedFile,
  PROBLEM_TYPES,
  startOf,
  toFileFigure,
} from "@map-step/contract";
import { beforeAll, describe, expect, it } from "vitest";
import { figureContent, studioWithCourse } from "./studio.ts";

const BOX = "leader\n1 L side\n2 R close\n3 R side\n4 L close\nfollower mirror\nbeats 4\n";

let dance = "";
const { course, director } = await studioWithCourse();
beforeAll(async () => {
  const dances = (await director.call(api.dances.list, {})).body;
  dance = dances.find(({ id }) => id === course.danceId)?.name ?? "";
});

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

  it("drops signs that nobody sees from names and steps, and takes in no half of a letter", async () => {
    const rows = [row("Bell\u0007 way\u0000", { notation: BOX.replace("side", "side\u0008") })];
    const refused = await director.call(api.figureFile.preview, { body: { rows } });
    expect([refused.status, refused.problem.errors?.[0]?.path]).toEqual([422, "rows.0.name"]);
    const shown = [row("Bell\u0007 way", { notation: BOX.replace("side", "side\u0008") })];
    const seen = await preview(shown);
    expect(seen.rows.map(({ verdict }) => verdict)).toEqual(["added"]);
    expect((await takeIn(shown, seen.basis)).status).toBe(200);
    const kept = (await named("Bell way"))?.notation ?? "";
    expect(kept).toMatch(/^1 +L side$/m);
    expect(kept).not.toContain("\u0008");
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

  it("brings the dances of its figures along, with holds and elements that only they have", async () => {
    const elbows = {
      name: "elbows",
      otherNames: [],
      hands: 2,
      close: false,
      facing: "beside" as const,
      changesTo: [],
    };
    const hitch = { name: "hitch walk", otherNames: [], steps: "1 L forward\n2 R forward" };
    const far = { ...startOf(DANCE_FIELDS), name: "Far dance", holds: [elbows], ownElements: [hitch] };
    const file = {
      dances: [far, { ...startOf(DANCE_FIELDS), name: dance, music: "other songs" }],
      rows: [
        row("Hitching", {
          dance: "far Dance",
          notation: "leader\n1 hitch walk hold elbows\nfollower opposite\n",
        }),
      ],
    };
    const seen = (await director.call(api.figureFile.preview, { body: file })).body;
    expect(seen.dances).toEqual([
      { name: "Far dance", verdict: "added", differs: [], reasons: [] },
      {
        name: dance,
        verdict: "stays",
        differs: expect.arrayContaining(["Music to dance it to"]),
        reasons: [],
      },
    ]);
    expect(seen.rows.map(({ verdict, reasons }) => [verdict, reasons])).toEqual([["added", []]]);
    const taken = await director.call(api.figureFile.takeIn, { body: { ...file, basis: seen.basis } });
    expect(taken.status).toBe(200);
    const dances = (await director.call(api.dances.list, {})).body;
    expect(dances.find(({ name }) => name === "Far dance")).toMatchObject({
      holds: [elbows],
      ownElements: [hitch],
    });
    expect(dances.find(({ name }) => name === dance)?.music).toBe("");
    const again = (await director.call(api.figureFile.preview, { body: file })).body;
    expect(again.dances.map(({ verdict }) => verdict)).toEqual(["stays", "stays"]);
    expect(again.rows.map(({ verdict }) => verdict)).toEqual(["same"]);
  });

  it("refuses a dance that is none, or stands there twice, and with it the whole file", async () => {
    const odd = { ...startOf(DANCE_FIELDS), name: "Odd dance", quickBeats: 4, slowBeats: 2 };
    const twin = { ...startOf(DANCE_FIELDS), name: "Twin dance" };
    const file = { dances: [odd, twin, { ...twin, name: "TWIN dance" }], rows: [row("Nothing odd")] };
    const seen = (await director.call(api.figureFile.preview, { body: file })).body;
    expect(seen.dances.map(({ verdict }) => verdict)).toEqual(["refused", "added", "refused"]);
    expect(seen.dances[0]?.reasons).toEqual([{ path: "quickBeats", message: "Fewer beats than a slow" }]);
    const answer = await director.call(api.figureFile.takeIn, { body: { ...file, basis: seen.basis } });
    expect(answer.status).toBe(422);
    expect(answer.problem.errors?.map(({ path }) => path)).toEqual(["dances.0.quickBeats", "dances.2.name"]);
    const dances = (await director.call(api.dances.list, {})).body;
    expect(dances.some(({ name }) => name === "Twin dance")).toBe(false);
  });
});
