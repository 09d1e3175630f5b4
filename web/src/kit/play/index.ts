export { CountLine } from "./count-line.tsx";
export { type FloorCamera, FloorView } from "./floor.tsx";
export { useTransport } from "./use-transport.ts";
