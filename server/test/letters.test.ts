import { createServer, type Server } from "node:net";
import { api } from "@map-step/contract";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openStudio, PASSWORD, type TestStudio, type Visitor } from "./studio.ts";

const NEXT = "seven quiet herons";

/** A mail server that takes every letter, or refuses all. */
async function mailServer(refuses: boolean) {
  const letters: string[] = [];
  const server: Server = createServer((socket) => {
    let letter: string | null = null;
    const say = (line: string) => socket.write(`${line}\r\n`);
    say("220 mail.test");
    socket.on("error", () => undefined);
    socket.on("data", (data) => {
      for (const line of data.toString().split("\r\n").slice(0, -1)) {
        if (letter !== null && line === ".") {
          letters.push(letter);
          letter = null;
          say("250 taken");
        } else if (letter !== null) letter += `${line}\n`;
        else if (/^DATA/i.test(line)) {
          letter = "";
          say("354 go on");
        } else if (/^RCPT/i.test(line) && refuses) say("550 nobody here");
        else if (/^QUIT/i.test(line)) socket.end("221 bye\r\n");
        else say("250 mail.test");
      }
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as { port: number };
  return { url: `smtp://127.0.0.1:${port}`, letters, close: () => server.close() };
}

const tokenIn = (path: string | null | undefined): string => path?.replace("/d/", "") ?? "";
const enter = (visitor: Visitor, token: string, password = NEXT) =>
  visitor.call(api.letters.enter, { params: { token }, body: { password } });

describe("a studio without mail", () => {
  let studio: TestStudio;
  let director: Visitor;
  let teacher: Visitor;
  beforeAll(async () => {
    studio = await openStudio();
    [director, teacher] = [await studio.as("director"), await studio.as("teacher")];
  });
  afterAll(() => studio.close());
  const idOf = async (email: string) =>
    (await director.call(api.staff.list)).body.find((one) => one.email === email)?.id ?? "";
  const letters = async () => (await director.call(api.letters.list)).body;

  it("invites somebody who has no password: the link waits, opens once, and signs them in", async () => {
    const made = await director.call(api.staff.create, {
      body: { name: "Ana Reed", email: "ana@test.example", role: "teacher", active: true },
    });
    expect(made.body).toMatchObject({ hasPassword: false });
    const { body: letter } = await director.call(api.letters.invite, {
      params: { id: made.body.id },
      body: {},
    });
    expect(letter).toMatchObject({ to: "ana@test.example", sentAt: null });
    const token = tokenIn(letter.path);
    const ana = await studio.visitor();
    expect((await ana.call(api.letters.door, { params: { token } })).body).toMatchObject({
      name: "Ana Reed",
      email: "ana@test.example",
      isNew: true,
    });
    expect((await enter(ana, token, "short")).status).toBe(422);
    expect((await enter(ana, token, "ana@test.example")).status).toBe(422);
    expect((await enter(ana, token)).body.person).toMatchObject({ name: "Ana Reed", role: "teacher" });
    // She is in, and changes something as everybody does.
    expect((await ana.call(api.session.places)).body).toHaveLength(1);
    expect((await enter(await studio.visitor(), token)).status).toBe(404);
    expect((await letters()).every(({ path }) => !path)).toBe(true);
    const hashes = await studio.db.OneTimeLink.findAll();
    expect(JSON.stringify(hashes)).not.toContain(token);
  });

  it("gives who forgot a password a link for an hour, says nothing of who is known, and ends other sign-ins", async () => {
    const id = await idOf("teacher1@test.example");
    const stranger = await studio.visitor();
    const ask = (email: string) => stranger.call(api.letters.forgot, { body: { email } });
    const [known, unknown] = [await ask("teacher1@test.example"), await ask("nobody@test.example")];
    expect([known.status, unknown.status, known.body]).toEqual([200, 200, unknown.body]);
    await expect.poll(async () => (await letters())[0]?.to).toBe("teacher1@test.example");
    const [first] = await letters();
    await director.call(api.letters.invite, { params: { id }, body: {} });
    const [second] = await letters();
    // What came before is over.
    expect((await enter(await studio.visitor(), tokenIn(first?.path))).status).toBe(404);
    expect((await letters()).filter(({ path }) => Boolean(path))).toHaveLength(1);
    const other = await studio.visitor();
    expect((await enter(other, tokenIn(second?.path))).status).toBe(200);
    expect((await teacher.call(api.session.read)).body.person).toBeNull();
    const again = await studio.visitor();
    const signIn = (password: string) =>
      again.call(api.session.signIn, { body: { email: "teacher1@test.example", password } });
    expect([(await signIn(PASSWORD)).status, (await signIn(NEXT)).status]).toEqual([401, 200]);
    for (let more = 0; more < 5; more++) await ask("teacher1@test.example");
    expect((await ask("teacher1@test.example")).status).toBe(429);
  });

  it("opens no door late, twice at once, for who left, or after the password was changed", async () => {
    const id = await idOf("ana@test.example");
    const fresh = async () =>
      tokenIn((await director.call(api.letters.invite, { params: { id }, body: {} })).body.path);
    const late = await fresh();
    await studio.db.OneTimeLink.update(
      { expiresAt: new Date(Date.now() - 1000) },
      { where: { usedAt: null } },
    );
    expect((await enter(await studio.visitor(), late)).status).toBe(404);
    const twice = await fresh();
    const [one, two] = [await studio.visitor(), await studio.visitor()];
    const both = await Promise.all([
      enter(one, twice, "one of the two doors"),
      enter(two, twice, "the other of the two"),
    ]);
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 404]);
    const changed = await fresh();
    const ana = (await director.call(api.staff.list)).body.find((one) => one.id === id);
    const { hasPassword: _has, id: _id, ...content } = ana as NonNullable<typeof ana>;
    await director.call(api.staff.change, {
      params: { id },
      body: { ...content, password: "a third one, by hand" },
    });
    expect((await enter(await studio.visitor(), changed)).status).toBe(404);
    const left = await fresh();
    await director.call(api.staff.change, {
      params: { id },
      body: { ...content, version: content.version + 1, active: false },
    });
    expect((await enter(await studio.visitor(), left)).status).toBe(404);
    expect((await director.call(api.letters.invite, { params: { id }, body: {} })).status).toBe(409);
    for (const token of ["x", "a".repeat(24)])
      expect((await enter(await studio.visitor(), token)).status).toBeGreaterThanOrEqual(404);
  });
});

describe("a studio with mail", () => {
  it("sends the link to the person, keeps none, and keeps what did not go out", async () => {
    const [takes, refuses] = [await mailServer(false), await mailServer(true)];
    for (const { url, letters, close } of [takes, refuses]) {
      const studio = await openStudio(undefined, { SMTP_URL: url, PUBLIC_URL: "https://studio.example/" });
      const director = await studio.as("director");
      const made = await director.call(api.staff.create, {
        body: { name: "Ben Moss", email: "ben@test.example", role: "teacher", active: true },
      });
      const { body: letter } = await director.call(api.letters.invite, {
        params: { id: made.body.id },
        body: {},
      });
      if (url === takes.url) {
        expect(letter.path).toBeNull();
        expect(Date.parse(letter.sentAt ?? "")).toBeLessThanOrEqual(Date.now());
        const sent = (letters[0] ?? "").replace(/=\n/g, "").replace(/=3D/g, "=");
        expect(sent).toContain("To: ben@test.example");
        const token = /https:\/\/studio\.example\/d\/([\w-]+)/.exec(sent)?.[1] ?? "";
        expect((await enter(await studio.visitor(), token)).status).toBe(200);
      } else {
        expect(letter.sentAt).toBeNull();
        expect(tokenIn(letter.path)).toMatch(/^[\w-]{24}$/);
      }
      await studio.close();
      close();
    }
  });
});
