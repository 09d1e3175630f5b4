/** Who works at the studio. Students have no account. */
export const STAFF_ROLES = ["director", "teacher"] as const;
/** One of `STAFF_ROLES`. */
export type StaffRole = (typeof STAFF_ROLES)[number];

/**
 * Who may do what: the one table that the server enforces and the interface follows.
 * A teacher reads everything, teaches, writes recaps and marks checks; what a course consists of is the
 * director's.
 */
export const MAY = {
  read: ["director", "teacher"],
  "dances.write": ["director"],
  "figures.write": ["director"],
  "levels.write": ["director"],
  "plans.write": ["director"],
  "sections.write": ["director"],
  "timetable.write": ["director"],
  "absences.write": ["director", "teacher"],
  "settings.write": ["director"],
  "staff.write": ["director"],
  "studio.file": ["director"],
  "students.write": ["director", "teacher"],
  "students.erase": ["director"],
  "students.join": ["director"],
  "lessons.write": ["director", "teacher"],
  "sequences.write": ["director", "teacher"],
  "recaps.write": ["director", "teacher"],
  "checks.write": ["director", "teacher"],
  "comments.write": ["director", "teacher"],
  "proposals.write": ["director", "teacher"],
  "proposals.settle": ["director"],
} as const satisfies Record<string, readonly StaffRole[]>;

/** One of the things that `MAY` rules. */
export type Permission = keyof typeof MAY;

/** `anyone` needs no sign-in. */
export type Access = Permission | "anyone";

/** Whether somebody of a role may do something; nobody may anything. */
export const may = (role: StaffRole | undefined, permission: Permission): boolean =>
  role !== undefined && (MAY[permission] as readonly StaffRole[]).includes(role);
