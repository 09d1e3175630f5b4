export type { Mark, NamedPieces } from "./layout.ts";
export { fittingName, Letters } from "./letters.tsx";
export { type Layers, ROLE_LOOK } from "./mark.tsx";
export { CountRibbon } from "./ribbon.tsx";
export type { PickedStep } from "./row.tsx";
