import type { Comment } from "@map-step/contract";
import { expect, it } from "vitest";
import { threadsOf } from "./threads.ts";

const comment = (id: string, at: number, about: Partial<Comment> = {}): Comment => ({
  id,
  version: 1,
  list: "figures",
  thingId: "t",
  week: null,
  counts: null,
  replyTo: null,
  text: id,
  staffId: "s",
  by: "Ana",
  at: `2027-02-16T18:0${at}:00.000Z`,
  editedAt: null,
  mentions: [],
  resolvedBy: null,
  resolvedAt: null,
  ...about,
});

it("stands as threads: open ones first, the latest word first, and no answer is lost", () => {
  const all = [
    comment("old", 1),
    comment("settled", 2, { resolvedAt: "2027-02-16T19:00:00.000Z", resolvedBy: "Bo" }),
    comment("new", 3),
    comment("answer", 4, { replyTo: "old" }),
    comment("left", 0, { replyTo: "gone" }),
  ];
  const threads = threadsOf(all);
  expect(threads.map(({ root }) => root.id)).toEqual(["old", "new", "left", "settled"]);
  expect(threads[0]?.answers.map(({ id }) => id)).toEqual(["answer"]);
  expect(threads.flatMap(({ root, answers }) => [root, ...answers])).toHaveLength(all.length);
});
