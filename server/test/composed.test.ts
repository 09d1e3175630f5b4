import { api, type FigureContent, type FigureRecord } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { figureContent, studioWithCourse } from "./studio.ts";

const FOUR = "leader\n1 L side\n2 R close\n3 R side\n4 L close\nfollower mirror\nbeats 4\n";

const { studio, course, director } = await studioWithCourse();

const create = async (name: string, about: Partial<FigureContent> = {}): Promise<FigureRecord> => {
  const answer = await director.call(api.figures.create, {
    body: figureContent(course.danceId, name, about),
  });
  expect(answer.problem).toMatchObject({ name });
  return answer.body;
};
const refused = async (name: string, about: Partial<FigureContent>) =>
  (await director.call(api.figures.create, { body: figureContent(course.danceId, name, about) })).problem
    .errors;
const change = ({ id, version, ...content }: FigureRecord, about: Partial<FigureContent>) =>
  director.call(api.figures.change, { params: { id }, body: { ...content, version, ...about } });
const read = async (id: string) => (await director.call(api.figures.read, { params: { id } })).body;

describe("a figure made of others", () => {
  it("is kept as the stretches it uses, and stays linked when one gets another name", async () => {
    const part = await create("Box", { notation: FOUR });
    const long = await create("Box and a half", { notation: 'us "box"; us "Box" cs 1-2; leader; 6 R tap' });
    expect(long.notation).toBe('use "box"\nuse "Box" counts 1-2\nleader\n6   R tap\n');
    const renamed = (await change(part, { name: "House box" })).body;
    const after = await read(long.id);
    expect(after.notation).toBe('use "House box"\nuse "House box" counts 1-2\nleader\n6   R tap\n');
    expect(after.version).toBe(long.version + 1);
    const removed = await director.call(api.figures.remove, { params: { id: renamed.id } });
    expect(removed.problem.detail).toContain("while Box and a half uses its steps");
  });

  it("keeps what it uses from losing the counts it takes, also by way of another", async () => {
    const part = await create("Short box", { notation: FOUR });
    const twice = await create("Twice", { notation: 'use "Short box"; use "Short box"' });
    await create("Last of it", { notation: 'use "Twice" counts 7-8' });
    const { status, problem } = await change(part, {
      notation: "leader\n1 L side\n2 R close\nfollower mirror",
    });
    expect(status).toBe(422);
    expect(problem.errors?.[0]).toMatchObject({ path: "notation" });
    expect(problem.errors?.[0]?.message).toContain("Last of it uses it and could not be danced");
    expect((await read(part.id)).notation).toBe(part.notation);
    expect((await read(twice.id)).version).toBe(twice.version);
  });

  it("may use neither itself nor one that is not there", async () => {
    expect((await refused("Echo", { notation: 'use "Echo"' }))?.[0]?.message).toContain(
      "does not use this one",
    );
    expect((await refused("Lost", { notation: 'use "Nobody"' }))?.[0]?.message).toContain("Line 1, column 5");
    const one = await create("Round one", { notation: FOUR });
    await create("Round two", { notation: 'use "Round one"' });
    expect((await change(one, { notation: 'use "Round two"' })).status).toBe(422);
  });
});

describe("what a figure is linked with", () => {
  it("is kept: helps, variants, teachers, names with who says them, cues by school", async () => {
    const [someone] = await studio.db.Staff.findAll();
    const about = {
      helps: [course.figures.home.id],
      variantOfId: course.figures.pass.id,
      teacherIds: [someone?.id ?? ""],
      otherNames: [{ name: "slide-by", usedBy: "the harbour school" }],
      cues: [{ text: "Push the wall", school: "frame first", house: false }],
    };
    expect(await create("Linked", about)).toMatchObject(about);
  });

  it("is of the same dance, of the staff, and not a variant of a variant", async () => {
    const variant = await create("Variant", { variantOfId: course.figures.home.id });
    const nobody = "00000000-0000-4000-8000-000000000000";
    const paths = async (about: Partial<FigureContent>) =>
      (await refused("Wrong", about))?.map(({ path }) => path);
    expect(await paths({ helps: [nobody] })).toEqual(["helps.0"]);
    expect(await paths({ variantOfId: variant.id })).toEqual(["variantOfId"]);
    expect(await paths({ teacherIds: [nobody] })).toEqual(["teacherIds.0"]);
    expect(await paths({ name: 'With "quotes"' })).toEqual(["name"]);
    const own = await change(variant, { helps: [variant.id] });
    expect(own.problem.errors?.[0]?.path).toBe("helps.0");
    const root = await change(await read(course.figures.home.id), { variantOfId: course.figures.spin.id });
    expect(root.problem.errors?.[0]).toMatchObject({ message: "Other figures are variants of this one" });
  });

  it("keeps a figure from being removed, and says why", async () => {
    const helper = await create("Helper");
    const helped = await create("Helped", { helps: [helper.id] });
    const way = await create("Way", { variantOfId: helped.id });
    const removal = async (id: string) =>
      (await director.call(api.figures.remove, { params: { id } })).problem.detail;
    expect(await removal(helper.id)).toContain("while Helped is helped by it");
    expect(await removal(helped.id)).toContain("while Way is a variant of it");
    await director.call(api.figures.remove, { params: { id: way.id } });
    expect((await director.call(api.figures.remove, { params: { id: helped.id } })).status).toBe(200);
  });
});

describe("a figure that is in question", () => {
  const ASKED = "leader\nrock back side close";

  it("is kept as it was typed, is listed as such, and is settled by an answer", async () => {
    const asked = await create("Asked", { notation: `${ASKED}\n\n` });
    expect(asked.notation).toBe(ASKED);
    const missingOf = async () =>
      (await director.call(api.figures.list)).body.find(({ id }) => id === asked.id)?.missing ?? [];
    expect(await missingOf()).toContain("answers");
    const answered = (await change(asked, { notation: "leader\nrock step, back, side, close" })).body;
    expect(answered.notation).toContain("3   L back");
    expect(await missingOf()).not.toContain("answers");
  });

  it("can't be used in others, and one that is used can't become so", async () => {
    const asked = await create("Asked again", { notation: ASKED });
    expect(await refused("Uses it", { notation: 'use "Asked again"' })).toMatchObject([{ path: "notation" }]);
    const settled = (await change(asked, { notation: FOUR })).body;
    await create("Uses it", { notation: 'use "Asked again"' });
    const { status, problem } = await change(settled, { notation: ASKED });
    expect([status, problem.errors?.[0]?.message]).toEqual([422, expect.stringContaining("Uses it")]);
  });
});
