import type { MapFigure, StepMap } from "@map-step/core/step-map";
import { TIER_NAMES } from "@map-step/core/time";
import { CARD, type MapLayout } from "./layout.ts";

const escaped = (text: string): string =>
  text.replace(
    /[&<>"]/g,
    (sign) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[sign] ?? sign,
  );

/** The map as a drawing of its own, for print and other programs, in black on white. */
export function mapAsSvg(map: StepMap<MapFigure>, { places, lanes, width, height }: MapLayout): string {
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
      `<text x="${place.x + 10}" y="${place.y + 26}">${escaped(figure.name)}</text>`
    );
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="14">`,
    "<title>Step map</title>",
    ...bands,
    ...lines,
    ...cards,
    "</svg>",
  ].join("\n");
}
