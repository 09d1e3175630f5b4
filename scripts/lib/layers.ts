import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";

/** Concepts of the core from the ground up: each may use those before it, through their faces. */
const CONCEPTS = [
  "words",
  "time",
  "notation",
  "figure",
  "likeness",
  "step-map",
  "repertoire",
  "plan",
  "lesson",
  "recap",
  "check",
];

/** What each workspace may import beside its own files. Arrows run one way: web, server → contract → core. */
const MAY_IMPORT: Readonly<Record<string, (name: string) => boolean>> = {
  core: () => false,
  contract: (name) => name === "zod" || name.startsWith("@map-step/core/"),
  server: (name) => !/^@map-step\/(web|demo)/.test(name),
  web: (name) => !/^@map-step\/(server|demo)|^node:/.test(name),
};

const IMPORT = /(?:from|import)\s*\(?\s*"([^"]+)"/g;

const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
    .map((name) => join(folder, name));

/** Why an import inside the core is not allowed, if it is not. */
function insideCore(file: string, target: string): string | null {
  const [concept = ""] = relative("core/src", file).split("/");
  const match = /^\.\.\/([\w-]+)\/(.+)$/.exec(target);
  if (!match) return null;
  const [, other = "", rest] = match;
  if (rest !== "index.ts") return `goes past the face of ${other}`;
  return CONCEPTS.indexOf(other) < CONCEPTS.indexOf(concept) ? null : `${concept} stands below ${other}`;
}

/**
 * Why a file of a workspace may not import something.
 * @param file its path from the root of the repository
 * @returns null when it may
 */
export function importFault(workspace: string, file: string, target: string): string | null {
  if (!target.startsWith(".")) return MAY_IMPORT[workspace]?.(target) ? null : "is not for this layer";
  if (!join(file, "..", target).startsWith(`${workspace}/`)) return "leaves the workspace";
  if (workspace === "core") return insideCore(file, target);
  const fromKit = file.startsWith("web/src/kit/") && target.includes("/features/");
  return fromKit ? "the kit knows no feature" : null;
}

/** Every import that goes against the layers, as a line to read. */
export function layerFaults(): string[] {
  return Object.keys(MAY_IMPORT).flatMap((workspace) =>
    filesBelow(join(workspace, "src")).flatMap((file) =>
      [...readFileSync(file, "utf8").matchAll(IMPORT)].flatMap(([, target = ""]) => {
        const why = importFault(workspace, file, target);
        return why ? [`${file}: “${target}” ${why}`] : [];
      }),
    ),
  );
}
