export * from "./call.ts";
export { countStructure } from "./counts.ts";
export * from "./facts.ts";
export * from "./kinds.ts";
export { type Pose, poseAt } from "./motion.ts";
export { pathFrom, pathOf, pathOfRole, usualPlacings } from "./path.ts";
export {
  centreOf,
  type FootPlacement,
  isSet,
  isSized,
  type Placing,
  type Point,
  turnOf,
} from "./place.ts";
export { STEP_SIZES } from "./reach.ts";
export * from "./rotate.ts";
export { sidesInWords } from "./sides.ts";
export * from "./space.ts";
export { between, carryOn, type DancerState, type Joined, join, stateIn, stateOut } from "./state.ts";
export * from "./tempo-facts.ts";
export { missingRole, type Warning, warningsOf } from "./warnings.ts";
