export { CountSelect, LoopSelect, numbered, SPEEDS } from "./choose.tsx";
export type { Music } from "./clock.ts";
export { CountLine } from "./count-line.tsx";
export { type FloorCamera, FloorView } from "./floor.tsx";
export { loopOf } from "./loop.ts";
export { usePulse, useTransport } from "./use-transport.ts";
export { useVoice } from "./use-voice.ts";
