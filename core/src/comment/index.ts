export * from "./mentions.ts";
