import type { KeptEvidence } from "@map-step/contract";
import { cellsOf, markRank } from "@map-step/core/check";
import { type FigureKind, KIND_NAMES, type Layer } from "@map-step/core/figure";
import type { Ink } from "../../kit/chart.tsx";
import { dayAndMonth } from "../../kit/dates.ts";

/** How many figures somebody had on each day on which anything was seen of them. */
export interface OnDay {
  readonly day: string;
  /** By kind: figures shown without help or better until then. */
  readonly have: Readonly<Partial<Record<FigureKind, number>>>;
}

/** What somebody had day by day, from everything that was seen until then. */
export function overTime(
  evidence: readonly KeptEvidence[],
  kindOf: (figureId: string) => FigureKind | undefined,
  layer: Layer,
): OnDay[] {
  const days = [...new Set(evidence.map(({ at }) => at))].sort();
  return days.map((day) => {
    const have: Partial<Record<FigureKind, number>> = {};
    for (const { figureId, mark } of cellsOf(evidence, layer, day)) {
      const kind = kindOf(figureId);
      if (kind && markRank(mark) >= markRank("alone")) have[kind] = (have[kind] ?? 0) + 1;
    }
    return { day, have };
  });
}

const TONES = ["pineSolid", "pine2", "apricot", "plum", "soft", "ink"] as const;

/** The days as a chart: one line a kind. */
export const drawOverTime = (days: readonly OnDay[], kinds: readonly FigureKind[]) => (ink: Ink) => ({
  grid: { left: 34, right: 16, top: 30, bottom: 28 },
  legend: { top: 0, left: 0, icon: "roundRect", textStyle: { color: ink("ink") } },
  tooltip: { trigger: "axis" },
  xAxis: {
    type: "category",
    data: days.map(({ day }) => dayAndMonth(day)),
    axisLine: { lineStyle: { color: ink("rule") } },
    axisLabel: { color: ink("soft") },
  },
  yAxis: {
    type: "value",
    minInterval: 1,
    axisLabel: { color: ink("soft") },
    splitLine: { lineStyle: { color: ink("rule") } },
  },
  series: kinds.map((kind, at) => ({
    name: KIND_NAMES[kind].many,
    type: "line",
    step: "end",
    symbolSize: 7,
    color: ink(TONES[at % TONES.length] ?? "ink"),
    data: days.map(({ have }) => have[kind] ?? 0),
  })),
});
