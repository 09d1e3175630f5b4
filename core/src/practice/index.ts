export * from "./timing.ts";
export * from "./words.ts";
