import { writeFileSync } from "node:fs";
import { figureSchema, studioSchema } from "@map-step/contract";

const FILES = { "docs/figure.schema.json": figureSchema, "docs/studio.schema.json": studioSchema };

for (const [file, schema] of Object.entries(FILES)) {
  writeFileSync(file, schema());
  console.log(`${file} is written.`);
}
process.exit(0);
