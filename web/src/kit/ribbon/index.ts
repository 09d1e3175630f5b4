export type { Mark } from "./layout.ts";
export { CountRibbon } from "./ribbon.tsx";
