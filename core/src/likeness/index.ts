export {
  type Comparison,
  compareFigures,
  type RowComparison,
  type SharedStretch,
  type Stretch,
} from "./compare.ts";
export { type KnownFigure, type NewMaterial, newMaterial, type RoleMaterial } from "./new-material.ts";
