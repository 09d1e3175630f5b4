import { writeFileSync } from "node:fs";
import { figureSchema } from "@map-step/contract";

const FILE = "docs/figure.schema.json";

writeFileSync(FILE, figureSchema());
console.log(`${FILE} is written.`);
process.exit(0);
