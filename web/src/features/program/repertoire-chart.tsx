import { FIGURE_KINDS, type FigureKind, KIND_NAMES } from "@map-step/core/figure";
import type { RepertoireWeek } from "@map-step/core/repertoire";
import { counted } from "@map-step/core/words";
import { useCallback } from "react";
import { Chart, DECALS, type Ink } from "../../kit/chart.tsx";

const TONES: Readonly<Record<FigureKind, string>> = {
  basic: "pineSolid",
  pattern: "pine2",
  turn: "plumSolid",
  technique: "pine3",
  musicality: "plumWash",
  show: "apricot",
};

export interface ChartWeek extends RepertoireWeek {
  readonly levelName: string;
}

/** Figures by kind as bars, distinct elements as a line: what dancers hold after each week of the program. */
export function RepertoireChart({ weeks }: { weeks: readonly ChartWeek[] }) {
  const draw = useCallback(
    (ink: Ink) => {
      const kinds = FIGURE_KINDS.filter((kind) => weeks.some(({ byKind }) => byKind[kind] > 0));
      const axis = { axisLabel: { color: ink("soft") }, nameTextStyle: { color: ink("soft") } };
      return {
        grid: { left: 48, right: 56, top: 48, bottom: 52 },
        legend: { top: 0, textStyle: { color: ink("ink") }, itemWidth: 18 },
        tooltip: {
          trigger: "axis",
          backgroundColor: ink("panel"),
          borderColor: ink("rule"),
          textStyle: { color: ink("ink") },
        },
        xAxis: {
          type: "category",
          data: weeks.map(({ week, levelName }) => `${week}\n${week === 1 ? levelName : ""}`),
          axisLine: { lineStyle: { color: ink("rule") } },
          axisLabel: { color: ink("soft"), interval: 0, lineHeight: 16 },
        },
        yAxis: [
          { type: "value", name: "figures", splitLine: { lineStyle: { color: ink("rule") } }, ...axis },
          { type: "value", name: "elements", splitLine: { show: false }, ...axis },
        ],
        series: [
          ...kinds.map((kind, index) => ({
            name: KIND_NAMES[kind].many,
            type: "bar",
            stack: "figures",
            barMaxWidth: 34,
            itemStyle: {
              color: ink(TONES[kind]),
              borderColor: ink("panel"),
              borderWidth: 1,
              ...(DECALS[index] ? { decal: { ...DECALS[index], color: ink("panel") } } : {}),
            },
            data: weeks.map(({ byKind }) => byKind[kind]),
          })),
          {
            name: "Distinct elements",
            type: "line",
            yAxisIndex: 1,
            symbolSize: 6,
            lineStyle: { color: ink("ink"), width: 2 },
            itemStyle: { color: ink("ink") },
            data: weeks.map(({ elements }) => elements.elements),
          },
        ],
      };
    },
    [weeks],
  );
  const held = ({ figures, elements, week, levelName }: ChartWeek) =>
    `${counted(figures, "figure")} and ${counted(elements.elements, "distinct element")} after week ${week} of ${levelName}`;
  const ends = weeks.filter(({ levelName }, at) => weeks[at + 1]?.levelName !== levelName);
  return (
    <Chart draw={draw} height={330} label={`Figures by kind, week by week: ${ends.map(held).join("; ")}`} />
  );
}
