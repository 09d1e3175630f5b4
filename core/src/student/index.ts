export * from "./alike.ts";
export * from "./named.ts";
export * from "./roster.ts";
