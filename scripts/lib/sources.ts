import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

const root = join(import.meta.dirname, "../..");

/** The text of every source file of some workspaces, tests left out, by its path. */
export const sourcesOf = (...workspaces: readonly string[]): ReadonlyMap<string, string> =>
  new Map(
    workspaces.flatMap((workspace) =>
      readdirSync(join(root, workspace, "src"), { recursive: true, encoding: "utf8" })
        .filter((file) => /\.tsx?$/.test(file) && !/\.test\./.test(file))
        .map((file) => join(workspace, "src", file))
        .map((file) => [file, readFileSync(join(root, file), "utf8")] as const),
    ),
  );

/** Something that a file exports, and the comment above it; none where there is no comment. */
export interface Exported {
  readonly name: string;
  readonly file: string;
  readonly comment: string | null;
}

const EXPORT =
  /(\/\*\*(?:(?!\*\/)[\s\S])*\*\/\n)?(?:\/\/[^\n]*\n)*^export (?:async )?(?:function\*?|const|interface|type|class) (\w+)/gm;

/** Every name that the files of some workspaces export, with the comment above it. */
export const exportsOf = (...workspaces: readonly string[]): readonly Exported[] =>
  [...sourcesOf(...workspaces)].flatMap(([file, text]) =>
    [...text.matchAll(EXPORT)].map(([, comment = null, name = ""]) => ({ name, file, comment })),
  );
