import { LEAST_RECALL } from "@map-step/core/plan";
import { useCallback } from "react";
import { Chart, type Ink } from "../../kit/chart.tsx";

interface Props {
  readonly weeks: readonly number[];
  readonly mean: readonly number[];
  readonly rows: readonly { readonly name: string; readonly recall: readonly number[] }[];
  readonly checkWeek: number;
}

/** So many of the weakest figures have a line of their own. */
const LINES = 3;
/** One for each figure, so that no two curves look alike. */
const COLOURS = ["plum", "apricot", "brick"] as const;
const DASHES = ["dashed", "dotted", [10, 4, 2, 4]] as const;

/** What is left on average, of the weakest figures, and the line below which a figure is due. */
export function ForecastChart({ weeks, mean, rows, checkWeek }: Props) {
  const draw = useCallback(
    (ink: Ink) => {
      const percent = (share: number) => Math.round(share * 100);
      const line = (name: string, data: readonly number[], colour: string, type: unknown, width: number) => ({
        name,
        type: "line",
        // Before a figure is first danced nothing of it is there to fade, so its curve has not begun.
        data: data.map((share) => (share === 0 ? null : percent(share))),
        symbolSize: 6,
        lineStyle: { color: ink(colour), type, width },
        itemStyle: { color: ink(colour) },
      });
      const marks = [
        {
          yAxis: percent(LEAST_RECALL),
          label: { formatter: "due to come back", position: "insideStartBottom" },
        },
        { xAxis: checkWeek - 1, label: { formatter: "check" } },
      ];
      return {
        grid: { left: 44, right: 20, top: 40, bottom: 36 },
        legend: { top: 0, textStyle: { color: ink("ink") } },
        tooltip: { trigger: "axis", backgroundColor: ink("panel"), textStyle: { color: ink("ink") } },
        xAxis: {
          type: "category",
          name: "week",
          data: weeks.map(String),
          axisLabel: { color: ink("soft") },
          axisLine: { lineStyle: { color: ink("rule") } },
        },
        yAxis: {
          type: "value",
          min: 0,
          max: 100,
          axisLabel: { color: ink("soft"), formatter: "{value} %" },
          splitLine: { lineStyle: { color: ink("rule") } },
        },
        series: [
          {
            ...line("On average", mean, "pineSolid", "solid", 3),
            markLine: {
              symbol: "none",
              data: marks,
              lineStyle: { color: ink("brick"), type: "dashed" },
              label: { color: ink("soft") },
            },
          },
          ...rows
            .slice(0, LINES)
            .map(({ name, recall }, index) => line(name, recall, COLOURS[index] ?? "plum", DASHES[index], 2)),
        ],
      };
    },
    [weeks, mean, rows, checkWeek],
  );
  return <Chart draw={draw} height={280} label="What students will remember, week by week, in percent" />;
}
