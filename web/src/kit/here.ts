import type { Section } from "@map-step/contract";

const KEY = "map-step:section";

/** The section worked on last in this browser. */
export const rememberSection = (id: string): void => localStorage.setItem(KEY, id);

/** The section to open when none is named: the one worked on last, otherwise the first. */
export const sectionHere = (sections: readonly Section[]): Section | undefined =>
  sections.find(({ id }) => id === localStorage.getItem(KEY)) ?? sections[0];
