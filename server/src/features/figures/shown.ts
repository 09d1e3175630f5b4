import type { PublicRecap } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { formatFigure, openLibrary } from "@map-step/core/notation";
import type { DanceLibrary } from "./library.ts";

/** Figures for somebody without the library: each put together from those it is made of; a removed one is missing. */
export function shownFigures(
  ids: ReadonlySet<string>,
  { dance, figures, byId }: DanceLibrary,
): PublicRecap["figures"] {
  if (ids.size === 0) return [];
  const read = openLibrary(figures, readingOf(dance));
  return [...ids].flatMap((id) => {
    const figure = byId.get(id);
    const parsed = figure && read(figure.name);
    if (!figure || !parsed || parsed.faults.length > 0) return [];
    const { composition, said, ...steps } = parsed.figure;
    // What is said of a made figure is said of its changes only, so its steps are written out.
    const whole = composition || !said ? steps : { ...steps, said };
    return [{ id, name: figure.name, notation: formatFigure(whole, dance) }];
  });
}
