import type { Course, CourseWeek } from "@map-step/contract";
import { memo } from "react";
import { tone } from "../../app/theme.ts";
import { Letters } from "../../kit/ribbon/index.ts";
import { useSession } from "../session/session.tsx";
import { nextLesson } from "./due.ts";
import { courseInWords } from "./words.ts";

/** Pixels: what stands over the bars, the highest bar, the string of beads, and all of it. */
const [HEAD, BAR, STRING, HEIGHT] = [15, 24, 49, 62] as const;
const BEAD = 5;
/** A bar grows no higher than this much of a full lesson. */
const MOST = 1.25;

/** Minutes that bring things back, the last entry of `byWork`. */
const returnsIn = ({ byWork }: CourseWeek): number => byWork.at(-1) ?? 0;

/** How full a week is: what is worked on in it, above what only comes back. */
function Bar({ week, x, width }: { week: CourseWeek; x: number; width: number }) {
  const { room, minutes, state } = week;
  if (room === 0 || minutes === 0) return null;
  const scale = BAR / room;
  const all = Math.min(minutes, room * MOST) * scale;
  const back = Math.min(returnsIn(week), minutes) * (all / minutes);
  const foot = HEAD + BAR + 4;
  const isTaught = state === "taught";
  return (
    <>
      <rect
        x={x}
        y={foot - all}
        width={width}
        height={all - back}
        rx="2"
        fill={tone(isTaught ? "pineSolid" : "pine2")}
      />
      <rect x={x} y={foot - back} width={width} height={back} fill={tone("pine3")} />
      {minutes > room ? (
        <rect x={x} y={foot - all} width={width} height={all - room * scale} rx="2" fill={tone("brick")} />
      ) : null}
    </>
  );
}

function Bead({ week, x, isLate }: { week: CourseWeek; x: number; isLate: boolean }) {
  const { cancelled, state, recap, special } = week;
  if (cancelled)
    return (
      <path
        d={`M${x - 4} ${STRING - 4}l8 8m0 -8l-8 8`}
        stroke={tone("soft")}
        strokeWidth="1.8"
        strokeLinecap="round"
      />
    );
  const isTaught = state === "taught";
  const waits = isLate || (isTaught && recap !== "published");
  return (
    <>
      {waits ? (
        <circle
          cx={x}
          cy={STRING}
          r={BEAD + 3.5}
          fill={tone("panel")}
          stroke={tone("apricot")}
          strokeWidth="2.5"
        />
      ) : null}
      <circle
        cx={x}
        cy={STRING}
        r={BEAD}
        fill={tone(isTaught ? "pineSolid" : "panel")}
        stroke={tone("pineSolid")}
        strokeWidth="1.8"
      />
      {special === "check" ? (
        <path
          d={`M${x - 2.6} ${STRING}l2 2l3.4 -4`}
          fill="none"
          stroke={tone(isTaught ? "panel" : "ink")}
          strokeWidth="1.8"
          strokeLinecap="round"
        />
      ) : null}
    </>
  );
}

const Findings = ({ week: { must, should }, x }: { week: CourseWeek; x: number }) =>
  must + should === 0 ? null : (
    <>
      <circle cx={x} cy={HEAD - 7} r="7" fill={tone(must > 0 ? "brick" : "apricot")} />
      <Letters x={x} y={HEAD - 3} size={11} colour={tone(must > 0 ? "panel" : "onApricot")} strong middle>
        {String(must + should)}
      </Letters>
    </>
  );

interface Props {
  readonly course: Course;
  /** Pixels for each week. */
  readonly step?: number;
}

/**
 * A course as beads on a string, week by week: the bar is how full the lesson is (dark: taught), the bead whether it was
 * taught, a ring of apricot what is late, the upright line what comes next, a number what is to be solved.
 */
export const CourseBeads = memo(function CourseBeads({ course, step = 24 }: Props) {
  const { today } = useSession();
  const { weeks, sectionId } = course;
  const width = weeks.length * step;
  const next = sectionId === null ? undefined : nextLesson(course, today);
  const middle = (week: number) => (week - 0.5) * step;
  return (
    <svg
      className="to-paper"
      role="img"
      aria-label={courseInWords(course, today)}
      width={width}
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      style={{ display: "block", maxWidth: "100%", flexShrink: 0 }}
    >
      <line
        x1={middle(1)}
        x2={middle(weeks.length)}
        y1={STRING}
        y2={STRING}
        stroke={tone("pine2")}
        strokeWidth="1.5"
      />
      {weeks.map((week) => (
        <g key={week.week}>
          <Bar week={week} x={middle(week.week) - (step - 8) / 2} width={step - 8} />
          <Bead
            week={week}
            x={middle(week.week)}
            isLate={!week.cancelled && week.state === "planned" && week.date !== null && week.date < today}
          />
          <Findings week={week} x={middle(week.week)} />
        </g>
      ))}
      {next ? (
        <rect
          x={middle(next.week) - step / 2 - 1.5}
          y={HEAD}
          width="3"
          height={HEIGHT - HEAD}
          rx="1.5"
          fill={tone("apricot")}
        />
      ) : null}
    </svg>
  );
});
