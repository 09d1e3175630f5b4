import {
  api,
  choose,
  contentOfPlan,
  type Endpoint,
  type FigureContent,
  type FigureRecord,
} from "@map-step/contract";
import fc from "fast-check";
import { beforeAll, describe, expect, it, test } from "vitest";
import { runs } from "../../core/testing/runs.ts";
import { figureContent, levelContent, noted, sectionContent, studioWithCourse } from "./studio.ts";

let danceId = "";
const { studio, director } = await studioWithCourse();
beforeAll(async () => {
  const dance = {
    name: "D".repeat(60),
    meter: 12,
    phraseBeats: 64,
    slowBeats: 8,
    quickBeats: 7,
    slowestBpm: 20,
    fastestBpm: 300,
    freeTimed: false,
    countFrom: 1,
  };
  danceId = (await director.call(api.dances.create, { body: dance })).body.id;
});

/** Most beats that a figure may have. */
const MOST_BEATS = 512;

/** As many steps as fit into a text of so many characters, the last one as it is told. */
function steps(characters: number, lastStep: string): string {
  const ends = `\n& R ${lastStep}\nfollower mirror\nbeats ${MOST_BEATS}\n`;
  const lines = ["leader"];
  let length = lines.join().length + ends.length;
  for (let beat = 1; beat <= MOST_BEATS; beat++) {
    const step = `${beat} L diagonal-forward`;
    length += step.length + 1 + "\n& R diagonal-back".length;
    if (length > characters) break;
    if (beat > 1) lines.push("& R diagonal-back");
    lines.push(step);
  }
  return `${lines.join("\n")}${ends}`;
}

const list = (count: number, length: number): string[] =>
  Array.from({ length: count }, (_, index) => `${index} `.padEnd(length, "x"));

/** A figure in which everything is as long as it may be. */
const longest = (name: string, about: Partial<FigureContent> = {}): FigureContent =>
  figureContent(danceId, name.padEnd(80, "m"), {
    cues: list(40, 300).map((text) => ({ text, school: "s".repeat(80), house: true })),
    otherNames: list(20, 80).map((other) => ({ name: other, usedBy: "u".repeat(80) })),
    slips: list(40, 300),
    cautions: list(40, 300),
    minutes: 120,
    ...about,
  });

/** Every page of the API with what it needs in its address. */
async function readsAll(params: Readonly<Record<string, string | number>>): Promise<void> {
  const idOf: Readonly<Record<string, unknown>> = {
    "/dances/": danceId,
    "/figures/": params.figureId,
    "/plans/": params.planId,
    "/sections/": params.sectionId,
    "/sequences/": params.sequenceId,
    "/students/": params.studentId,
    "/levels/": params.levelId,
    "/history/": params.planId,
    "/comments/": params.planId,
    "/proposals/": params.proposalId,
    "/calendars/": params.sectionId,
  };
  for (const endpoints of Object.values(api))
    for (const endpoint of Object.values(endpoints as Record<string, Endpoint>)) {
      if (endpoint.method !== "GET" || endpoint.path.startsWith("/public")) continue;
      const place = Object.keys(idOf).find((start) => endpoint.path.startsWith(start)) ?? "";
      const { status } = await director.call(endpoint, {
        params: {
          ...params,
          id: idOf[place],
          list: "plans",
          before: 0,
          kind: "section",
          from: "2027-01-01",
          until: "2027-12-31",
        },
      });
      expect(status, `${endpoint.path}`).toBe(200);
    }
}

