export { type ReadElement, readElement } from "./compile.ts";
export { type Call, type CallPiece, callOf } from "./cover.ts";
export { sayMore } from "./say.ts";
export { elementSet, type NotatedDance, readingOf } from "./set.ts";
export { elementsWithin } from "./within.ts";
export { callInWords, callsInWords, expandCall, pieceInWords } from "./words.ts";
