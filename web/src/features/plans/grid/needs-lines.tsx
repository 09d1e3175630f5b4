import type { LevelPlan } from "@map-step/core/plan";
import { tone } from "../../../app/theme.ts";
import { LABEL_WIDTH } from "../../../kit/strand-look.ts";

interface Props {
  readonly level: LevelPlan;
  readonly figureId: string;
  readonly column: number;
  /** The height of each shown row's middle, by figure. */
  readonly middles: ReadonlyMap<string, number>;
}

/** Lines from what a figure needs to it, and from it to what needs it. */
export function NeedsLines({ level, figureId, column, middles }: Props) {
  const weeks = new Map(level.placements.map((placement) => [placement.figureId, placement.week]));
  const figure = level.figures.find(({ id }) => id === figureId);
  const pairs = [
    ...(figure?.needs ?? []).map((need) => [need, figureId] as const),
    ...level.figures.filter(({ needs }) => needs.includes(figureId)).map(({ id }) => [figureId, id] as const),
  ];
  const at = (id: string) => {
    const [week, y] = [weeks.get(id), middles.get(id)];
    return week === undefined || y === undefined ? null : { x: LABEL_WIDTH + (week - 0.5) * column, y };
  };
  return (
    <svg
      aria-hidden="true"
      style={{
        position: "absolute",
        inset: 0,
        width: "100%",
        height: "100%",
        pointerEvents: "none",
        overflow: "visible",
      }}
    >
      <defs>
        <marker
          id="need-tip"
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth="7"
          markerHeight="7"
          orient="auto"
        >
          <path d="M0 0L8 4L0 8Z" fill={tone("apricot")} />
        </marker>
      </defs>
      {pairs.map(([from, to]) => {
        const [a, b] = [at(from), at(to)];
        if (!a || !b) return null;
        const bend = Math.max(24, Math.abs(b.x - a.x) / 2);
        return (
          <path
            key={`${from}${to}`}
            d={`M${a.x} ${a.y}C${a.x + bend} ${a.y} ${b.x - bend} ${b.y} ${b.x - 12} ${b.y}`}
            fill="none"
            stroke={tone("apricot")}
            strokeWidth="2"
            markerEnd="url(#need-tip)"
          />
        );
      })}
    </svg>
  );
}
