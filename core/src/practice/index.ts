export * from "./grid.ts";
export * from "./ladder.ts";
export * from "./timing.ts";
export * from "./words.ts";
