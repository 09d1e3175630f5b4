import { randomUUID } from "node:crypto";
import { api, choose, contentOfPlan, type Endpoint, type FigureContent, may } from "@map-step/contract";
import { QueryTypes } from "sequelize";
import { expect, it } from "vitest";
import type { Database } from "../src/index.ts";
import { figureContent, noted, openCourse, openStudio, type Visitor } from "./studio.ts";

/** Who asks. Somebody with a link has every public address, and no account. */
const VISITORS = ["nobody", "ended", "link", "own", "other", "proposer", "director"] as const;
type Kind = (typeof VISITORS)[number];

/** What an endpoint answers: not signed in, forbidden, not there, or let through to what was asked. */
type Mark = "-" | "x" | "?" | "o";
const markOf = (status: number): Mark =>
  status === 401 ? "-" : status === 403 ? "x" : status === 404 ? "?" : "o";

/**
 * Where it is not the role alone that decides: what those who are signed in are answered, as teacher of the class,
 * another teacher, another who wrote the proposal, director.
 */
const EXCEPTIONS: Readonly<Record<string, string>> = {
  // Students of a class are seen by those who teach it; a roster by all, since anybody may have to step in.
  "students.create": "oxxo",
  "students.enrol": "oxxo",
  "students.change": "oxxo",
  "students.changeEnrolment": "oxxo",
  "students.remove": "oxxo",
  "students.restore": "oxxo",
  "students.export": "oxxo",
  // Nobody was noted of elsewhere.
  "students.open": "xxxo",
  "checks.create": "oxxo",
  "checks.change": "oxxo",
  "checks.remove": "oxxo",
  "checks.seen": "oxxo",
  "checks.note": "oxxo",
  "checks.person": "oxxo",
  "practice.list": "oxxo",
  "practice.keep": "oxxo",
  "practice.remove": "oxxo",
  // Calendars of one's own class, absences and comments of one's own.
  "calendars.read": "oxxo",
  "calendars.renew": "oxxo",
  "calendars.close": "oxxo",
  "absences.create": "oxxo",
  "absences.remove": "oxxo",
  "absences.restore": "oxxo",
  "comments.change": "oxxx",
  "comments.remove": "oxxo",
  // A proposal is its writer's, and the director's to read.
  "proposals.read": "??oo",
  "proposals.change": "??ox",
  // Nobody has anything of the kind to take away.
  "factors.remove": "????",
  // Nobody was moved up here.
  "groups.undo": "xxx?",
};
/** In the order of `EXCEPTIONS`. */
const SIGNED_IN: readonly Kind[] = ["own", "other", "proposer", "director"];

const all = Object.entries(api).flatMap(([feature, endpoints]) =>
  Object.entries(endpoints as Record<string, Endpoint>).map(([name, endpoint]) => ({
    name: `${feature}.${name}`,
    endpoint,
  })),
);
/** What ends a sign-in, takes long by intent, or is counted; it has tests of its own. */
const ELSEWHERE = new Set([
  ...["session.signIn", "session.signOut", "session.setUp", "session.changePassword", "session.changeOwn"],
  ...["session.endPlace", "letters.forgot", "letters.enter", "staff.change", "studioFile.takeIn"],
]);
/** Reading comes first, what takes away last, the parts before the whole; who steps in teaches the class from then on. */
const ORDER = ["GET", "PUT", "POST", "DELETE"];
const depth = ({ path }: Endpoint) => path.split("/").length;
const LAST = ["sections.stepIn", "students.erase", "sections.remove", "figures.remove", "levels.remove"];
const asked = all
  .filter(({ name }) => !ELSEWHERE.has(name))
  .toSorted(
    (a, b) =>
      LAST.indexOf(a.name) - LAST.indexOf(b.name) ||
      ORDER.indexOf(a.endpoint.method) - ORDER.indexOf(b.endpoint.method) ||
      depth(b.endpoint) - depth(a.endpoint),
  );

function expected(name: string, { access }: Endpoint, kind: Kind): Mark {
  if (access === "anyone") return "o";
  if (!SIGNED_IN.includes(kind)) return "-";
  const own = EXCEPTIONS[name]?.[SIGNED_IN.indexOf(kind)];
  if (own) return own as Mark;
  return may(kind === "director" ? "director" : "teacher", access) ? "o" : "x";
}

const practised = (figureId: string) => ({
  id: randomUUID(),
  figureId,
  sequenceId: null,
  measure: { bpm: 100, taps: 20, missed: 0, extra: 0, offset: 0, spread: 10, byCount: [] },
});

/** The number of the last change of which the history knows. */
async function lastChange(db: Database): Promise<string> {
  const rows = await db.sequelize.query<{ id: string }>("select max(id) as id from history", {
    type: QueryTypes.SELECT,
  });
  return rows[0]?.id ?? "0";
}
/** What was changed after one, as far as a condition holds for it. */
const changesSince = (db: Database, last: string, condition: string) =>
  db.sequelize.query(
    `select distinct list, what from history where id > $last::bigint and ${condition} order by 1, 2`,
    { type: QueryTypes.SELECT, bind: { last } },
  );
