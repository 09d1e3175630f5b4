export * from "./document.ts";
export * from "./draft.ts";
export { recapToMarkdown } from "./markdown.ts";
