import type { Findable, Permission } from "@map-step/contract";

/** Something that a search leads to. */
export interface Found {
  readonly key: string;
  readonly kind: string;
  readonly name: string;
  readonly of: string;
  readonly words: string;
  readonly to: string;
}

/** Where a thing is seen. */
export function addressOf({ kind, id, levelId, sectionId, week }: Findable): string {
  switch (kind) {
    case "figure":
      return `/figures/${id}`;
    case "level":
      return `/levels/${id}`;
    case "section":
      return `/levels/${levelId}/sections/${id}`;
    case "lesson":
      return `/lessons/${sectionId}/${week}`;
    case "recap":
      return `/recaps/${sectionId}/${week}`;
    case "sequence":
      return `/sequences/${id}`;
    case "check":
      return `/checks/${sectionId}/${id}`;
    case "dancer":
      return `/dancers/${id}`;
    case "staff":
      return "/staff";
    case "room":
    case "term":
      return "/timetable/terms";
  }
}

/** What one can do or open, with the words by which people look for it, and who may. */
export const ACTIONS: readonly (readonly [
  name: string,
  to: string,
  words: string,
  permission: Permission,
])[] = [
  ["New figure", "/figures/new", "add write steps notation", "figures.write"],
  ["New level", "/levels?new=level", "add course", "levels.write"],
  ["New term, new room", "/timetable/terms", "holidays closed days semester", "timetable.write"],
  ["I am away", "/timetable/terms", "absence ill sick holiday substitute", "absences.write"],
  ["Timetable", "/timetable", "week rooms clashes substitute calendar", "read"],
  ["Needs between figures", "/figures/needs", "prerequisites", "read"],
  ["Figures that are alike", "/figures/alike", "look-alikes double duplicates", "read"],
  ["Figures from a file", "/figures/file", "import export csv json", "figures.write"],
  ["Elements", "/figures/elements", "triple step basic footwork", "read"],
  ["Holds", "/figures/holds", "hands closed open", "read"],
  ["Step map", "/step-map", "route goal", "read"],
  ["Proposed changes", "/proposals", "suggest propose ideas teachers", "read"],
  ["Program", "/levels/program", "all levels gaps repeats", "read"],
  ["Approaches", "/levels/approaches", "ways of teaching", "read"],
  ["Dancers", "/dancers", "students people", "read"],
  ["Staff", "/staff", "teachers people", "read"],
  ["Letters", "/staff/letters", "invitation password mail", "staff.write"],
  ["Settings", "/staff/settings", "studio name time zone wording", "settings.write"],
  ["The studio as one file", "/staff/file", "backup export import", "studio.file"],
  ["Your account", "/account", "password sign-ins", "read"],
  ["Bin", "/bin", "removed deleted restore undo", "read"],
];
