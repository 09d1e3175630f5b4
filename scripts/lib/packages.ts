import { spawnSync } from "node:child_process";
import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";

const PG_ROOT = "/usr/lib/postgresql";

/** The folder of the newest PostgreSQL server on this machine, or null. Debian keeps it off the PATH. */
function postgresFolder(): string | null {
  const own = process.env.POSTGRES_BIN;
  if (own) {
    const { status } = spawnSync(join(own, "postgres"), ["--version"], { stdio: "ignore" });
    if (status === 0) return own;
    console.error(`POSTGRES_BIN is ${own}, but there is no PostgreSQL server in that folder that runs here.`);
    process.exit(1);
  }
  const versions = existsSync(PG_ROOT) ? readdirSync(PG_ROOT).map(Number).filter(Number.isFinite) : [];
  const folders = versions.sort((a, b) => b - a).map((version) => join(PG_ROOT, String(version), "bin"));
  return folders.find((folder) => existsSync(join(folder, "postgres"))) ?? null;
}

function chromiumPath(): string | null {
  const candidates = [process.env.CHROMIUM, "/usr/bin/chromium", "/usr/bin/chromium-browser"];
  return candidates.find((path) => path && existsSync(path)) ?? null;
}

const run = (command: string, args: readonly string[]): boolean =>
  spawnSync(command, args, {
    stdio: ["ignore", "ignore", "inherit"],
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  }).status === 0;

/** Installs a Debian package where that is possible and permitted. */
function install(name: string): void {
  if (!existsSync("/usr/bin/apt-get")) return;
  const prefix = process.getuid?.() === 0 ? [] : run("sudo", ["-n", "true"]) ? ["sudo", "-n"] : null;
  if (!prefix) return;
  console.log(`Installing the Debian package ${name} …`);
  const apt = (...args: string[]): boolean => {
    const [command = "", ...rest] = [...prefix, "apt-get", "-qq", ...args];
    return run(command, rest);
  };
  apt("update");
  apt("install", "-y", "--no-install-recommends", name);
}

function need(find: () => string | null, debianPackage: string, otherwise: string): string {
  const there = find();
  if (there) return there;
  install(debianPackage);
  const installed = find();
  if (installed) return installed;
  console.error(
    `Map Step needs ${debianPackage}, which is not on this machine and could not be installed from here.`,
  );
  console.error(`On Debian or Ubuntu: sudo apt-get install ${debianPackage}. ${otherwise}`);
  process.exit(1);
}

export const needPostgres = (): string =>
  need(
    postgresFolder,
    "postgresql",
    "Elsewhere: set POSTGRES_BIN to the folder of the server, or DATABASE_URL to a running one.",
  );

export const needNginx = (): string =>
  need(
    () => ["/usr/sbin/nginx", "/usr/bin/nginx"].find((path) => existsSync(path)) ?? null,
    "nginx",
    "It is needed only to try the deployment.",
  );

export const needChromium = (): string =>
  need(chromiumPath, "chromium", "Elsewhere: set CHROMIUM to the path of the browser.");

/** The same Chromium without what draws windows, which starts and renders sooner; the whole one where it is not to be had. */
export function needHeadless(): string {
  const find = () =>
    process.env.CHROMIUM ?? ["/usr/bin/chromium-headless-shell"].find((path) => existsSync(path)) ?? null;
  if (!find()) install("chromium-headless-shell");
  return find() ?? needChromium();
}

/** What Chromium needs to run without a display, as root, and without looking for a network. */
export const CHROMIUM_FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
] as const;
