import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** What each file imports when it is loaded; what is loaded later, by a call, closes no circle. */
export type Imports = ReadonlyMap<string, readonly string[]>;

const LOADED = /(?:\bfrom|^import)\s+"(\.[^"]+)"/gm;

/** The table of imports of some folders, files by their paths. */
export const importsOf = (...folders: readonly string[]): Imports =>
  new Map(
    folders.flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: "utf8" })
        .filter((name) => /\.tsx?$/.test(name) && !name.includes("node_modules"))
        .map((name) => {
          const file = join(folder, name);
          const targets = [...readFileSync(file, "utf8").matchAll(LOADED)].map(([, target = ""]) =>
            join(file, "..", target),
          );
          return [file, targets] as const;
        }),
    ),
  );

/**
 * Circles of files that import each other, each told once.
 * @returns for each circle its files in the order in which they import
 * @example
 * circlesIn(new Map([["a", ["b"]], ["b", ["a"]]])) // [["a", "b"]]
 */
export function circlesIn(imports: Imports): readonly (readonly string[])[] {
  const circles: string[][] = [];
  const done = new Set<string>();
  const path: string[] = [];
  const visit = (file: string): void => {
    const at = path.indexOf(file);
    if (at >= 0) circles.push(path.slice(at));
    if (at >= 0 || done.has(file)) return;
    path.push(file);
    for (const target of imports.get(file) ?? []) visit(target);
    path.pop();
    done.add(file);
  };
  for (const file of imports.keys()) visit(file);
  return circles;
}
