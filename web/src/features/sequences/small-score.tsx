import { Box } from "@chakra-ui/react";
import type { RoundFacts, SequenceFacts } from "@map-step/core/sequence";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { tone } from "../../app/theme.ts";
import { fittingName, Letters } from "../../kit/ribbon/index.ts";
import { useWidth } from "../../kit/use-width.ts";
import { joinAt, scoreLayout } from "./score-layout.ts";

/** Pixels: the bar of a figure, and from one row to the next. */
const [BAR, ROW] = [22, 34] as const;
/** So many rows are drawn; a longer routine is opened. */
const MOST_ROWS = 3;

interface Props {
  readonly round: RoundFacts;
  readonly nameOf: (figureId: string) => string;
  readonly phraseBeats: number;
  readonly joins: SequenceFacts["joins"];
  readonly loops: boolean;
}

/** A routine as bars over its phrases, a knot where two figures join; one that does not fit stands out. */
export function SmallScore({ round, nameOf, phraseBeats, joins, loops }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const rows = useMemo(
    () => (width === 0 ? [] : scoreLayout(round, width, phraseBeats)),
    [round, width, phraseBeats],
  );
  const shown = rows.slice(0, MOST_ROWS);
  const first = round.danced[0]?.item.id;
  if (round.danced.length === 0) return <Box ref={ref} />;
  const names = round.danced
    .map(({ item }) => nameOf(item.figureId))
    .filter((one, at, all) => one !== all[at - 1]);
  return (
    <Box ref={ref} css={{ contain: "inline-size" }}>
      <svg
        className="to-paper"
        role="img"
        aria-label={`${counted(round.beats, "beat")} in phrases of ${phraseBeats}: ${names.join(", ")}`}
        width={width}
        height={shown.length * ROW}
        viewBox={`0 0 ${Math.max(1, width)} ${Math.max(1, shown.length * ROW)}`}
        style={{ display: "block" }}
      >
        {shown.map((row, line) => (
          <g key={row.from} transform={`translate(0 ${line * ROW})`}>
            {row.counts.map(({ x, isFirst }) => (
              <line
                key={x}
                x1={x}
                x2={x}
                y1={isFirst ? 0 : 4}
                y2={isFirst ? BAR + 8 : BAR + 4}
                stroke={tone(isFirst ? "pine2" : "rule")}
                strokeWidth={isFirst ? 2 : 1}
              />
            ))}
            {row.bars.map(({ x, width: wide, item }) => (
              <g key={`${x} ${item.id}`}>
                <rect
                  x={x + 1.5}
                  y="4"
                  width={Math.max(2, wide - 3)}
                  height={BAR}
                  rx="5"
                  fill={tone("pineWash")}
                  stroke={tone("pine2")}
                />
                <Letters x={x + 8} y={19} size={12} colour={tone("ink")} strong>
                  {fittingName(`${nameOf(item.figureId)}${item.times > 1 ? ` ×${item.times}` : ""}`, wide)}
                </Letters>
              </g>
            ))}
            {row.knots.map(({ x, before, after }) => {
              const isOpen =
                (after !== null || loops) && joinAt(joins, { before, after }, first)?.fits === false;
              return (
                <circle
                  key={x}
                  cx={x}
                  cy={4 + BAR / 2}
                  r={isOpen ? 6 : 3}
                  fill={tone(isOpen ? "apricot" : "pineSolid")}
                />
              );
            })}
          </g>
        ))}
      </svg>
      {rows.length > MOST_ROWS ? (
        <Box as="span" fontSize="xs" color="soft">
          and {counted(rows.length - MOST_ROWS, "more row")}
        </Box>
      ) : null}
    </Box>
  );
}
