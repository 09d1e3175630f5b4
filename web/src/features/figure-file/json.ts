import {
  danceContent,
  FIGURE_FILE_FORMAT,
  type FigureFile,
  type FileFigure,
  type NewDance,
} from "@map-step/contract";
import type { RawRow, ReadFile } from "./csv.ts";

/** Figures as JSON, with the dances that another studio needs to dance them. */
export function writeJson(figures: readonly FileFigure[], dances: readonly NewDance[]): string {
  const file: FigureFile = {
    format: FIGURE_FILE_FORMAT,
    formatVersion: 1,
    dances: dances.map((dance) => danceContent.parse(dance)),
    figures: [...figures],
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

const isRecord = (value: unknown): value is RawRow =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const unreadable = (...faults: string[]): ReadFile => ({ rows: [], faults });

/** Reads a file of figures; each figure in it is judged by the server. */
export function readJson(content: string): ReadFile {
  let file: unknown;
  try {
    file = JSON.parse(content.replace(/^\uFEFF/, ""));
  } catch (error) {
    return unreadable(`This is not readable JSON: ${(error as Error).message}.`);
  }
  if (!isRecord(file) || file.format !== FIGURE_FILE_FORMAT)
    return unreadable(
      `This file does not say that it holds figures: “format” must be “${FIGURE_FILE_FORMAT}”.`,
    );
  if (file.formatVersion !== 1)
    return unreadable(
      file.formatVersion === undefined
        ? "It does not say its “formatVersion”; this Map Step reads version 1."
        : `Its “formatVersion” is ${JSON.stringify(file.formatVersion)}; this Map Step reads version 1.`,
    );
  if (!Array.isArray(file.figures)) return unreadable("It has no list of “figures”.");
  const odd = file.figures.findIndex((figure) => !isRecord(figure));
  if (odd >= 0) return unreadable(`Entry ${odd + 1} of “figures” is not a figure.`);
  const dances = file.dances ?? [];
  if (!Array.isArray(dances) || !dances.every(isRecord))
    return unreadable("Its “dances” are not a list of dances.");
  return { rows: file.figures as RawRow[], dances, faults: [] };
}
