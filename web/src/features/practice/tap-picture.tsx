import { Box, Text } from "@chakra-ui/react";
import { tone } from "../../app/theme.ts";
import { Letters } from "../../kit/ribbon/index.ts";
import type { Tapped } from "./use-taps.ts";

const [WIDTH, LINE, TOP, SIDE] = [640, 34, 26, 64];
/** Milliseconds to either side of the beat that fit into the picture. */
const REACH = 160;

/** Taps against the beat, count by count: early to the left of the line, late to the right. */
export function TapPicture({ tapped: { timing, grid } }: { tapped: Tapped }) {
  const counts = [...new Set(grid.map(({ count }) => count))];
  const height = TOP + counts.length * LINE + 8;
  const middle = SIDE + (WIDTH - SIDE) / 2;
  const x = (off: number) =>
    middle + (Math.max(-REACH, Math.min(REACH, off)) / REACH) * ((WIDTH - SIDE) / 2 - 8);
  return (
    <Box maxW="44rem">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        width="100%"
        role="img"
        aria-label="Taps against the beat, count by count"
      >
        <Letters x={SIDE} y={14} size={13} colour={tone("soft")}>
          early
        </Letters>
        <Letters x={WIDTH - 30} y={14} size={13} colour={tone("soft")}>
          late
        </Letters>
        {[-100, -50, 50, 100].map((off) => (
          <line key={off} x1={x(off)} x2={x(off)} y1={TOP} y2={height} stroke={tone("rule")} />
        ))}
        <line x1={middle} x2={middle} y1={TOP - 8} y2={height} stroke={tone("pine")} strokeWidth="2.5" />
        {counts.map((count, line) => {
          const y = TOP + line * LINE + LINE / 2;
          const own = timing.matched.filter(({ point }) => grid[point]?.count === count);
          const mean = timing.byCount.find((one) => one.count === count)?.offset;
          return (
            <g key={count}>
              <Letters x={12} y={y + 6} size={17} colour={tone("ink")} strong>
                {count}
              </Letters>
              <line x1={SIDE} x2={WIDTH} y1={y} y2={y} stroke={tone("rule")} />
              {own.map(({ tap, off }) => (
                <circle key={tap} cx={x(off)} cy={y} r="5" fill={tone("pine2")} fillOpacity="0.7" />
              ))}
              {mean === undefined ? null : (
                <path
                  d={`M ${x(mean)} ${y - 11} v 22`}
                  stroke={tone("apricot")}
                  strokeWidth="4"
                  strokeLinecap="round"
                />
              )}
            </g>
          );
        })}
      </svg>
      <Text fontSize="xs" color="soft">
        The thin lines are 50 and 100 ms off the beat; the thick mark is the middle of a count's taps.
      </Text>
    </Box>
  );
}
