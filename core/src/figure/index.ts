export * from "./call.ts";
export * from "./facts.ts";
export * from "./kinds.ts";
export { type Pose, poseAt } from "./motion.ts";
export { centreOf, type Placement, type Point, pathOf, pathOfRole, STEP_SIZES } from "./path.ts";
export * from "./rotate.ts";
export * from "./space.ts";
export * from "./tempo-facts.ts";
