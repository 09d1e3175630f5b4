import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  accessSync,
  chmodSync,
  constants,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
} from "node:fs";
import { freemem, tmpdir } from "node:os";
import { join } from "node:path";
import { type Cluster, endOrphan, homeOf, startCluster } from "./cluster.ts";
import { DATA } from "./studio.ts";

const ROOT = join(import.meta.dirname, "../..");
const KEPT = join(DATA, "seeds");
const RUN = "map-step-run-";

const filesIn = (path: string): string[] =>
  readdirSync(path, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();

/** What some folders of sources are, in sixteen letters: another word as soon as one file differs. */
function keyOf(folders: readonly string[]): string {
  const hash = createHash("sha256");
  for (const file of folders.flatMap((folder) => filesIn(join(ROOT, folder))))
    hash.update(file.slice(ROOT.length)).update("\0").update(readFileSync(file)).update("\0");
  return hash.digest("hex").slice(0, 16);
}

const isAlive = (pid: number): boolean => {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
};

/** Where a throwaway database may lie in memory; copies of it are made many times as fast there. */
const IN_MEMORY = "/dev/shm";
const GIGABYTE = 2 ** 30;
/** What the databases of a run come to at most, and what the rest of the run takes. */
const [FOR_DATABASES, FOR_THE_REST] = [6 * GIGABYTE, 4 * GIGABYTE];

function mayWrite(folder: string): boolean {
  try {
    accessSync(folder, constants.W_OK);
    return true;
  } catch {
    return false;
  }
}

/** Folders in which runs lie: memory, where there is plenty of it, before the disk. */
function placesForRuns(): readonly [string, ...string[]] {
  if (!mayWrite(IN_MEMORY)) return [tmpdir()];
  const { bavail, bsize } = statfsSync(IN_MEMORY);
  const isRoomy = bavail * bsize > FOR_DATABASES && freemem() > FOR_DATABASES + FOR_THE_REST;
  return isRoomy ? [IN_MEMORY, tmpdir()] : [tmpdir(), IN_MEMORY];
}

/** Database servers and folders of runs that were killed: nobody needs them, and they never end by themselves. */
async function clearOrphans(): Promise<void> {
  for (const place of placesForRuns())
    for (const name of readdirSync(place)) {
      const [, pid] = new RegExp(`^${RUN}(\\d+)-`).exec(name) ?? [];
      if (pid === undefined || isAlive(Number(pid))) continue;
      console.log(`A run that ended badly left ${name}; it is cleared away.`);
      await endOrphan(join(place, name));
      rmSync(join(place, name), { recursive: true, force: true });
    }
}

/**
 * A folder of this run, in sight of the database's user also where that is not who runs it. If the run ends badly, the
 * next one clears it away.
 */
export function runFolder(): string {
  const folder = mkdtempSync(join(placesForRuns()[0], `${RUN}${process.pid}-`));
  chmodSync(folder, 0o755);
  return folder;
}

/** With owners and rights, because the database takes its files from its own user only. */
function copyInto(folder: string, from: string): void {
  mkdirSync(folder, { recursive: true });
  execFileSync("cp", ["-a", `${from}/.`, folder]);
}

const remove = (...folders: readonly string[]): void => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
};

/** What a throwaway database server begins with; laid once, and kept for as long as its sources stay as they are. */
export interface Seed {
  readonly name: string;
  /** Folders whose files decide what is laid. */
  readonly sources: readonly string[];
  readonly lay: (cluster: Cluster) => Promise<void>;
}

async function keptSeed({ name, sources, lay }: Seed): Promise<string> {
  const kept = join(KEPT, `${name}-${keyOf(sources)}`);
  if (existsSync(kept)) return kept;
  const folder = runFolder();
  const cluster = await startCluster(folder, { throwaway: true });
  await lay(cluster);
  await cluster.stop();
  mkdirSync(KEPT, { recursive: true });
  const isOld = (other: string) => other.startsWith(`${name}-`) && join(KEPT, other) !== kept;
  remove(
    ...readdirSync(KEPT)
      .filter(isOld)
      .map((other) => join(KEPT, other)),
  );
  // Whole or not at all: a copy that is cut short has another name.
  const half = mkdtempSync(join(DATA, "half-seed-"));
  copyInto(half, homeOf(folder));
  if (existsSync(kept)) remove(half);
  else renameSync(half, kept);
  remove(homeOf(folder), folder);
  return kept;
}

/** A folder of this run with the files of a seed, on which a database server can be started. */
export async function copyOfSeed(seed: Seed): Promise<string> {
  await clearOrphans();
  const kept = await keptSeed(seed);
  const folder = runFolder();
  copyInto(homeOf(folder), kept);
  return folder;
}

/**
 * Starts a throwaway database server that begins with a seed. Runs at the same time have one each.
 * @example
 * const cluster = await startSeeded({ name: "tables", sources: ["server/src/db"], lay: layTables })
 */
export async function startSeeded(seed: Seed): Promise<Cluster> {
  const folder = await copyOfSeed(seed);
  const cluster = await startCluster(folder, { throwaway: true });
  const stop = async () => {
    await cluster.stop();
    remove(homeOf(folder), folder);
  };
  return { ...cluster, stop };
}
