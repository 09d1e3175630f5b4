import type { PlacedShare } from "@map-step/core/plan";
import { minuteWidth, ROW_HEIGHT, WORK_FILL } from "../../../kit/strand-look.ts";
import look from "./grid.module.css";

interface BeadProps {
  readonly shares: readonly PlacedShare[];
  readonly centre: number;
  readonly scale: number;
  readonly minutesShown: boolean;
}

/** The minutes of one lesson: textured by kind of work, an open ring where the figure only comes back. */
function Bead({ shares, centre, scale, minutesShown }: BeadProps) {
  const [first] = shares;
  if (!first) return null;
  const minutes = shares.reduce((sum, share) => sum + share.minutes, 0);
  const ring = first.layer === "return";
  const height = ring ? 12 : first.age === 0 ? 20 : 14;
  const width = ring ? 12 : Math.max(14, minutes * scale);
  return (
    <>
      <div
        className={`${look.bead} ${ring ? look.ring : ""}`}
        style={{ left: centre - width / 2, top: (ROW_HEIGHT - height) / 2, width, height }}
      >
        {ring
          ? null
          : shares.map(({ layer, minutes: share }) => (
              <div key={layer} style={{ flex: share, background: WORK_FILL[layer] }} />
            ))}
      </div>
      {minutesShown ? (
        <span className={look.minutes} style={{ left: centre + width / 2 + 3 }}>
          {minutes}
        </span>
      ) : null}
    </>
  );
}

interface Props {
  /** All that the figure has in the weeks; nothing while it waits. */
  readonly shares: readonly PlacedShare[];
  readonly column: number;
  readonly longest: number;
  readonly minutesShown: boolean;
}

/** A figure's minutes over the weeks, as beads on a thread. */
export function StrandView({ shares, column, longest, minutesShown }: Props) {
  const weeks = [...new Set(shares.map(({ week }) => week))];
  const centre = (week: number) => (week - 0.5) * column;
  const [first = 0, last = 0] = [weeks[0], weeks.at(-1)];
  const scale = minuteWidth(column, longest);
  return (
    <>
      {last > first ? (
        <div className={look.thread} style={{ left: centre(first), width: centre(last) - centre(first) }} />
      ) : null}
      {weeks.map((week) => (
        <Bead
          key={week}
          shares={shares.filter((share) => share.week === week)}
          centre={centre(week)}
          scale={scale}
          minutesShown={minutesShown}
        />
      ))}
    </>
  );
}
