import type { Course } from "@map-step/contract";
import { WORK } from "@map-step/core/plan";
import { memo } from "react";
import { tone } from "../../app/theme.ts";
import { useSession } from "../session/session.tsx";
import { courseInWords } from "./words.ts";

/** Pixels: the skyline, what the strands may take, between two of them, and between two kinds. */
const [SKYLINE, STRANDS, ROW, KIND] = [34, 84, 7, 5] as const;
/** How high a lesson that is just full stands in the skyline. */
const FULL = 26;

const TONES = { new: "pineSolid", partner: "plumSolid", later: "pine3" } as const;

/** The minutes of a week from the ground up: what comes back, what is worked on together, what is new for the feet. */
function storeys(byWork: readonly number[]): readonly { readonly minutes: number; readonly fill: string }[] {
  const of = (...works: readonly (typeof WORK)[number][]) =>
    works.reduce((sum, work) => sum + (byWork[WORK.indexOf(work)] ?? 0), 0);
  return [
    { minutes: of("return", "technique", "style"), fill: TONES.later },
    { minutes: of("partner"), fill: TONES.partner },
    { minutes: of("steps", "rhythm", "count"), fill: TONES.new },
  ];
}

interface Props {
  readonly course: Course;
  /** Pixels for each week. */
  readonly step?: number;
}

/** A level's plan from afar: its skyline of minutes, and beneath it the way of each figure through the weeks. */
export const LevelPicture = memo(function LevelPicture({ course, step = 34 }: Props) {
  const { today } = useSession();
  const { weeks, strands } = course;
  const kinds = new Set(strands.map(({ kind }) => kind)).size;
  const asked = strands.length * ROW + Math.max(0, kinds - 1) * KIND;
  const scale = Math.min(1, STRANDS / Math.max(1, asked));
  const height = SKYLINE + 8 + asked * scale;
  const width = weeks.length * step;
  const middle = (week: number) => (week - 0.5) * step;
  let [y, before] = [SKYLINE + 8, strands[0]?.kind];
  const rows = strands.map(({ kind, weeks: danced }) => {
    if (kind !== before) y += KIND * scale;
    before = kind;
    const at = y + (ROW * scale) / 2;
    y += ROW * scale;
    return { at, danced };
  });
  const size = Math.max(1.4, 3 * scale);
  return (
    <svg
      className="to-paper"
      role="img"
      aria-label={`${courseInWords(course, today)}; ${strands.length} figures on their way`}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      style={{ display: "block", maxWidth: "100%" }}
    >
      {weeks.map(({ week, room, minutes, byWork }) => {
        const unit = FULL / Math.max(1, room);
        let foot = SKYLINE;
        return (
          <g key={week}>
            {storeys(byWork).map((storey) => {
              const high = Math.min(storey.minutes * unit, Math.max(0, foot));
              foot -= high;
              return (
                <rect
                  key={storey.fill}
                  x={middle(week) - 9}
                  y={foot}
                  width="18"
                  height={high}
                  fill={tone(storey.fill)}
                />
              );
            })}
            {minutes > room ? (
              <line
                x1={middle(week) - 11}
                x2={middle(week) + 11}
                y1={SKYLINE - FULL}
                y2={SKYLINE - FULL}
                stroke={tone("brick")}
                strokeWidth="2"
              />
            ) : null}
          </g>
        );
      })}
      <line x1="0" x2={width} y1={SKYLINE} y2={SKYLINE} stroke={tone("ink")} strokeWidth="1.2" />
      {rows.map(({ at, danced }) => (
        <g key={at}>
          <line
            x1={middle(danced[0] ?? 1)}
            x2={middle(danced.at(-1) ?? 1)}
            y1={at}
            y2={at}
            stroke={tone("pine2")}
            strokeWidth="1"
          />
          {danced.map((week, index) =>
            index === 0 ? (
              <rect
                key={week}
                x={middle(week) - size * 2.2}
                y={at - size}
                width={size * 4.4}
                height={size * 2}
                rx={size}
                fill={tone("pineSolid")}
              />
            ) : (
              <circle
                key={week}
                cx={middle(week)}
                cy={at}
                r={size * 0.85}
                fill={tone("panel")}
                stroke={tone("pine2")}
                strokeWidth="1.2"
              />
            ),
          )}
        </g>
      ))}
    </svg>
  );
});
