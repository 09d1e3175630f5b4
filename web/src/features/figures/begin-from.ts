import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { formatFigure, lookupBeside, otherSide, parseFigure } from "@map-step/core/notation";
import { blankFigure, type FigureValues } from "./figure-form.ts";

/** How a new figure begins from another one. */
export const BEGINNINGS = ["copy", "variant", "other-side", "made-of"] as const;
/** One of `BEGINNINGS`. */
export type Beginning = (typeof BEGINNINGS)[number];
export const isBeginning = (word: string | null): word is Beginning =>
  (BEGINNINGS as readonly (string | null)[]).includes(word);

/** What each is called on the page of the figure that it begins from. */
export const BEGINNING_NAMES: Readonly<Record<Beginning, string>> = {
  copy: "Duplicate figure",
  variant: "New variant of it",
  "other-side": "Its other side",
  "made-of": "New figure made from it",
};

const ENDINGS: Readonly<Record<Beginning, string>> = {
  copy: ", copy",
  variant: ", another way",
  "other-side": ", other side",
  "made-of": " and more",
};

/** The steps on the other side, as a text; as they are where they cannot be read. */
function onOtherSide(from: FigureRecord, dance: DanceRecord, library: readonly FigureRecord[]): string {
  const reading = readingOf(dance);
  const { figure, faults } = parseFigure(from.notation, reading, lookupBeside(library, reading, from.name));
  return faults.length === 0 && from.notation !== "" ? formatFigure(otherSide(figure), dance) : from.notation;
}

/** A new figure that begins from another: with all of it, or with its steps and what it needs. */
export function beginFrom(
  from: FigureRecord,
  as: Beginning,
  dance: DanceRecord,
  library: readonly FigureRecord[],
): FigureValues {
  const name = `${from.name.slice(0, 80 - ENDINGS[as].length)}${ENDINGS[as]}`;
  const { id, version: _version, ...content } = from;
  const own = { ...content, name, otherNames: [], version: 0 };
  switch (as) {
    case "copy":
      return own;
    case "other-side":
      return { ...own, notation: onOtherSide(from, dance, library) };
    case "variant":
      // A variant of a variant stands beside it, under the figure that both are ways of.
      return { ...own, variantOfId: from.variantOfId ?? id };
    case "made-of":
      return {
        ...blankFigure(from.danceId),
        name,
        kind: from.kind === "basic" ? "pattern" : from.kind,
        tier: from.tier,
        needs: [id],
        cautions: from.cautions,
        notation: from.notation === "" ? "" : `use "${from.name}"\n`,
      };
  }
}

/** A new figure whose dance, name and steps the address brings along, such as one that was found to be missing. */
export function begunIn(address: URLSearchParams): FigureValues | null {
  const [danceId, name, notation] = ["dance", "name", "steps"].map((key) => address.get(key));
  return danceId ? { ...blankFigure(danceId), name: name ?? "", notation: notation ?? "" } : null;
}
