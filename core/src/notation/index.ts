export { formatFigure } from "./format.ts";
export { mirrorSteps, stepsOf, writtenRoles } from "./mirror.ts";
export { type Parsed, parseFigure } from "./parse.ts";
export * from "./types.ts";
export * from "./words.ts";
