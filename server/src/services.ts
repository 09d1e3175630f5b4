/** What the features do, for programs that fill a studio without a browser. */
export { noteSeen } from "./features/checks/evidence.ts";
export { changeRule, createCheck } from "./features/checks/service.ts";
export { noteInLog } from "./features/class-log/service.ts";
export { createDance } from "./features/dances/service.ts";
export { createFigure } from "./features/figures/service.ts";
export { readLesson } from "./features/lessons/read.ts";
export { changeLesson } from "./features/lessons/service.ts";
export { createLevel } from "./features/levels/service.ts";
export { computablePlan, readPlan } from "./features/plans/read.ts";
export { changePlan } from "./features/plans/service.ts";
export { changeRecap, publishRecap, readRecap } from "./features/recaps/service.ts";
export { createSection } from "./features/sections/service.ts";
export { createSequence } from "./features/sequences/service.ts";
export { createStaff, ensureDirector } from "./features/staff/service.ts";
export { listEnrolled } from "./features/students/read.ts";
export { changeEnrolment, createStudent, enrol } from "./features/students/service.ts";
export { takeInStudioFile } from "./features/studio-file/take-in.ts";
export { writeStudioFile } from "./features/studio-file/write.ts";
