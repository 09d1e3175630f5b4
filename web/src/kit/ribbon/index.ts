export type { Mark, NamedPieces } from "./layout.ts";
export type { Layers } from "./mark.tsx";
export { CountRibbon } from "./ribbon.tsx";
export type { PickedStep } from "./row.tsx";
