import { spawn } from "node:child_process";
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { migrate, openDatabase } from "@map-step/server";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { rowsOf } from "../server/src/db/query.ts";
import { ask, backUp, readBackup, restore } from "./lib/backup.ts";
import { type Cluster, startCluster, twoRoles } from "./lib/cluster.ts";
import { endure } from "./lib/endure.ts";
import { keepGoing } from "./lib/keep-going.ts";
import { backUpNightly } from "./lib/nightly.ts";
import { runFolder } from "./lib/seeds.ts";
import { portFrom } from "./lib/serve.ts";

let folder: string;
let cluster: Cluster;
let url: string;
beforeAll(async () => {
  folder = runFolder();
  cluster = await startCluster(folder, { throwaway: true });
  url = await cluster.database("studio");
  await migrate(url);
  const db = openDatabase(url);
  await db.Studio.create({ id: 1, name: "Kept house", timeZone: "Europe/Lisbon" });
  await db.sequelize.close();
});
afterAll(async () => {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
});

const named = async (): Promise<string | undefined> => {
  const db = openDatabase(url);
  const studio = await db.Studio.findByPk(1);
  await db.sequelize.close();
  return studio?.name;
};
const rename = async (name: string): Promise<void> => {
  const db = openDatabase(url);
  await db.Studio.update({ name }, { where: { id: 1 } });
  await db.sequelize.close();
};

describe("a backup", () => {
  it("brings the studio back as it was, and keeps what was there before", async () => {
    const file = join(folder, "studio.backup");
    await backUp(url, file);
    await rename("Changed since");
    const before = await restore(url, file);
    expect(await named()).toBe("Kept house");
    const old = new URL(url);
    old.pathname = `/${before}`;
    const db = openDatabase(old.href);
    expect((await db.Studio.findByPk(1))?.name).toBe("Changed since");
    await db.sequelize.close();
  });

  it("that is broken, cut, newer or none is refused, and nothing changes", async () => {
    const file = join(folder, "good.backup");
    await backUp(url, file);
    const whole = readFileSync(file);
    const end = whole.indexOf(10);
    const head = JSON.parse(whole.subarray(0, end).toString()) as Record<string, unknown>;
    const variant = (about: Record<string, unknown>, dump = whole.subarray(end + 1)) =>
      Buffer.concat([Buffer.from(`${JSON.stringify({ ...head, ...about })}\n`), dump]);
    const flipped = Buffer.from(whole);
    flipped[whole.length - 10] = (flipped[whole.length - 10] ?? 0) ^ 1;
    for (const [name, content, why] of [
      ["flipped", flipped, "broken"],
      ["cut", whole.subarray(0, whole.length - 100), "broken"],
      ["newer tables", variant({ migration: "9999-later.sql" }), "newer"],
      ["newer format", variant({ formatVersion: 2 }), "newer"],
      ["none", Buffer.from("Dear diary\n"), "not a backup"],
    ] as const) {
      const bad = join(folder, "bad.backup");
      writeFileSync(bad, content);
      expect(() => readBackup(bad), name).toThrow(why);
      await expect(restore(url, bad), name).rejects.toThrow(why);
    }
    expect(await named()).toBe("Kept house");
  });
});

