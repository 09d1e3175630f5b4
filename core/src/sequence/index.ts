export { type CountOptions, type Danced, MOST_MUSTS } from "./automaton.ts";
export * from "./count.ts";
export * from "./graph.ts";
export * from "./islands.ts";
export * from "./order.ts";
export * from "./routine.ts";
export * from "./words.ts";
