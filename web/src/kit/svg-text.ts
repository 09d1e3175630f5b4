const SIGNS: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

/** Text as it stands in a drawing for other programs. */
export const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign);

/** A letter of a common sans serif is about so wide, as a share of its size. */
const LETTER = 0.56;

/**
 * A line of text in a drawing. One too long for its place is cut with an ellipsis; the whole stands in its title, which
 * other programs show and read aloud.
 * @param room width there is for it, in the drawing's units
 * @param size of its letters
 * @example svgText(4, 20, "Foundation step", { size: 10, room: 180 })
 */
export function svgText(
  x: number,
  y: number,
  words: string,
  { size, room = Number.POSITIVE_INFINITY, more = "" }: { size: number; room?: number; more?: string },
): string {
  const most = Math.max(1, Math.floor(room / (size * LETTER)));
  const letters = [...words];
  const fits = letters.length <= most;
  const shown = fits
    ? words
    : `${letters
        .slice(0, most - 1)
        .join("")
        .trimEnd()}…`;
  const whole = fits ? "" : `<title>${escaped(words)}</title>`;
  return `<text x="${x}" y="${y}" ${more}>${whole}${escaped(shown)}</text>`;
}

/** A whole drawing with its name, which stands in it too. */
export const svgDrawing = (
  { width, height, size, title }: { width: number; height: number; size: number; title: string },
  parts: readonly string[],
): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" role="img" font-family="sans-serif" font-size="${size}">`,
    `<title>${escaped(title)}</title>`,
    ...parts,
    "</svg>",
  ].join("\n");
