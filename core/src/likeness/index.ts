export {
  type Comparison,
  compareFigures,
  type RowComparison,
  type SharedStretch,
  type Stretch,
} from "./compare.ts";
export { compareLibrary, LEAST_LIKE_PAIR, type LikePair } from "./library.ts";
export { type Moment, momentsOf } from "./moment.ts";
export { type KnownFigure, type NewMaterial, newMaterial, type RoleMaterial } from "./new-material.ts";
export { type Parting, type PartingKind, partingsInWords, percentAlike } from "./parting.ts";
export { type ToLearn, toLearn, toLearnInWords, toLearnShort } from "./to-learn.ts";
