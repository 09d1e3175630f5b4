export type { Lookup } from "./compose.ts";
export { answerDoubt, asFault, choiceText, doubtText } from "./doubt.ts";
export { canEdit, insertStep, removeStep, replaceStep } from "./edit.ts";
export { formatCount, formatFigure } from "./format.ts";
export { elementKey } from "./lexicon.ts";
export { lookupBeside, type NamedText, nameKey, openLibrary, type ParsedLookup } from "./library.ts";
export {
  apartFromOpposite,
  holdsSaid,
  imageSteps,
  inForce,
  oppositeSteps,
  otherSide,
  stepsOf,
  writtenRoles,
} from "./mirror.ts";
export { type Parsed, parseFigure, type Reading } from "./parse.ts";
export type { RhythmBeats } from "./read-count.ts";
export { replaceHold } from "./replace-hold.ts";
export * from "./types.ts";
export * from "./words.ts";
