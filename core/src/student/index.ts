export * from "./alike.ts";
export * from "./roster.ts";
