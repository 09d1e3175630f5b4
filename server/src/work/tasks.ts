import type { Database } from "../db/connection.ts";
import { levelSeen } from "../features/checks/level-seen.ts";
import { previewFile, takeInFile } from "../features/figure-file/service.ts";
import { compareDance } from "../features/figures/likeness.ts";
import { lookAtCourses, lookForToday } from "../features/plans/findings.ts";
import { lookAtAllPlans } from "../features/plans/looked.ts";
import { eraseStudent } from "../features/students/erase.ts";
import { listNamePlaces } from "../features/students/name-places.ts";
import { exportStudent } from "../features/students/personal-data.ts";
import { listAlike } from "../features/students/same-person.ts";
import { takeInStudioFile } from "../features/studio-file/take-in.ts";
import { writeStudioFile } from "../features/studio-file/write.ts";
import type { TaskName, Tasks } from "./work.ts";

type Does<N extends TaskName> = (
  db: Database,
  ...rest: Parameters<Tasks[N]>
) => Promise<ReturnType<Tasks[N]>>;

/** Who does each task. */
export const TASKS: { readonly [N in TaskName]: Does<N> } = {
  compareDance,
  levelSeen,
  listAlike,
  listNamePlaces,
  eraseStudent,
  exportStudent,
  lookAtAllPlans,
  lookAtCourses,
  previewFile,
  takeInFile,
  lookForToday,
  writeStudioFile: async (db) => new TextEncoder().encode(await writeStudioFile(db)),
  takeInStudioFile,
};
