export * from "./circle.ts";
export * from "./map.ts";
export * from "./needs.ts";
export * from "./route.ts";
