import type { MapFigure, StepMap } from "@map-step/core/step-map";
import { TIER_NAMES } from "@map-step/core/time";
import { svgDrawing, svgText } from "../../kit/svg-text.ts";
import { CARD, type MapLayout } from "./layout.ts";

const LETTERS = 14;
const TITLE = 34;

/** The map as a drawing of its own, for print and other programs, in black on white. */
export function mapAsSvg(
  map: StepMap<MapFigure>,
  { places, lanes, width, height }: MapLayout,
  danceName: string,
): string {
  const bands = lanes.map(
    ({ tier, y, height: tall }) =>
      `<rect x="0" y="${y}" width="${width}" height="${tall}" fill="none" stroke="#999"/>` +
      `<text x="10" y="${y + 20}" fill="#555">${TIER_NAMES[tier]}</text>`,
  );
  const lines = map.edges.flatMap(({ from, to }) => {
    const [a, b] = [places.get(from), places.get(to)];
    if (!a || !b) return [];
    const [x, y, u, v] = [a.x + CARD.width, a.y + CARD.height / 2, b.x, b.y + CARD.height / 2];
    return `<path d="M${x} ${y}C${x + 30} ${y} ${u - 30} ${v} ${u} ${v}" fill="none" stroke="#333"/>`;
  });
  const cards = map.nodes.flatMap(({ figure }) => {
    const place = places.get(figure.id);
    if (!place) return [];
    return (
      `<rect x="${place.x}" y="${place.y}" width="${CARD.width}" height="${CARD.height}" rx="6" fill="#fff" stroke="#000"/>` +
      svgText(place.x + 10, place.y + 26, figure.name, { size: LETTERS, room: CARD.width - 20 })
    );
  });
  const title = `Step map of ${danceName}`;
  return svgDrawing({ width, height: height + TITLE, size: LETTERS, title }, [
    svgText(10, 22, title, { size: LETTERS, more: 'font-weight="bold"' }),
    `<g transform="translate(0 ${TITLE})">`,
    ...bands,
    ...lines,
    ...cards,
    "</g>",
  ]);
}
