export { type ReadElement, readElement } from "./compile.ts";
export { type Call, type CallPiece, callOf } from "./cover.ts";
export { callInWords, pieceInWords } from "./pieces.ts";
export { sayMore } from "./say.ts";
export { roleInWords } from "./say-back.ts";
export { elementSet, isPutTogether, type NotatedDance, readingOf } from "./set.ts";
export { elementsWithin } from "./within.ts";
export { callsInWords, expandCall } from "./words.ts";
