export * from "./caller.ts";
export * from "./grid.ts";
export * from "./ladder.ts";
export * from "./pulse.ts";
export * from "./steady.ts";
export * from "./timing.ts";
export * from "./track.ts";
export * from "./words.ts";
