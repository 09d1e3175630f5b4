export { CountSelect, LoopSelect, numbered, SPEEDS } from "./choose.tsx";
export { CountLine } from "./count-line.tsx";
export { type FloorCamera, FloorView } from "./floor.tsx";
export { loopOf } from "./loop.ts";
export { useTransport } from "./use-transport.ts";
