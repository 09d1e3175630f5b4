import { api } from "@map-step/contract";
import { Secret, TOTP } from "otpauth";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { weakness } from "../src/features/session/password.ts";
import { openStudio, PASSWORD, type TestStudio, type Visitor } from "./studio.ts";

const HOUSE = "203.0.113.9";
const director = { email: "director1@test.example", password: PASSWORD };

const enter = (visitor: Visitor, body: object, from = HOUSE) =>
  visitor.send("POST", "/session", body, { "x-forwarded-for": from });

describe("who is let in while others try", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    studio = await openStudio();
    await studio.as("director");
  });
  afterAll(() => studio.close());

  it("is whoever used the account at this place or on this device before, whatever is tried beside them", async () => {
    const own = await studio.visitor();
    expect((await enter(own, director)).status).toBe(200);
    const stranger = await studio.visitor();
    for (let at = 0; at < 110; at++) {
      const email = at % 2 === 0 ? `nobody${at}@test.example` : director.email;
      await enter(stranger, { email, password: "not the right one" });
    }
    // Another browser at the studio, and the director's own one anywhere.
    expect((await enter(await studio.visitor(), director)).status).toBe(200);
    expect((await enter(own, director, "198.51.100.77")).status).toBe(200);
    // Whoever guesses from where nobody of the studio was is held up.
    const elsewhere = async () => enter(await studio.visitor(), { ...director, password: "x" }, "192.0.2.1");
    const statuses: number[] = [];
    for (let at = 0; at < 8; at++) statuses.push((await elsewhere()).status);
    expect(statuses.slice(0, 6)).toEqual([401, 401, 401, 401, 401, 401]);
    expect(statuses.slice(6)).toEqual([429, 429]);
  });

  it("is also who signs in ten times at once, and who forgot a password while strangers ask for letters", async () => {
    const all = await Promise.all(
      Array.from({ length: 10 }, async () => enter(await studio.visitor(), director, "192.0.2.44")),
    );
    expect(all.map(({ status }) => status)).toEqual(Array(10).fill(200));
    const stranger = await studio.visitor();
    const from = { "x-forwarded-for": "192.0.2.50" };
    let last = 0;
    for (let at = 0; at < 101; at++)
      last = (await stranger.send("POST", "/session/forgotten", { email: `n${at}@test.example` }, from))
        .status;
    expect(last).toBe(429);
    expect((await enter(await studio.visitor(), director, "192.0.2.50")).status).toBe(200);
  });

  it("is never shut out by a letter that a stranger asked for: an invitation that waits stays", async () => {
    const boss = await studio.visitor();
    await enter(boss, director);
    const body = { name: "Ana Lind", email: "ana@test.example", role: "teacher" as const, active: true };
    const { body: ana } = await boss.call(api.staff.create, { body });
    const { path } = (await boss.call(api.letters.invite, { params: { id: ana.id } })).body;
    const stranger = await studio.visitor();
    await stranger.call(api.letters.forgot, { body: { email: "ana@test.example" } });
    const token = path?.split("/").at(-1);
    expect((await stranger.call(api.letters.door, { params: { token } })).status).toBe(200);
  });
});

