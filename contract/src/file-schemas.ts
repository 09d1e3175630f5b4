import { z } from "zod";
import { FIGURE_FILE_FORMAT, FILE_FIELDS, figureFile } from "./figure-file.ts";

import { STUDIO_FILE_FORMAT, studioFile } from "./studio-file.ts";

/** Lists of these hold nothing twice; the contract says so in a refinement, which a schema cannot hold. */
const LISTS: ReadonlySet<string> = new Set(["figures", "names", "cues", "lines"]);
const NONE_TWICE: ReadonlySet<unknown> = new Set(
  FILE_FIELDS.flatMap(({ sort, json }) => (LISTS.has(sort) ? [json] : [])),
);

/** The JSON Schema of a file of figures, made from the contract. */
export function figureSchema(): string {
  const schema = z.toJSONSchema(figureFile, {
    io: "input",
    target: "draft-2020-12",
    override: ({ jsonSchema, path }) => {
      const name = path.at(-1);
      // Spaces at the ends are taken off, so a text of spaces is an empty one.
      if (jsonSchema.type === "string" && jsonSchema.minLength === 1) jsonSchema.pattern = "\\S";
      if (path.at(-2) === "properties" && name === "name" && !path.includes("otherNames"))
        jsonSchema.pattern = '^[^"]*[^"\\s][^"]*$';
      if (jsonSchema.type === "array" && NONE_TWICE.has(name)) jsonSchema.uniqueItems = true;
    },
  });
  const about = { title: `Figures of a Map Step library (${FIGURE_FILE_FORMAT}, version 1)` };
  return `${JSON.stringify({ ...about, ...schema }, null, 2)}\n`;
}

/** The JSON Schema of a file of a whole studio, made from the contract. */
export function studioSchema(): string {
  const schema = z.toJSONSchema(studioFile, { io: "input", target: "draft-2020-12", reused: "ref" });
  const about = { title: `A whole studio of Map Step (${STUDIO_FILE_FORMAT}, version 1)` };
  return `${JSON.stringify({ ...about, ...schema }, null, 2)}\n`;
}