const idOrNull = (id: string | undefined): string => (id ? `'${id}'::uuid` : "null");

/** A studio in which there is one of everything, and everybody who may ask for it. */
async function furnished() {
  const studio = await openStudio();
  const { db } = studio;
  const course = await openCourse(db);
  const { level, section, figures, danceId } = course;
  const laid = await lastChange(db);
  const director = await studio.as("director");
  const [own, other, proposer, ended] = [
    await studio.as("teacher"),
    await studio.as("teacher"),
    await studio.as("teacher"),
    await studio.as("teacher"),
  ] as const;
  const staff = (await director.call(api.staff.list)).body;
  const idOf = (name: string) => staff.find((one) => one.name === name)?.id ?? "";
  const teacherId = idOf("teacher 1");
  const { id: _section, planId, dates: _dates, version, ...content } = section;
  const made = async <T>(answer: Promise<{ readonly status: number; readonly body: T }>): Promise<T> => {
    const { status, body } = await answer;
    expect(status, JSON.stringify(body).slice(0, 300)).toBe(200);
    return body;
  };
  await made(
    director.call(api.sections.change, {
      params: { id: section.id },
      body: { ...content, version, teacherIds: [teacherId] } as never,
    }),
  );
  const student = await made(
    own.call(api.students.create, { params: { id: section.id }, body: { name: "Wren", role: "leader" } }),
  );
  const check = await made(
    own.call(api.checks.create, { params: { id: section.id }, body: { heldOn: "2027-02-15" } }),
  );
  const absence = await made(
    own.call(api.absences.create, {
      body: { staffId: teacherId, fromDay: "2027-03-01", untilDay: "2027-03-02" },
    }),
  );
  const about = { list: "plans" as const, thingId: planId, week: null, counts: null, replyTo: null };
  const comment = await made(own.call(api.comments.create, { body: { ...about, text: "Too fast?" } }));
  const plan = contentOfPlan(await made(director.call(api.plans.read, { params: { id: planId } })));
  const draft = await made(
    director.call(api.planDrafts.create, { params: { id: planId }, body: { name: "Other", content: plan } }),
  );
  const link = await made(
    director.call(api.planLinks.open, { params: { id: planId }, body: { until: "2027-03-01" } }),
  );
  const room = await made(
    director.call(api.rooms.create, { body: { name: "Loft", places: null, note: "" } }),
  );
  const term = await made(
    director.call(api.terms.create, {
      body: { name: "Spring", firstDay: "2027-02-01", lastDay: "2027-04-30", closed: [] },
    }),
  );
  const template = await made(
    own.call(api.lessonTemplates.create, {
      body: { name: "Short", parts: [{ kind: "own", title: "Walk", minutes: 5 }] },
    }),
  );
  const approach = await made(
    director.call(api.approaches.create, {
      body: {
        name: "Ours",
        reason: "",
        ages: [[{ layer: "steps", share: 1 }]],
        returns: [],
        returnMinutes: 3,
      },
    }),
  );
  const kept = await made(
    own.call(api.practice.keep, { params: { id: student.id }, body: practised(figures.home.id) }),
  );
  const sequence = await made(
    own.call(api.sequences.create, {
      body: {
        danceId,
        name: "Round",
        levelId: null,
        loops: false,
        phraseBeats: 8,
        bpm: null,
        note: "",
        items: [],
      },
    }),
  );
  const shared = await made(
    own.call(api.sequences.share, { params: { id: sequence.id }, body: { version: sequence.version } }),
  );
  const at = { sectionId: section.id, week: 1 };
  await made(
    own.call(api.classLog.note, {
      params: at,
      body: { entries: [noted({ kind: "ended", target: "class", value: { ended: true } })] },
    }),
  );
  await made(own.call(api.recaps.publish, { params: at, body: { version: 0 } }));
  const [recap] = await db.Recap.findAll();
  const written: FigureContent = figureContent(danceId, "Window");
  const proposal = await made(
    proposer.call(api.proposals.create, {
      body: { list: "figures", thingId: null, base: null, content: written, note: "", state: "sent" },
    }),
  );
  const letter = await made(
    director.call(api.letters.invite, { params: { id: idOf("teacher 2") }, body: {} }),
  );
  const gone = staff.find(({ name }) => name === "teacher 4");
  const { id: endedId = "", ...account } = gone ?? { version: 1 };
  await made(
    director.call(api.staff.change, {
      params: { id: endedId },
      body: { ...account, active: false } as never,
    }),
  );
  const unnamed = await changesSince(db, laid, "staff_id is null and list <> 'staff'");
  expect(unnamed).toEqual([]);
  const nobody = await studio.visitor();
  const visitors: Readonly<Record<Kind, Visitor>> = {
    nobody,
    ended,
    link: await studio.visitor(),
    own,
    other,
    proposer,
    director,
  };
  const ids: Readonly<Record<string, string>> = {
    "/dances/": danceId,
    "/figures/": figures.spin.id,
    "/levels/": level.id,
    "/sections/": section.id,
    "/rooms/": room.id,
    "/terms/": term.id,
    "/absences/": absence.id,
    "/calendars/": section.id,
    "/students/": student.id,
    "/enrolments/": student.enrolmentId,
    "/approaches/": approach.id,
    "/plans/": planId,
    "/plan-drafts/": draft.id,
    "/lesson-templates/": template.id,
    "/sequences/": sequence.id,
    "/checks/": check.id,
    "/comments/:id": comment.id,
    "/comments/:list": planId,
    "/history/": planId,
    "/proposals/": proposal.id,
    "/staff/": idOf("teacher 2"),
  };
  const { base, list, thingId } = proposal as Extract<typeof proposal, { list: "figures" }>;
  const bodies: Readonly<Record<string, unknown>> = {
    "students.create": { name: "Ada", role: "follower" },
    "students.enrol": {
      from: "2027-02-15",
      students: [{ studentId: null, name: "Finch", role: "leader" }],
    },
    "students.change": { name: "Wren", role: "leader", version: 1 },
    "students.changeEnrolment": {
      role: "leader",
      from: "2027-02-15",
      until: null,
      waiting: false,
      version: 1,
    },
    "checks.create": { heldOn: "2027-02-16" },
    "checks.change": { heldOn: "2027-02-15", minutes: 15, figures: [], routine: [], version: check.version },
    "checks.note": {
      entries: [
        {
          kind: "seen",
          id: randomUUID(),
          at: "2027-02-16T20:00:00.000Z",
          studentId: student.id,
          role: "leader",
          figureId: figures.home.id,
          layer: "partner",
          mark: "alone",
          seenOn: "2027-02-16",
          corrects: null,
          checkId: null,
        },
      ],
    },
    "classLog.note": { entries: [noted({ kind: "remark", target: randomUUID(), value: null })] },
    "practice.keep": practised(figures.home.id),
    "absences.create": { staffId: teacherId, fromDay: "2027-04-01", untilDay: "2027-04-02" },
    "comments.change": { text: "Much too fast?", version: comment.version },
    "proposals.change": { list, thingId, base, content: written, note: "", state: "sent", version: 1 },
    "plans.change": { ...plan, chosen: [choose(figures.home.id, 1)], version: 1 },
  };
  const secrets = {
    planSecret: link.secret ?? "",
    secret: "",
    token: letter.path?.replace("/d/", "") ?? "",
  };
  const paramsFor = (name: string, { path }: Endpoint) => ({
    ...at,
    kind: "section",
    list: "plans",
    before: 0,
    from: "2027-02-01",
    until: "2027-03-01",
    ...secrets,
    secret: (name.startsWith("recaps") ? recap?.secret : shared.secret) ?? "",
    keptId: kept.id,
    batchId: randomUUID(),
    id: Object.entries(ids).find(([start]) => path.startsWith(start))?.[1] ?? randomUUID(),
  });
  return { studio, visitors, bodies, paramsFor };
}

