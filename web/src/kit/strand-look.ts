import { WORK, type Work } from "@map-step/core/plan";
import { tone } from "../app/theme.ts";

export const LABEL_WIDTH = 184;
export const ROW_HEIGHT = 30;
const LEAST_COLUMN = 46;

/** The width of a week's column in pixels; a narrow grid scrolls sideways. */
export const columnWidth = (width: number, weeks: number): number =>
  Math.max(LEAST_COLUMN, Math.floor((width - LABEL_WIDTH) / weeks));

/** The longest first night fills most of a column; everything else is drawn to the same scale. */
export const minuteWidth = (column: number, longest: number): number => (column - 10) / Math.max(14, longest);

/** Each kind of work has its own texture, so that a strand reads without colour. */
export const WORK_FILL: Readonly<Record<Work, string>> = {
  steps: tone("pineSolid"),
  rhythm: `repeating-linear-gradient(90deg, ${tone("pineSolid")} 0 2px, ${tone("pine2")} 2px 4px)`,
  count: tone("pine2"),
  partner: `repeating-linear-gradient(135deg, ${tone("plumSolid")} 0 1.5px, ${tone("plumWash")} 1.5px 5px)`,
  technique: tone("pine3"),
  style: `linear-gradient(${tone("pineWash")}, ${tone("pineWash")})`,
  return: tone("panel"),
};

export const WORK_NAMES: Readonly<Record<Work, string>> = {
  ...(Object.fromEntries(WORK.map((work) => [work, work])) as Record<Work, string>),
  return: "comes back",
};