describe("a sign-in", () => {
  let studio: TestStudio;
  let own: Visitor;
  beforeAll(async () => {
    studio = await openStudio();
    own = await studio.as("director");
  });
  afterAll(() => studio.close());
  const rows = <T extends object>(sql: string) =>
    studio.db.sequelize.query<T>(sql, { type: QueryTypes.SELECT });

  it("is kept under a hash: nothing in the table is an id that a browser holds", async () => {
    const kept = await rows<{ sid: string }>("select sid from sessions");
    expect(kept.every(({ sid }) => /^[\da-f]{64}$/.test(sid))).toBe(true);
    // One from before, under its own id, still counts until it ends.
    expect((await own.call(api.session.places)).body).toHaveLength(1);
  });

  it("counts by a counter: a clock that goes back after a change of the password shuts nobody out", async () => {
    await studio.db.sequelize.query(
      "update staff set sessions_since = now() + interval '1 hour' where email = 'director1@test.example'",
    );
    expect((await own.call(api.session.read)).body.person).toBeNull();
    const again = await studio.visitor();
    expect((await enter(again, director)).status).toBe(200);
    expect((await again.call(api.session.read)).body.person?.role).toBe("director");
    expect((await again.call(api.session.places)).body).toHaveLength(1);
    own = again;
  });

  it("asks for the password once more before somebody is erased, the studio saved, or a director made", async () => {
    const { address } = studio;
    await studio.db.sequelize.query(`update sessions set sess = (sess::jsonb || '{"confirmedAt": 1}')::json`);
    const teacher = { name: "Bo", email: "bo@test.example", active: true, password: "a few plain words" };
    const asked = async () =>
      [
        await own.call(api.studioFile.save),
        await own.call(api.students.erase, {
          params: { id: "00000000-0000-4000-8000-000000000009" },
          body: { places: [], basis: "" },
        }),
        await own.call(api.staff.create, { body: { ...teacher, role: "director" } }),
        await own.call(api.factors.beginCodes),
      ].map(({ status, problem }) => `${status} ${problem.type?.split(":").at(-1) ?? ""}`);
    expect(await asked()).toEqual(Array(4).fill("403 confirm-password"));
    expect((await own.call(api.staff.create, { body: { ...teacher, role: "teacher" } })).status).toBe(200);
    const wrong = await own.call(api.session.confirm, { body: { password: "something else" } });
    expect(wrong.problem.errors?.[0]?.path).toBe("password");
    expect((await own.call(api.session.confirm, { body: { password: PASSWORD } })).status).toBe(200);
    expect((await asked()).map((one) => one.split(" ")[0])).toEqual(["200", "404", "422", "200"]);
    expect(address).toBeTruthy();
  });

  it("may ask for codes of an app, each good once, with recovery codes, and tells of every change by letter", async () => {
    const begun = (await own.call(api.factors.beginCodes)).body;
    const seed = new URL(begun.address).searchParams.get("secret") ?? "";
    const app = new TOTP({ secret: Secret.fromBase32(seed) });
    const [{ locked } = { locked: "" }] = await rows<{ locked: string }>("select locked from factors");
    expect(locked).not.toContain(seed);
    const confirm = (code: string) =>
      own.call(api.factors.confirmCodes, { params: { id: begun.id }, body: { name: "Phone", code } });
    expect((await confirm("000000")).status).toBe(422);
    const before = Date.now() - 30_000;
    const first = app.generate({ timestamp: before });
    const kept = await confirm(first);
    expect(kept.body.recovery).toHaveLength(10);
    await expect
      .poll(async () => (await own.call(api.letters.list)).body[0]?.subject)
      .toContain("Something was added");

    const door = await studio.visitor();
    const asked = await enter(door, director);
    expect([asked.status, asked.problem.current]).toEqual([401, { codes: true, key: null }]);
    const show = (code: string) => enter(door, { ...director, shown: { kind: "code", code } });
    expect((await show(first)).status).toBe(422);
    const now = app.generate();
    expect((await show(now)).status).toBe(200);
    expect((await show(now)).status).toBe(422);
    const [recovery = ""] = kept.body.recovery ?? [];
    expect((await show(recovery.toUpperCase().replaceAll("-", " "))).status).toBe(200);
    expect((await show(recovery)).status).toBe(422);
    expect((await own.call(api.factors.list)).body.recoveryLeft).toBe(9);
  });

  it("is asked of directors where the studio says so; without anything to show they do nothing else", async () => {
    expect((await own.call(api.factors.askDirectors, { body: { on: true } })).status).toBe(200);
    const other = await studio.as("director");
    expect((await other.call(api.session.read)).body.mustShowMore).toBe(true);
    expect((await other.call(api.levels.list)).status).toBe(403);
    expect((await other.call(api.factors.list)).status).toBe(200);
    const teacher = await studio.as("teacher");
    expect((await teacher.call(api.levels.list)).status).toBe(200);
    const [one] = (await own.call(api.factors.list)).body.factors;
    const left = await own.call(api.factors.remove, { params: { id: one?.id } });
    expect(left.body).toMatchObject({ factors: [], recoveryLeft: 0 });
    expect((await own.call(api.levels.list)).status).toBe(403);
  });
});

it("a password is no address with something added, nor a part of one", () => {
  const email = "mira.holm@saltglass.example";
  for (const weak of [
    ...["mira.holm@saltglass.example1", "miraholm2027!", "1234miraholm", "Mira-Holm-2027", "saltglass2027"],
    ...["saltglassmira!!", email.toUpperCase()],
  ])
    expect(weakness(weak, email), weak).not.toBeNull();
  for (const good of ["mira walks the long way home", "four plain words here", "holm oak by the river"])
    expect(weakness(good, email), good).toBeNull();
});
