export * from "./call.ts";
export * from "./facts.ts";
export * from "./kinds.ts";
