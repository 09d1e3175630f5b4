import { api, type Setup } from "@map-step/contract";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deviceOf } from "../src/http/device.ts";
import { errorForLog } from "../src/http/log.ts";
import { services } from "../src/index.ts";
import { openStudio, PASSWORD, type TestStudio } from "./studio.ts";

const SETUP: Setup = {
  studioName: "New house",
  timeZone: "Europe/Lisbon",
  name: "First",
  email: "first@test.example",
  password: PASSWORD,
};

describe("an empty studio", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    studio = await openStudio({ studio: false });
  });
  afterAll(() => studio.close());

  it("asks for its director, once, and signs them in", async () => {
    const first = await studio.visitor();
    expect((await first.call(api.session.read)).body).toMatchObject({ needsSetup: true, person: null });
    const short = await first.call(api.session.setUp, {
      body: { ...SETUP, password: "short", timeZone: "Nowhere" },
    });
    expect(short.status).toBe(422);
    expect(short.problem.errors?.map(({ path }) => path).sort()).toEqual(["password", "timeZone"]);
    const done = await first.call(api.session.setUp, { body: SETUP });
    expect(done.body).toMatchObject({
      needsSetup: false,
      person: { role: "director" },
      studio: { name: "New house" },
    });
    const second = await (await studio.visitor()).call(api.session.setUp, { body: SETUP });
    expect(second.status).toBe(403);
    expect(await studio.db.Staff.count()).toBe(1);
  });

  it("lets only one of two first directors in", async () => {
    const other = await openStudio({ studio: false });
    const visitors = [await other.visitor(), await other.visitor()];
    const answers = await Promise.all(
      visitors.map((visitor, index) =>
        visitor.call(api.session.setUp, { body: { ...SETUP, email: `d${index}@test.example` } }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 403]);
    expect(await other.db.Staff.count()).toBe(1);
    await other.close();
  });
});

