export * from "./clashes.ts";
export * from "./move.ts";
export * from "./remedies.ts";
export * from "./slot.ts";
export * from "./stand-in.ts";
