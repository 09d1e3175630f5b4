export * from "./circle.ts";
export * from "./map.ts";
export * from "./route.ts";
