export { CountRibbon } from "./ribbon.tsx";