/** A level, a section that runs it, its first class taught and its recap published. */
async function runningSection(name: string, figures: readonly FigureRecord[], teach = true) {
  const level = (
    await director.call(api.levels.create, {
      body: levelContent(danceId, { name, weeks: 26, lessonMinutes: 240, mostNew: 12 }),
    })
  ).body;
  const plan = (await director.call(api.plans.read, { params: { id: level.planId } })).body;
  await director.call(api.plans.change, {
    params: { id: level.planId },
    body: {
      ...contentOfPlan(plan),
      chosen: figures.map(({ id }) => choose(id, 1)),
      muted: list(200, 200).map((key) => ({ key, reason: "r".repeat(300) })),
      version: plan.version,
    },
  });
  const body = sectionContent(level.id, { name, room: "h".repeat(80), firstDate: "2200-12-31" });
  const section = (await director.call(api.sections.create, { body })).body;
  const student = (
    await director.call(api.students.create, {
      params: { id: section.id },
      body: { name: "n".repeat(80), role: "solo" },
    })
  ).body;
  const at = { params: { sectionId: section.id, week: 1 } };
  const lesson = (await director.call(api.lessons.read, at)).body;
  // What the product made, a page can save as it is.
  const kept = await director.call(api.lessons.change, {
    ...at,
    body: { version: lesson.version, segments: lesson.segments },
  });
  expect(kept.status, JSON.stringify(kept.problem).slice(0, 300)).toBe(200);
  if (teach) {
    const marks = lesson.segments.map(({ id }) =>
      noted({ kind: "mark", target: id, value: { covered: "done", reached: null } }),
    );
    const end = noted({ kind: "ended", target: "class", value: { ended: true } });
    await director.call(api.classLog.note, { ...at, body: { entries: [...marks.slice(0, 199), end] } });
    const recap = (await director.call(api.recaps.read, at)).body;
    const saved = await director.call(api.recaps.change, { ...at, body: recap });
    expect(saved.status, JSON.stringify(saved.problem).slice(0, 300)).toBe(200);
    const published = await director.call(api.recaps.publish, {
      ...at,
      body: { version: saved.body.version },
    });
    const secret = published.body.secret ?? "";
    expect((await (await studio.visitor()).call(api.recaps.readPublic, { params: { secret } })).status).toBe(
      200,
    );
  }
  const items = Array.from({ length: 400 }, (_, at) => ({
    kind: "figure" as const,
    id: `${at}`.padEnd(40, "i"),
    figureId: figures[at % figures.length]?.id ?? "",
    side: "other" as const,
    times: 64,
    counts: null,
    priority: "leave-out" as const,
    note: "n".repeat(300),
  }));
  const sequence = await director.call(api.sequences.create, {
    body: {
      danceId,
      levelId: level.id,
      name,
      loops: true,
      phraseBeats: 128,
      bpm: 400,
      note: "t".repeat(2000),
      items: figures.length > 0 ? items : [],
    },
  });
  expect(sequence.status, JSON.stringify(sequence.problem).slice(0, 300)).toBe(200);
  const ofSection = await director.call(api.plans.read, { params: { id: section.planId } });
  const content = contentOfPlan(ofSection.body);
  const proposal = await director.call(api.proposals.create, {
    body: {
      list: "plans",
      thingId: section.planId,
      base: content,
      content,
      note: "n".repeat(2000),
      state: "writing",
    },
  });
  expect(proposal.status, JSON.stringify(proposal.problem).slice(0, 300)).toBe(200);
  return {
    proposalId: proposal.body.id,
    planId: section.planId,
    sectionId: section.id,
    studentId: student.id,
    levelId: level.id,
    sequenceId: sequence.body.id,
    week: 1,
  };
}

describe("what was accepted can always be read", () => {
  it("also when everything is as long as it may be", async () => {
    const made: FigureRecord[] = [];
    for (const [name, last] of [
      ["One", "side"],
      ["Two", "back"],
    ] as const) {
      const answer = await director.call(api.figures.create, {
        body: longest(name, { notation: steps(16_500, last) }),
      });
      expect(answer.status, JSON.stringify(answer.problem).slice(0, 300)).toBe(200);
      made.push(answer.body);
    }
    expect(made[0]?.notation.length).toBeGreaterThan(17_000);
    const params = await runningSection("L".repeat(80), made);
    await readsAll({ ...params, figureId: made[0]?.id ?? "" });
  });

  it("and a text that only grows over the limit once written out is refused", async () => {
    const short = Array.from({ length: 1_500 }, (_, beat) => `${beat + 1} ${beat % 2 ? "R" : "L"} cf`).join(
      "; ",
    );
    expect(short.length).toBeLessThan(20_000);
    const body = longest("Grows", { notation: `leader\n${short}\n` });
    const { status, problem } = await director.call(api.figures.create, { body });
    expect(status).toBe(422);
    expect(problem.errors?.map(({ path }) => path)).toContain("notation");
  });

  test("whatever of it is long and whatever is short", async () => {
    const size = (most: number) => fc.constantFrom(1, most);
    const any = fc.record({
      name: size(80),
      cues: size(40),
      cautions: size(40),
      minutes: size(120),
      kind: fc.constantFrom("basic" as const, "turn" as const, "show" as const, "technique" as const),
      notation: fc.constantFrom("", steps(300, "close"), steps(12_000, "side")),
    });
    let count = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(any, { minLength: 1, maxLength: 3 }), async (figures) => {
        count += 1;
        const made: FigureRecord[] = [];
        for (const [index, figure] of figures.entries()) {
          const answer = await director.call(api.figures.create, {
            body: figureContent(danceId, `${count} ${index}`.padEnd(figure.name, "z"), {
              kind: figure.kind,
              minutes: figure.minutes,
              notation: figure.notation,
              cautions: list(figure.cautions, 300),
              cues: list(figure.cues, 300).map((text) => ({ text, school: "", house: false })),
            }),
          });
          expect(answer.status).toBe(200);
          made.push(answer.body);
        }
        const params = await runningSection(`Run ${count}`, made);
        await readsAll({ ...params, figureId: made[0]?.id ?? "" });
      }),
      runs(2),
    );
  });
});
