import { z } from "zod";
import { FIGURE_FILE_FORMAT, figureFile } from "./figure-file.ts";

/** The JSON Schema of a file of figures, made from the contract. */
export function figureSchema(): string {
  const schema = z.toJSONSchema(figureFile, { io: "input", target: "draft-2020-12" });
  const about = { title: `Figures of a Map Step library (${FIGURE_FILE_FORMAT}, version 1)` };
  return `${JSON.stringify({ ...about, ...schema }, null, 2)}\n`;
}
