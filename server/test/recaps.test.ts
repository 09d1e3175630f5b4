import { randomUUID } from "node:crypto";
import { api, type Recap } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { parseFigure } from "@map-step/core/notation";
import { floorBlock, paragraph, recapToMarkdown, ribbonBlock, text } from "@map-step/core/recap";
import { beforeAll, describe, expect, it } from "vitest";
import { figureContent, noted, sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
beforeAll(async () => {
  await teach(1);
});

const at = (week = 1) => ({ params: { sectionId: course.section.id, week } });
const read = async () => (await teacher.call(api.recaps.read, at())).body;
const versions = async () => (await teacher.call(api.recaps.versions, at())).body;
const save = (recap: Recap, words: string, who = teacher) =>
  who.call(api.recaps.change, {
    ...at(),
    body: {
      version: recap.version,
      title: words,
      document: { type: "doc", content: [paragraph(text(words))] },
    },
  });

/** Teaches a lesson in full. */
async function teach(week: number): Promise<void> {
  const planned = (await teacher.call(api.lessons.read, at(week))).body;
  const segments = planned.segments.map(({ covered: _covered, reached: _reached, ...content }) => content);
  await teacher.call(api.lessons.change, { ...at(week), body: { version: 0, segments } });
  const marks = segments.flatMap(({ id, figureId }) =>
    figureId ? [noted({ kind: "mark", target: id, value: { covered: "done", reached: null } })] : [],
  );
  const ended = noted({ kind: "ended", target: "class", value: { ended: true } });
  await teacher.call(api.classLog.note, { ...at(week), body: { entries: [...marks, ended] } });
}

describe("versions of a recap", () => {
  it("are kept one for each sitting of a person, with what was said and by whom", async () => {
    expect(await versions()).toEqual([]);
    await save(await read(), "First words");
    await save(await read(), "First words, bettered");
    await save(await read(), "Other words", other);
    await save(await read(), "And mine again");
    expect((await versions()).map(({ number, title, by }) => [number, title, by])).toEqual([
      [3, "And mine again", "teacher 1"],
      [2, "Other words", "teacher 2"],
      [1, "First words, bettered", "teacher 1"],
    ]);
  });

  it("are not made by an edit on a stale text", async () => {
    const before = await versions();
    const stale = { ...(await read()), version: 1 };
    expect((await save(stale, "Too late")).status).toBe(409);
    expect(await versions()).toEqual(before);
  });
});

describe("the link of a recap", () => {
  it("can be renewed once there is one; the one before is dead then", async () => {
    const renew = async () =>
      teacher.call(api.recaps.renew, { ...at(), body: { version: (await read()).version } });
    expect((await renew()).status).toBe(422);
    const { version } = await read();
    const published = (await teacher.call(api.recaps.publish, { ...at(), body: { version } })).body;
    const before = await versions();
    const renewed = (await renew()).body;
    expect(await versions()).toEqual(before);
    expect(renewed.secret).not.toBe(published.secret);
    const outside = await studio.visitor();
    const open = async (secret: string | null) =>
      (await outside.call(api.recaps.readPublic, { params: { secret } })).status;
    expect(await open(published.secret)).toBe(404);
    expect(await open(renewed.secret)).toBe(200);
  });
});

describe("figures in a published recap", () => {
  it("come along whole, also when they are made of others, and only those that the text shows", async () => {
    const director = await studio.as("director");
    const body = figureContent(course.danceId, "Long way", { notation: 'use "Home"\nuse "Pass"' });
    const made = (await director.call(api.figures.create, { body })).body;
    const recap = await read();
    const show = (id: string, name: string) => [ribbonBlock(id, name, "1 2"), floorBlock(id, name, "1 2")];
    const content = [...show(made.id, "Long way"), ...show("00000000-0000-4000-8000-000000000000", "Gone")];
    const saved = await teacher.call(api.recaps.change, {
      ...at(),
      body: { version: recap.version, title: "With figures", document: { type: "doc", content } },
    });
    const outside = await studio.visitor();
    const params = { secret: saved.body.secret };
    // Saving is not publishing: what is public says what it said, and that there is more is told to the staff.
    expect(saved.body.changedSince).toBe(true);
    expect((await outside.call(api.recaps.readPublic, { params })).body.title).not.toBe("With figures");
    const published = await teacher.call(api.recaps.publish, {
      ...at(),
      body: { version: saved.body.version },
    });
    expect(published.body).toMatchObject({ changedSince: false, secret: saved.body.secret });
    const seen = (await outside.call(api.recaps.readPublic, { params })).body;
    expect(seen.figures.map(({ name }) => name)).toEqual(["Long way"]);
    const parsed = parseFigure(seen.figures[0]?.notation ?? "", readingOf(seen.dance));
    expect(parsed.faults).toEqual([]);
    expect(parsed.figure.length / 24).toBe(4);
    expect(seen.document.content).toEqual(content);
  });
});

describe("a fresh recap", () => {
  it("passes on what was promised and what was hard, and names no student", async () => {
    await teach(3);
    const segment = (await teacher.call(api.lessons.read, at(3))).body.segments.find(
      ({ figureId }) => figureId,
    );
    const figureId = segment?.figureId ?? null;
    const student = (
      await teacher.call(api.students.create, {
        params: { id: course.section.id },
        body: { name: "Tamsin Oakley", role: "leader" },
      })
    ).body;
    const remark = (kind: "struggled" | "promised", text: string) =>
      noted({ kind: "remark", target: randomUUID(), value: { kind, text, figureId } });
    const entries = [
      remark("struggled", "Tamsin rushes"),
      remark("promised", "A slow song"),
      remark("promised", "Shoes for tamsin"),
    ];
    await teacher.call(api.classLog.note, { ...at(3), body: { entries } });
    const said = JSON.stringify((await teacher.call(api.recaps.read, at(3))).body.document);
    expect(said).toContain("A slow song.");
    expect(said).toContain("hard for some tonight");
    expect(said.toLowerCase()).not.toContain(student.name.split(" ")[0]?.toLowerCase());
  });

  it("shows the ribbon of what is new and speaks to each role", async () => {
    await teach(2);
    const { document, title } = (await teacher.call(api.recaps.read, at(2))).body;
    expect(title).toBe("Level one, week 2: Pass");
    const kinds = document.content.map(({ type }) => type);
    expect(kinds).toContain("ribbon");
    expect(kinds).toContain("floor");
    const said = JSON.stringify(document);
    expect(said).toContain("How to follow it");
    expect(said).toContain("Keep arms in front.");
  });
});

describe("what a fresh recap says", () => {
  /** A class of its own in which each part about a figure is marked as said, in order; the recap drafted from it. */
  async function draftOf(
    weeks: readonly ((part: { readonly figureId: string }) => "done" | "part" | "not-done" | null)[],
  ) {
    const section = (
      await director.call(api.sections.create, {
        body: sectionContent(course.level.id, { name: `Drafted ${randomUUID()}`, room: "" }),
      })
    ).body;
    const place = (week: number) => ({ params: { sectionId: section.id, week } });
    for (const [index, markOf] of weeks.entries()) {
      const planned = (await director.call(api.lessons.read, place(index + 1))).body;
      const segments = planned.segments.map(
        ({ covered: _covered, reached: _reached, ...content }) => content,
      );
      await director.call(api.lessons.change, { ...place(index + 1), body: { version: 0, segments } });
      const marks = segments.flatMap(({ id, figureId }) => {
        const covered = figureId ? markOf({ figureId }) : null;
        return covered ? [noted({ kind: "mark", target: id, value: { covered, reached: null } })] : [];
      });
      const ended = noted({ kind: "ended", target: "class", value: { ended: true } });
      await director.call(api.classLog.note, { ...place(index + 1), body: { entries: [...marks, ended] } });
    }
    return (await director.call(api.recaps.read, place(weeks.length))).body;
  }
  const said = (recap: Recap) => recapToMarkdown(recap.title, recap.document);

  it("says what was new, what came back and what goes on next week, as it was marked", async () => {
    const { home } = course.figures;
    const first = await draftOf([() => "done"]);
    expect(first.title).toBe("Level one, week 1: Home");
    expect(said(first)).toMatch(/## New tonight\n+\*\*Home\*\*/);
    expect(said(first)).toMatch(/## Next week\n+- \*\*Pass\*\*: new$/m);
    expect(said(first)).not.toContain("we finish it");
    const second = await draftOf([() => "done", ({ figureId }) => (figureId === home.id ? "part" : "done")]);
    expect(second.title).toBe("Level one, week 2: Pass");
    expect(said(second)).toMatch(/## Came back\n+- \*\*Home \(in part\)\*\*/);
    expect(said(second)).toContain("- **Home**: we finish it first");
    expect(said(second)).not.toContain("**Pass**: we finish it");
  });

  it("is new still what the lesson before did not reach, and says nothing of what nobody danced", async () => {
    const { home } = course.figures;
    const none = await draftOf([() => null]);
    expect(none.title).toBe("Level one, week 1");
    expect(said(none)).not.toContain("New tonight");
    expect(said(none)).toContain("- **Home**: we finish it first");
    const reached = await draftOf([
      () => "not-done",
      ({ figureId }) => (figureId === home.id ? "done" : null),
    ]);
    expect(reached.title).toBe("Level one, week 2: Home");
    expect(said(reached)).not.toContain("Came back");
    expect(said(reached)).toContain("- **Pass**: we finish it first");
  });

  it("speaks of safe practice in the house's words, and in ours where it has none", async () => {
    const ours = "Warm up first, stop at pain, and dance only what both partners agree to.";
    expect(said(await draftOf([() => "done"]))).toContain(ours);
    const { version, ...settings } = (await director.call(api.settings.read)).body;
    const house = { ...settings, safePractice: "Shoes off, and slowly.", lost: "Sway, and smile." };
    const kept = (await director.call(api.settings.change, { body: { ...house, version } })).body;
    const own = said(await draftOf([() => "done"]));
    expect(own).toContain("Shoes off, and slowly.");
    expect(own).toContain("Sway, and smile.");
    expect(own).not.toContain(ours);
    await director.call(api.settings.change, { body: { ...settings, version: kept.version } });
    expect(said(await draftOf([() => "done"]))).toContain(ours);
  });
});