it.each(VISITORS)(
  "%s is let through where they may go, and nowhere else",
  { timeout: 120_000 },
  async (kind) => {
    const { studio, visitors, bodies, paramsFor } = await furnished();
    const wrong: string[] = [];
    const last = await lastChange(studio.db);
    for (const { name, endpoint } of asked) {
      const body = endpoint.method === "GET" ? {} : { body: bodies[name] ?? {} };
      const { status } = await visitors[kind].call(endpoint, {
        params: paramsFor(name, endpoint),
        ...body,
      } as never);
      const mark = markOf(status);
      // Whose sign-in ended is refused for its token, or for being nobody.
      const is = kind === "ended" && mark === "x" ? "-" : mark;
      const should = expected(name, endpoint, kind);
      if (is !== should) wrong.push(`${name}: ${status}, which is ${is}, and should be ${should}`);
    }
    // Whatever they changed, the history names them, and nobody else.
    const { person } = (await visitors[kind].call(api.session.read)).body;
    const strange = await changesSince(studio.db, last, `staff_id is distinct from ${idOrNull(person?.id)}`);
    await studio.close();
    expect({ wrong, strange }).toEqual({ wrong: [], strange: [] });
  },
);

it("names no endpoint that is not there", () => {
  const names = new Set(all.map(({ name }) => name));
  for (const name of [...Object.keys(EXCEPTIONS), ...ELSEWHERE, ...LAST]) expect(names).toContain(name);
});
