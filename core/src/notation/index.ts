export type { Lookup } from "./compose.ts";
export { canEdit, insertStep, removeStep, replaceStep } from "./edit.ts";
export { formatFigure } from "./format.ts";
export { lookupBeside, type NamedText, nameKey, openLibrary, type ParsedLookup } from "./library.ts";
export { apartFromMirror, inForce, mirrorSteps, stepsOf, writtenRoles } from "./mirror.ts";
export { type Parsed, parseFigure } from "./parse.ts";
export type { RhythmBeats } from "./parse-step.ts";
export * from "./types.ts";
export * from "./words.ts";