describe("a nightly backup", () => {
  const told = async () => {
    const db = openDatabase(url);
    const rows = await rowsOf<{ file: string; problem: string | null }>(
      db,
      "select file, problem from backups order by id",
    );
    await db.sequelize.close();
    return rows;
  };
  const night = (day: number) => new Date(Date.UTC(2027, 1, day, 3, 15));

  it("is proven in a database of its own, keeps the last nights, and lets the studio know", async () => {
    const place = join(folder, "nights");
    writeFileSync(join(folder, "letter.txt"), "");
    for (const day of [1, 2, 3]) await backUpNightly(url, place, { keep: 2, now: night(day) });
    writeFileSync(join(place, "not-a-backup.txt"), "stays");
    const { tables, removed } = await backUpNightly(url, place, { keep: 2, now: night(4) });
    expect(tables).toBeGreaterThan(40);
    expect(removed).toEqual(["map-step-20270202-031500.backup"]);
    expect(readdirSync(place).toSorted()).toEqual([
      ...["map-step-20270203-031500.backup", "map-step-20270204-031500.backup", "not-a-backup.txt"],
    ]);
    expect((await told()).map(({ problem }) => problem)).toEqual([null, null, null, null]);
    // Nothing that proved it is left.
    const left = await ask(url, "select datname from pg_database where datname like 'map_step_proof%'");
    expect(left).toEqual([]);
    await rename("Not as it was kept");
    await restore(url, join(place, "map-step-20270203-031500.backup"));
    expect(await named()).toBe("Kept house");
  });

  it("that can't be made says so to the studio and takes none away", async () => {
    const place = join(folder, "nights");
    const file = join(folder, "letter.txt");
    await expect(backUpNightly(url, file, { now: night(5) })).rejects.toThrow();
    expect((await told()).at(-1)).toMatchObject({ file: "map-step-20270205-031500.backup" });
    expect((await told()).at(-1)?.problem).not.toBeNull();
    expect(readdirSync(place)).toHaveLength(3);
  });
});

describe("what keeps it going", () => {
  // Under load it takes minutes, so `npm run test:deep` and `npm run endure` hold it.
  it.runIf(process.env.PROPERTIES === "deep")(
    "loses no acknowledged write when server and database are killed",
    async () => {
      const { acknowledged, lost, twice, unheard } = await endure(1, 1);
      expect({ lost, twice, unheard }).toEqual({ lost: 0, twice: 0, unheard: 0 });
      expect(acknowledged).toBeGreaterThanOrEqual(24);
    },
  );

  it("starts the server again after an error that nobody awaited, which ends it in order", async () => {
    const [go, mark] = [join(folder, "go"), join(folder, "once")];
    const fault = join(folder, "fault.mjs");
    writeFileSync(
      fault,
      `import { existsSync, writeFileSync } from "node:fs";
      if (process.argv[1]?.endsWith("main.js") && !existsSync("${mark}"))
        setInterval(() => {
          if (!existsSync("${go}") || existsSync("${mark}")) return;
          writeFileSync("${mark}", "");
          Promise.reject(new Error("nobody awaits this"));
        }, 50).unref();`,
    );
    const settings = {
      ...twoRoles(url),
      SESSION_SECRET: "of a studio that is gone in an hour",
      LOG_LEVEL: "silent",
      PORT: "0",
      NODE_OPTIONS: `--import ${fault}`,
    };
    const kept = await keepGoing(settings, null);
    const answers = () =>
      fetch(`http://127.0.0.1:${kept.port}/api/session`).then(
        ({ status }) => status,
        () => 0,
      );
    expect(await answers()).toBe(200);
    writeFileSync(go, "");
    await vi.waitUntil(() => existsSync(mark), { timeout: 120_000 });
    await vi.waitUntil(async () => (await answers()) === 200, { timeout: 120_000, interval: 300 });
    await kept.stop();
    expect(await answers()).toBe(0);
  });

  it("goes on logging where it can, and never waits for a disk that is full", async () => {
    const root = process.cwd().replace(/\/scripts$/, "");
    const file = join(folder, "full.mts");
    writeFileSync(
      file,
      `import pino from "${join(root, "node_modules/pino/pino.js")}";
      import { quietDestination } from "${join(root, "server/src/http/log.ts")}";
      const log = pino({}, quietDestination(1));
      for (let line = 0; line < 5000; line++) log.info("a line that finds no room");
      setTimeout(() => process.exit(7), 300);`,
    );
    const code = await new Promise((resolve) => {
      const child = spawn("sh", ["-c", `exec "${process.execPath}" --import tsx "${file}" > /dev/full`], {
        cwd: root,
        stdio: "ignore",
      });
      child.once("exit", resolve);
    });
    expect(code).toBe(7);
  });

  it.each(["", "seventeen", "-1", "70000", "1.5"])("says what is wrong with the port %j", (text) => {
    if (text === "") expect(portFrom(text, 4317)).toBe(4317);
    else expect(() => portFrom(text, 4317)).toThrow("from 0 to 65535");
  });
});
