export * from "./graph.ts";