describe("signing in and out", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    studio = await openStudio();
    await studio.as("director");
  });
  afterAll(() => studio.close());
  const body = { email: "director1@test.example", password: PASSWORD };

  it("sets a cookie that scripts and other sites cannot use, and renews the session's id", async () => {
    const visitor = await studio.visitor();
    const cookie = (answer: { headers: Headers }) => answer.headers.get("set-cookie") ?? "";
    const before = cookie(await visitor.call(api.session.read));
    const entered = await visitor.call(api.session.signIn, {
      body: { ...body, email: "Director1@Test.example" },
    });
    expect(entered.body.person?.name).toBe("director 1");
    expect(cookie(entered)).toMatch(/HttpOnly/);
    expect(cookie(entered)).toMatch(/SameSite=Lax/);
    expect(cookie(entered).split(";")[0]).not.toBe(before.split(";")[0]);
    expect((await visitor.call(api.figures.list)).status).toBe(200);
  });

  it("ends with the sign-out", async () => {
    const visitor = await studio.as("teacher");
    expect((await visitor.call(api.session.signOut)).body.person).toBeNull();
    expect((await visitor.call(api.figures.list)).status).toBe(401);
  });

  it("ends when the account is closed", async () => {
    const visitor = await studio.as("teacher");
    await studio.db.Staff.update(
      { active: false },
      { where: { name: (await visitor.call(api.session.read)).body.person?.name ?? "" } },
    );
    expect((await visitor.call(api.figures.list)).status).toBe(401);
  });

  it("refuses a change without the token of the session", async () => {
    const visitor = await studio.as("director");
    const forged = await visitor.send("POST", "/dances", { name: "Forged" }, { "x-csrf-token": "guess" });
    expect(forged.status).toBe(403);
    expect(await studio.db.Dance.count()).toBe(0);
  });

  it("says the same of a wrong password and of an unknown address, and offers no accounts", async () => {
    const visitor = await studio.visitor();
    const wrong = await visitor.call(api.session.signIn, { body: { ...body, password: "not the one" } });
    const unknown = await visitor.call(api.session.signIn, { body: { ...body, email: "who@test.example" } });
    expect(wrong.status).toBe(401);
    expect(unknown.problem).toEqual(wrong.problem);
    expect((await visitor.call(api.session.read)).body).toMatchObject({ isDemo: false, demoAccounts: [] });
  });

  it("makes those who guess wait longer and longer, and nobody else", async () => {
    const attempt = (email: string, password: string, from: string) =>
      studio
        .visitor()
        .then((visitor) =>
          visitor.send("POST", "/session", { email, password }, { "x-forwarded-for": from }),
        );
    const guess = (from = "203.0.113.9") => attempt("director1@test.example", "not the one", from);
    for (let tries = 0; tries < 6; tries++) expect((await guess()).status).toBe(401);
    const barred = await guess();
    expect(barred.status).toBe(429);
    expect(barred.problem.detail).toMatch(/^Wait \d+ seconds/);
    // Twenty at once count like twenty in turn: of those that are free, five are looked at, and one more.
    const flood = await Promise.all(Array.from({ length: 20 }, () => guess("203.0.113.10")));
    expect(flood.filter(({ status }) => status === 401).length).toBeLessThanOrEqual(6);
    // The owner at another place, and others at the same place, are let in.
    expect((await attempt(body.email, PASSWORD, "198.51.100.4")).status).toBe(200);
    const other = await studio.as("teacher");
    const email = `${(await other.call(api.session.read)).body.person?.name.replace(" ", "")}@test.example`;
    expect((await attempt(email, PASSWORD, "203.0.113.9")).status).toBe(200);
  });

  it("ends everywhere with another password, which the person changes", async () => {
    const [here, there] = [await studio.as("teacher"), await studio.visitor()];
    const email = `${(await here.call(api.session.read)).body.person?.name.replace(" ", "")}@test.example`;
    await there.call(api.session.signIn, { body: { email, password: PASSWORD } });
    const change = (current: string, next: string) =>
      here.call(api.session.changePassword, { body: { current, next } });
    expect((await change("not it at all", "eleven grey herons")).problem.errors?.[0]?.path).toBe("current");
    for (const weak of ["password1234", "qwertyuiop", "aaaaaaaaaaaa", email])
      expect((await change(PASSWORD, weak)).problem.errors?.[0]?.path).toBe("next");
    expect((await change(PASSWORD, "eleven grey herons")).status).toBe(200);
    expect((await here.call(api.figures.list)).status).toBe(200);
    expect((await there.call(api.figures.list)).status).toBe(401);
    const again = (password: string) => there.call(api.session.signIn, { body: { email, password } });
    expect((await again(PASSWORD)).status).toBe(401);
    expect((await again("eleven grey herons")).status).toBe(200);
  });

  it("ends twelve hours after the last use, and thirty days after the sign-in", async () => {
    const visitor = await studio.as("teacher");
    const age = (change: string) => studio.db.sequelize.query(`update sessions set ${change}`);
    const [[row]] = await studio.db.sequelize.query(
      "select extract(epoch from max(expire) - now()) / 3600 as hours from sessions",
    );
    expect(Number((row as { hours: string }).hours)).toBeCloseTo(12, 1);
    await age("sess = (sess::jsonb || jsonb_build_object('signedInAt', 1))::json");
    expect((await visitor.call(api.figures.list)).status).toBe(401);
    const other = await studio.as("teacher");
    await age("expire = now() - interval '1 second'");
    expect((await other.call(api.figures.list)).status).toBe(401);
  });

  it("makes no session for strangers, and wants the header of a page for what they send", async () => {
    const count = async () =>
      Number(
        (await studio.db.sequelize.query("select count(*) from sessions"))[0].map(
          (row) => (row as { count: string }).count,
        )[0],
      );
    const before = await count();
    for (let visits = 0; visits < 5; visits++) await studio.visitor();
    expect(await count()).toBe(before);
    const bare = await fetch(`${studio.address}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
    expect(bare.status).toBe(403);
  });

  it("offers the accounts of a demo studio on its sign-in page and never afterwards", async () => {
    const demo = await services.createStaff(studio.db, {
      name: "Demo",
      email: "demo@test.example",
      role: "teacher",
      active: true,
      password: PASSWORD,
    });
    await studio.db.Staff.update({ demoPassword: PASSWORD }, { where: { id: demo.id } });
    const outside = await studio.visitor();
    expect((await outside.call(api.session.read)).body).toMatchObject({
      isDemo: true,
      demoAccounts: [{}],
    });
    const inside = await studio.as("teacher");
    expect((await inside.call(api.session.read)).body).toMatchObject({ isDemo: true, demoAccounts: [] });
  });
});

describe("behind a proxy that speaks HTTPS", () => {
  const enter = async (studio: TestStudio, proto: string) => {
    await studio.as("director");
    const visitor = await studio.visitor();
    const body = { email: "director1@test.example", password: PASSWORD };
    return visitor.send("POST", "/session", body, {
      "x-forwarded-proto": proto,
      "x-forwarded-for": "203.0.113.5",
    });
  };

  it("people sign in with a cookie that only HTTPS carries", async () => {
    const studio = await openStudio({ studio: true }, { SECURE_COOKIES: "true", TRUST_PROXY: "1" });
    expect((await enter(studio, "https")).headers.get("set-cookie")).toMatch(/Secure/);
    await studio.close();
  });

  it("and without a trusted proxy what a visitor says of the line counts for nothing", async () => {
    const studio = await openStudio({ studio: true }, { SECURE_COOKIES: "true", TRUST_PROXY: "false" });
    expect((await enter(studio, "https")).headers.get("set-cookie")).toBeNull();
    await studio.close();
  });
});

describe("what is written into the log", () => {
  it("of an error of the database holds nothing that somebody typed", async () => {
    const studio = await openStudio();
    const typed = "Wendel's mother called";
    const sql = "insert into staff (name, email, role, password_hash) values ($1, $1, $1, $1)";
    const error = await studio.db.sequelize.query(sql, { bind: [typed] }).catch((thrown: unknown) => thrown);
    expect(JSON.stringify(error)).toContain("Wendel");
    const logged = errorForLog(error);
    expect(JSON.stringify(logged)).not.toContain("Wendel");
    expect(logged.code).toBe("23514");
    expect(logged.stack).toContain("at ");
    await studio.close();
  });
});

describe("one's own account", () => {
  it("is changed by oneself; another address asks for the password", async () => {
    const studio = await openStudio();
    const teacher = await studio.as("teacher");
    const other = await studio.as("teacher");
    const change = (about: { name?: string; email?: string; password?: string }) =>
      teacher.call(api.session.changeOwn, {
        body: { name: "Ana Lind", email: "teacher1@test.example", password: "", ...about },
      });
    expect((await change({})).body.person?.name).toBe("Ana Lind");
    const moved = { email: "ana@test.example" };
    expect((await change(moved)).problem.errors?.[0]?.path).toBe("password");
    expect((await change({ ...moved, password: PASSWORD })).status).toBe(200);
    expect(
      (await change({ email: "teacher2@test.example", password: PASSWORD })).problem.errors?.[0]?.path,
    ).toBe("email");
    const signIn = async (email: string) =>
      (await (await studio.visitor()).call(api.session.signIn, { body: { email, password: PASSWORD } }))
        .status;
    expect([await signIn("ana@test.example"), await signIn("teacher1@test.example")]).toEqual([200, 401]);
    expect((await other.call(api.session.read)).body.person?.name).toBe("teacher 2");
    await studio.close();
  });

  it("says where one is signed in, and ends it there; nobody else's is to be seen or ended", async () => {
    const studio = await openStudio();
    const [teacher, other] = [await studio.as("teacher"), await studio.as("teacher")];
    const elsewhere = await studio.visitor();
    await elsewhere.call(api.session.signIn, {
      body: { email: "teacher1@test.example", password: PASSWORD },
    });
    const places = (await teacher.call(api.session.places)).body;
    expect(places.map(({ here }) => here).sort()).toEqual([false, true]);
    const away = places.find(({ here }) => !here)?.key ?? "";
    expect((await other.call(api.session.places)).body).toHaveLength(1);
    await other.call(api.session.endPlace, { params: { key: away } });
    expect((await elsewhere.call(api.session.read)).body.person?.name).toBe("teacher 1");
    expect((await teacher.call(api.session.endPlace, { params: { key: away } })).body).toHaveLength(1);
    expect((await elsewhere.call(api.session.read)).body.person).toBeNull();
    expect((await teacher.call(api.session.read)).body.person?.name).toBe("teacher 1");
    expect((await teacher.call(api.session.endPlace, { params: { key: "' or true --" } })).status).toBe(422);
    await studio.close();
  });

  it("knows a device by what it calls itself, and nothing more of it", () => {
    const chrome =
      "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0 Safari/537.36";
    expect(deviceOf(chrome)).toBe("Chrome on Linux");
    expect(
      deviceOf("Mozilla/5.0 (iPad; CPU OS 17_0 like Mac OS X) AppleWebKit/605 Version/17 Safari/604"),
    ).toBe("Safari on iPad");
    expect(deviceOf(`${chrome} Edg/120.0`)).toBe("Edge on Linux");
    expect(deviceOf("<script>")).toBe("A browser");
  });
});
