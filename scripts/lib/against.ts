import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** What a line says without its numbers, and without how busy the machine was meanwhile. */
const wordsOf = (line: string) =>
  line
    .replace(/\(load [^)]*\)\s*$/, "")
    .replace(/\d+(?:[.,]\d+)*/g, " # ")
    .replace(/\s+/g, " ")
    .trim();

/**
 * Lines of two runs that say the same with other numbers, one beneath the other; a line that only one run has stands
 * alone.
 * @example
 * sideBySide(["  12 ms  read"], ["  11 ms  read", "new"], "v1") // ["v1:    12 ms  read", "here:  11 ms  read", "here:  new"]
 */
export function sideBySide(before: readonly string[], now: readonly string[], name: string): string[] {
  const width = Math.max(name.length, "here".length) + 2;
  const said = (who: string, line: string) => `${`${who}:`.padEnd(width)}${line.trimEnd()}`;
  const left = [...before];
  return now.flatMap((line) => {
    if (line.trim() === "") return [];
    const at = left.findIndex((other) => wordsOf(other) === wordsOf(line));
    const [other] = at < 0 ? [] : left.splice(at, 1);
    return other === undefined ? [said("here", line)] : [said(name, other), said("here", line), ""];
  });
}

const linesOf = (folder: string, command: readonly string[]): string[] =>
  spawnSync("npm", ["run", "--silent", ...command], {
    cwd: folder,
    encoding: "utf8",
    maxBuffer: 1 << 26,
    stdio: ["ignore", "pipe", "inherit"],
  }).stdout.split("\n");

/**
 * With `--against REV` among what was said, runs the same command on that revision and here, one after the other in one
 * sitting, prints both and ends; without it does nothing.
 * @param command the script's name
 */
export function comparedIfAsked(command: string): void {
  const at = process.argv.indexOf("--against");
  if (at < 0) return;
  const revision = process.argv[at + 1];
  if (!revision) throw new Error("--against wants a revision, such as --against HEAD~1.");
  const rest = process.argv.slice(3).filter((_, index) => index + 3 !== at && index + 3 !== at + 1);
  const asked = [command, ...(rest.length > 0 ? ["--", ...rest] : [])];
  const folder = mkdtempSync(join(tmpdir(), "map-step-against-"));
  const git = (...args: string[]) => {
    const { status } = spawnSync("git", args, { stdio: ["ignore", "ignore", "inherit"] });
    if (status !== 0) throw new Error(`git ${args.join(" ")} failed.`);
  };
  git("worktree", "add", "--detach", folder, revision);
  try {
    for (const line of sideBySide(linesOf(folder, asked), linesOf(process.cwd(), asked), revision))
      console.log(line);
  } finally {
    git("worktree", "remove", "--force", folder);
    rmSync(folder, { recursive: true, force: true });
  }
  process.exit(0);
}
