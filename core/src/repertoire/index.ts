export * from "./elements.ts";
export * from "./gaps.ts";
export * from "./repertoire.ts";
