import { memo } from "react";
import { tone } from "../../app/theme.ts";
import { fittingName, Letters, ROLE_LOOK } from "../../kit/ribbon/index.ts";
import type { ScoreRow } from "./score-layout.ts";

const RULER = 24;
const FIRST_ROLE = 90;
const ROLE = { height: 15, gap: 5 } as const;
const HOLD = 17;
/** A step that is narrower shows no turn. */
const TURN_WIDTH = 24;
const HOLD_TONES = ["sunk", "pine3", "plumWash", "apricotWash", "pineWash", "pine2"] as const;

/** How high a row is drawn, in pixels. */
export const rowHeight = ({ roles, holds }: ScoreRow): number =>
  FIRST_ROLE + roles.length * (ROLE.height + ROLE.gap) + (holds.length > 0 ? HOLD + 4 : 0);

interface Props {
  readonly row: ScoreRow;
  readonly height: number;
}

/** What stands around the bars of a row: counts, phrases, the steps of each role, and the hold. */
export const RowDrawing = memo(function RowDrawing({ row, height }: Props) {
  const holdTop = FIRST_ROLE + row.roles.length * (ROLE.height + ROLE.gap);
  return (
    <svg
      className="to-paper"
      width={row.width}
      height={height}
      viewBox={`0 0 ${row.width} ${height}`}
      aria-hidden="true"
      style={{ display: "block", overflow: "visible" }}
    >
      {row.counts.map(({ x, count, isFirst }) => (
        <g key={x}>
          <line
            x1={x}
            x2={x}
            y1={isFirst ? 2 : RULER}
            y2={height}
            stroke={tone(isFirst ? "pine2" : "rule")}
            strokeWidth={isFirst ? 2 : 1}
          />
          <Letters
            x={x + 5}
            y={RULER - 6}
            size={isFirst ? 16 : 13}
            colour={tone(isFirst ? "ink" : "soft")}
            strong={isFirst}
          >
            {String(count)}
          </Letters>
        </g>
      ))}
      <line x1={row.width} x2={row.width} y1={RULER} y2={height} stroke={tone("rule")} />
      {row.roles.map(({ role, steps }, line) => {
        const y = FIRST_ROLE + line * (ROLE.height + ROLE.gap);
        const { solid, text, corner } = ROLE_LOOK[role];
        return (
          <g key={role}>
            {steps.map((step) => (
              <rect
                key={step.x}
                x={step.x + 1.5}
                y={y}
                width={Math.max(2, step.width - 3)}
                height={ROLE.height}
                rx={Math.min(corner, ROLE.height / 2)}
                fill={step.isWeight ? tone(solid) : "none"}
                stroke={tone(solid)}
                strokeWidth="1.5"
              />
            ))}
            {steps.map((step) =>
              step.turn === "" || step.width < TURN_WIDTH ? null : (
                <Letters
                  key={step.x}
                  x={step.x + step.width / 2}
                  y={y + 11.5}
                  size={11}
                  colour={tone(step.isWeight ? "onSolid" : text)}
                  strong
                  middle
                >
                  {`↻${step.turn}`}
                </Letters>
              ),
            )}
          </g>
        );
      })}
      {row.holds.map(({ x, width, hold, tone: place }) => (
        <g key={x}>
          <rect
            x={x + 1}
            y={holdTop}
            width={Math.max(0, width - 2)}
            height={HOLD}
            rx="3"
            fill={tone(HOLD_TONES[place % HOLD_TONES.length] ?? "sunk")}
          />
          <Letters x={x + 6} y={holdTop + 12.5} size={12} colour={tone("ink")}>
            {fittingName(hold, width)}
          </Letters>
        </g>
      ))}
    </svg>
  );
});
