export * from "./document.ts";
export * from "./draft.ts";
export { type Drill, drillFor } from "./drills.ts";
export * from "./handover.ts";
export * from "./markdown.ts";
export { recapToText } from "./plain.ts";
export * from "./walk-through.ts";
