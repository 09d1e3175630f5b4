import { approachesApi } from "./approaches.ts";
import { backupsApi } from "./backups.ts";
import { binApi } from "./bin.ts";
import { calendarsApi } from "./calendars.ts";
import { checksApi } from "./checks.ts";
import { classLogApi } from "./class-log.ts";
import { commentsApi } from "./comments.ts";
import { coursesApi } from "./courses.ts";
import { dancesApi } from "./dances.ts";
import { factorsApi } from "./factors.ts";
import { figureFileApi } from "./figure-file.ts";
import { figuresApi } from "./figures.ts";
import { groupsApi } from "./groups.ts";
import { historyApi } from "./history.ts";
import { lessonTemplatesApi } from "./lesson-templates.ts";
import { lessonsApi } from "./lessons.ts";
import { lettersApi } from "./letters.ts";
import { levelsApi } from "./levels.ts";
import { planLinksApi } from "./plan-links.ts";
import { planDraftsApi, plansApi } from "./plans.ts";
import { practiceApi } from "./practice.ts";
import { proposalsApi } from "./proposals.ts";
import { recapsApi } from "./recaps.ts";
import { searchApi } from "./search.ts";
import { sectionsApi } from "./sections.ts";
import { sequencesApi } from "./sequences.ts";
import { sessionApi } from "./session.ts";
import { settingsApi } from "./settings.ts";
import { staffApi } from "./staff.ts";
import { studentsApi } from "./students.ts";
import { studioFileApi } from "./studio-file.ts";
import { absencesApi, roomsApi, termsApi, timetableApi } from "./timetable.ts";
import { todayApi } from "./today.ts";

export * from "./approaches.ts";
export * from "./backups.ts";
export * from "./bin.ts";
export * from "./calendars.ts";
export * from "./checks.ts";
export * from "./class-log.ts";
export * from "./comments.ts";
export * from "./courses.ts";
export * from "./dances.ts";
export type { Endpoint } from "./endpoint.ts";
export * from "./erasing.ts";
export * from "./evidence.ts";
export * from "./factors.ts";
export * from "./fields.ts";
export * from "./figure-fields.ts";
export * from "./figure-file.ts";
export * from "./figures.ts";
export * from "./file-schemas.ts";
export * from "./groups.ts";
export * from "./history.ts";
export * from "./lesson-templates.ts";
export * from "./lessons.ts";
export * from "./letters.ts";
export * from "./level-plan.ts";
export * from "./levels.ts";
export * from "./locale-format.ts";
export * from "./permissions.ts";
export * from "./plan-links.ts";
export * from "./plans.ts";
export * from "./practice.ts";
export * from "./problem.ts";
export * from "./proposals.ts";
export * from "./recaps.ts";
export * from "./search.ts";
export * from "./sections.ts";
export * from "./sequences.ts";
export * from "./session.ts";
export * from "./settings.ts";
export * from "./shape.ts";
export * from "./staff.ts";
export * from "./students.ts";
export * from "./studio-file.ts";
export * from "./studio-file-rules.ts";
export * from "./studio-file-ties.ts";
export * from "./studio-file-upgrade.ts";
export * from "./things.ts";
export * from "./timetable.ts";
export * from "./today.ts";

/** Every request of the API, by feature. */
export const api = {
  session: sessionApi,
  courses: coursesApi,
  dances: dancesApi,
  figures: figuresApi,
  figureFile: figureFileApi,
  levels: levelsApi,
  search: searchApi,
  sections: sectionsApi,
  rooms: roomsApi,
  terms: termsApi,
  absences: absencesApi,
  timetable: timetableApi,
  calendars: calendarsApi,
  students: studentsApi,
  approaches: approachesApi,
  plans: plansApi,
  planDrafts: planDraftsApi,
  planLinks: planLinksApi,
  lessons: lessonsApi,
  lessonTemplates: lessonTemplatesApi,
  classLog: classLogApi,
  sequences: sequencesApi,
  recaps: recapsApi,
  checks: checksApi,
  comments: commentsApi,
  groups: groupsApi,
  history: historyApi,
  practice: practiceApi,
  proposals: proposalsApi,
  settings: settingsApi,
  backups: backupsApi,
  staff: staffApi,
  factors: factorsApi,
  letters: lettersApi,
  studioFile: studioFileApi,
  today: todayApi,
  bin: binApi,
} as const;
