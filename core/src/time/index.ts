export * from "./calendar.ts";
export * from "./click.ts";
export * from "./dance.ts";
export * from "./phrase.ts";
export * from "./song.ts";
export * from "./tempo.ts";
export * from "./ticks.ts";
export * from "./zone.ts";
