import { randomUUID } from "node:crypto";
import { api, type CommentContent } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { studioWithCourse } from "./studio.ts";

const { course, director, teacher, other } = await studioWithCourse();
const about: Omit<CommentContent, "text"> = {
  list: "figures",
  thingId: course.figures.home.id,
  week: null,
  counts: null,
  replyTo: null,
};
const say = (text: string, more: Partial<CommentContent> = {}, who = teacher) =>
  who.call(api.comments.create, { body: { ...about, ...more, text } });
const on = async (list: CommentContent["list"] = "figures", id = about.thingId) =>
  (await teacher.call(api.comments.on, { params: { list, id } })).body;

describe("comments", () => {
  it("hang on a thing, a week or a stretch of it, and are answered and settled", async () => {
    const first = (await say("Which hand leads here?", { counts: [3, 4] })).body;
    expect(first).toMatchObject({ by: "teacher 1", counts: [3, 4], resolvedBy: null, editedAt: null });
    const answer = (await say("The left one.", { replyTo: first.id }, director)).body;
    expect((await on()).map(({ text, replyTo }) => [text, replyTo])).toEqual([
      ["Which hand leads here?", null],
      ["The left one.", first.id],
    ]);
    const settle = (id: string, resolved: boolean) =>
      other.call(api.comments.resolve, { params: { id }, body: { resolved } });
    expect((await settle(first.id, true)).body.resolvedBy).toBe("teacher 2");
    expect((await settle(first.id, false)).body.resolvedBy).toBeNull();
    expect((await settle(answer.id, true)).problem.errors?.[0]?.path).toBe("resolved");
    const week = await say("Too much in one night", {
      list: "plans",
      thingId: course.section.planId,
      week: 4,
    });
    expect(week.body.week).toBe(4);
  });

  it("are refused where what they are about, or answer, is not there", async () => {
    expect((await say("Lost", { thingId: randomUUID() })).status).toBe(404);
    expect((await say("Lost", { replyTo: randomUUID() })).problem.errors?.[0]?.path).toBe("replyTo");
    const elsewhere = (await say("Elsewhere", { list: "lessons", thingId: course.section.id, week: 1 })).body;
    expect((await say("Lost", { replyTo: elsewhere.id })).status).toBe(422);
    expect((await say("   ")).status).toBe(422);
    expect((await say("Back to front", { counts: [4, 3] })).status).toBe(422);
  });

  it("are changed by who wrote them, taken away by them or the director, and come back", async () => {
    const { id, version } = (await say("Teh left")).body;
    const change = (who: typeof teacher, at = version) =>
      who.call(api.comments.change, { params: { id }, body: { text: "The left", version: at } });
    expect((await change(other)).status).toBe(403);
    expect((await change(director)).status).toBe(403);
    expect((await change(teacher)).body).toMatchObject({ text: "The left", editedAt: expect.any(String) });
    expect((await change(teacher)).status).toBe(409);
    const at = { params: { id } };
    expect((await other.call(api.comments.remove, at)).status).toBe(403);
    expect((await director.call(api.comments.remove, at)).status).toBe(200);
    expect((await on()).some((one) => one.id === id)).toBe(false);
    expect((await other.call(api.comments.restore, at)).status).toBe(403);
    expect((await teacher.call(api.comments.restore, at)).body.text).toBe("The left");
    // What was said and taken away is not to be read by another way.
    expect((await other.send("GET", `/history/comments/${id}/0`)).status).toBe(422);
  });
});

describe("who is called by name", () => {
  it("finds it on Today until they answer, or it is settled", async () => {
    const calls = async () => (await director.call(api.comments.calls)).body.map(({ text }) => text);
    const asked = (
      await say("@director 1 may this go first?", { list: "lessons", thingId: course.section.id, week: 2 })
    ).body;
    expect(asked.mentions).toHaveLength(1);
    expect((await director.call(api.comments.calls)).body).toMatchObject([
      { id: asked.id, of: "Level one, Monday", week: 2, sectionId: course.section.id },
    ]);
    expect((await teacher.call(api.comments.calls)).body).toEqual([]);
    await say(
      "It may.",
      { list: "lessons", thingId: course.section.id, week: 2, replyTo: asked.id },
      director,
    );
    expect(await calls()).toEqual([]);
    await say("And @director 1 this?", {
      list: "lessons",
      thingId: course.section.id,
      week: 2,
      replyTo: asked.id,
    });
    expect(await calls()).toEqual(["And @director 1 this?"]);
    await other.call(api.comments.resolve, { params: { id: asked.id }, body: { resolved: true } });
    expect(await calls()).toEqual([]);
  });
});
