import { Box } from "@chakra-ui/react";
import { BarChart, LineChart } from "echarts/charts";
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
} from "echarts/components";
import { type EChartsCoreOption, init, use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { useColourMode } from "../app/colour-mode.ts";

use([
  BarChart,
  LineChart,
  GridComponent,
  TooltipComponent,
  LegendComponent,
  MarkLineComponent,
  AriaComponent,
  SVGRenderer,
]);

/** A colour of the theme as the browser works it out now; charts take no style properties. */
export type Ink = (name: string) => string;

const inkNow: Ink = (name) => {
  const property = `--chakra-colors-${name.replace(/[A-Z]/g, (capital) => `-${capital.toLowerCase()}`)}`;
  return getComputedStyle(document.documentElement).getPropertyValue(property).trim();
};

interface Props {
  /** What is drawn, in colours of the theme. Must be the same function while nothing of it changes. */
  readonly draw: (ink: Ink) => EChartsCoreOption;
  readonly height: number;
  /** What is seen on it, in a sentence; the numbers must stand on the page as a table too. */
  readonly label: string;
}

/** A chart in the look of the house; follows the width of its place and the colours in use. */
export function Chart({ draw, height, label }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const [mode] = useColourMode();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the colours read in drawing change with the mode
  useEffect(() => {
    if (!place.current) return;
    const chart = init(place.current, null, { renderer: "svg" });
    const font = getComputedStyle(document.body).fontFamily;
    chart.setOption({
      textStyle: { fontFamily: font, color: inkNow("ink") },
      // On paper a chart is drawn anew for the width of the sheet, and is printed as it is then.
      animation: false,
      ...draw(inkNow),
    });
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(place.current);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [draw, mode]);
  return <Box className="to-paper" ref={place} role="img" aria-label={label} h={`${height}px`} w="full" />;
}

/** How bars of different sorts are told apart without colour (textures, from the ground up). */
export const DECALS = [
  undefined,
  { symbol: "rect", dashArrayX: [1, 0], dashArrayY: [2, 4], rotation: -Math.PI / 4 },
  {
    symbol: "circle",
    symbolSize: 0.7,
    dashArrayX: [
      [6, 6],
      [0, 6, 6, 0],
    ],
    dashArrayY: [6, 0],
  },
  { symbol: "rect", dashArrayX: [1, 0], dashArrayY: [2, 3], rotation: 0 },
  { symbol: "rect", dashArrayX: [1, 0], dashArrayY: [1, 3], rotation: Math.PI / 4 },
  {
    symbol: "triangle",
    symbolSize: 0.8,
    dashArrayX: [
      [8, 8],
      [0, 8, 8, 0],
    ],
    dashArrayY: [8, 2],
  },
] as const;
