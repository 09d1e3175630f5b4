import type { FigureRecord, PlanContent } from "@map-step/contract";
import type { PlacedShare, WeekCapacity, WeekLoad } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { writeTable } from "../../kit/csv.ts";
import { dayAndMonth, longDay } from "../../kit/dates.ts";
import { svgDrawing, svgText } from "../../kit/svg-text.ts";

/** What is written of a plan. */
export interface WrittenPlan {
  readonly levelName: string;
  readonly sectionName: string | null;
  readonly content: PlanContent;
  readonly figures: readonly FigureRecord[];
  readonly loads: readonly WeekLoad[];
  readonly capacities: readonly WeekCapacity[];
  /** The date of each week; none for a level's own plan. */
  readonly dates: readonly string[];
  readonly sharesAt: (figureId: string, week: number) => readonly PlacedShare[];
}

const nameIn = (figures: readonly FigureRecord[], id: string): string =>
  figures.find((figure) => figure.id === id)?.name ?? "";

/** The plan as JSON: figures by name, weeks with their minutes. */
export function planAsJson({
  levelName,
  sectionName,
  content,
  figures,
  loads,
  capacities,
  dates,
}: WrittenPlan): string {
  const plan = {
    format: "map-step/plan",
    formatVersion: 1,
    level: levelName,
    section: sectionName,
    figures: content.chosen.map(({ figureId, approachId: _approachId, ...entry }) => ({
      figure: nameIn(figures, figureId),
      ...entry,
    })),
    weeks: loads.map(({ week, minutes, newFigures }, index) => ({
      week,
      date: dates[index] ?? null,
      kind: capacities[index]?.special?.kind ?? "plain",
      minutes,
      room: capacities[index]?.minutes ?? 0,
      new: newFigures.map((id) => nameIn(figures, id)),
    })),
  };
  return `${JSON.stringify(plan, null, 2)}\n`;
}

/** The plan as CSV: one row a figure, its minutes in each week. */
export function planAsCsv({ content, figures, loads, sharesAt }: WrittenPlan): string {
  const weeks = loads.map(({ week }) => week);
  return writeTable(
    ["figure", "kind", "new_in_week", "pinned", "wish", "worth", ...weeks.map((week) => `week_${week}`)],
    content.chosen.map(({ figureId, week, pinned, wish, worth }) => {
      const figure = figures.find(({ id }) => id === figureId);
      const shares = sharesAt(figureId, week ?? 0);
      const minutes = weeks.map((at) =>
        shares.filter((share) => share.week === at).reduce((sum, share) => sum + share.minutes, 0),
      );
      return [
        figure?.name ?? "",
        figure?.kind ?? "",
        week ?? "",
        pinned ? "yes" : "no",
        wish,
        worth,
        ...minutes.map((own) => (own === 0 ? "" : own)),
      ];
    }),
  );
}

const SVG = { label: 190, column: 70, row: 24, title: 40, head: 92, sky: 60, letters: 10 } as const;

/** The week grid as a drawing in black and white that other programs open. */
export function planAsSvg({
  levelName,
  sectionName,
  content,
  figures,
  loads,
  capacities,
  dates,
  sharesAt,
}: WrittenPlan): string {
  const placed = content.chosen
    .filter(({ week }) => week !== null)
    .sort((a, b) => (a.week ?? 0) - (b.week ?? 0));
  const width = SVG.label + loads.length * SVG.column + 10;
  const height = SVG.title + SVG.head + placed.length * SVG.row + 20;
  const most = Math.max(
    1,
    ...loads.map(({ minutes }) => minutes),
    ...capacities.map(({ minutes }) => minutes),
  );
  const centre = (week: number) => SVG.label + (week - 0.5) * SVG.column;
  const text = (x: number, y: number, words: string, more = "", room?: number) =>
    svgText(x, y, words, { size: SVG.letters, more, ...(room === undefined ? {} : { room }) });
  const heads = loads.map(({ week, minutes }, index) => {
    const tall = (minutes / most) * SVG.sky;
    const kind = capacities[index]?.special?.kind ?? "";
    const there = capacities[index]?.minutes ?? 0;
    const date = dates[index];
    return [
      `<rect x="${centre(week) - 14}" y="${SVG.sky - tall + 4}" width="28" height="${tall}" fill="#bbb" stroke="#000"/>`,
      text(centre(week), SVG.sky + 18, `Week ${week}`, 'text-anchor="middle" font-weight="bold"'),
      text(centre(week), SVG.sky + 30, `${minutes} of ${there} min`, 'text-anchor="middle"'),
      text(
        centre(week),
        SVG.sky + 42,
        kind || (date ? dayAndMonth(date) : ""),
        'text-anchor="middle"',
        SVG.column,
      ),
    ].join("");
  });
  const rows = placed.map(({ figureId, week }, row) => {
    const y = SVG.head + 12 + row * SVG.row + SVG.row / 2;
    const shares = sharesAt(figureId, week ?? 0);
    const weeks = [...new Set(shares.map((share) => share.week))];
    const beads = weeks.map((at) => {
      const here = shares.filter((share) => share.week === at);
      const minutes = here.reduce((sum, share) => sum + share.minutes, 0);
      const isReturn = here[0]?.layer === "return";
      const wide = isReturn ? 10 : Math.min(SVG.column - 6, 10 + minutes * 2);
      const fill = at === week ? "#333" : isReturn ? "#fff" : "#999";
      const ink = at === week ? "#fff" : "#000";
      return (
        `<rect x="${centre(at) - wide / 2}" y="${y - 7}" width="${wide}" height="14" rx="7" fill="${fill}" stroke="#000"/>` +
        (isReturn ? "" : text(centre(at), y + 4, String(minutes), `text-anchor="middle" fill="${ink}"`))
      );
    });
    const [first = 0, last = 0] = [weeks[0], weeks.at(-1)];
    const thread = `<line x1="${centre(first)}" x2="${centre(last)}" y1="${y}" y2="${y}" stroke="#000"/>`;
    return `${text(4, y + 4, nameIn(figures, figureId), "", SVG.label - 8)}${thread}${beads.join("")}`;
  });
  const title = sectionName === null ? levelName : `${levelName}, ${sectionName}`;
  const [first, last] = [dates[0], dates.at(-1)];
  const when = first && last ? `${longDay(first)} to ${longDay(last)}` : counted(loads.length, "week");
  return svgDrawing({ width, height, size: SVG.letters, title }, [
    text(4, 16, title, 'font-weight="bold"', width - 8),
    text(4, 30, when, "", width - 8),
    `<g transform="translate(0 ${SVG.title})">`,
    ...heads,
    ...rows,
    "</g>",
  ]);
}
