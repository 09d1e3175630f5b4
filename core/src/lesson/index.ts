export * from "./build.ts";
export * from "./carry.ts";
export * from "./retime.ts";
export * from "./segment.ts";
