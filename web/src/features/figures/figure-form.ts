import {
  type Cue,
  type DanceRecord,
  FIELD_NAMES,
  type FieldSort,
  type FigureContent,
  type FigureRecord,
  fieldOf,
  houseCues,
  newFigure,
  type OtherName,
  type StaffMember,
} from "@map-step/contract";
import { KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES } from "@map-step/core/time";
import type { Shown } from "../../kit/merge.ts";
import { nameElsewhere } from "./library.ts";

export type FigureValues = FigureContent & { readonly version: number };

export const blankFigure = (danceId: string): FigureValues => ({ ...newFigure(danceId), version: 0 });

const asIs = (text: string) => text;
const lines = (list: readonly string[]) => list.join("\n");

function cueInWords({ text, school }: Cue, cues: readonly Cue[]): string {
  const ours = houseCues(cues).includes(text) ? ", ours" : "";
  return `${text} (${school === "" ? "every school" : school}${ours})`;
}

/** How each field is told when two people changed the same figure: by what it holds. */
export function shownFields(
  library: readonly FigureRecord[],
  dances: readonly DanceRecord[],
  staff: readonly StaffMember[],
): Shown<FigureValues> {
  const nameIn = (list: readonly { id: string; name: string }[]) => (id: string | null) =>
    list.find((one) => one.id === id)?.name ?? "";
  const namesIn = (list: readonly { id: string; name: string }[]) => (ids: readonly string[]) =>
    ids.map(nameIn(list)).join(", ");
  const told = {
    dance: nameIn(dances),
    text: asIs,
    kind: (kind: FigureContent["kind"]) => KIND_NAMES[kind].one,
    tier: (tier: FigureContent["tier"]) => TIER_NAMES[tier],
    whole: String,
    steps: asIs,
    figure: nameIn(library),
    figures: namesIn(library),
    names: (names: readonly OtherName[]) => lines(names.map(nameElsewhere)),
    cues: (cues: readonly Cue[]) => lines(cues.map((cue) => cueInWords(cue, cues))),
    lines,
    people: namesIn(staff),
  } satisfies Record<FieldSort, (value: never) => string>;
  const entries = FIELD_NAMES.map((name) => {
    const { label, sort } = fieldOf(name);
    return [name, [label, told[sort]]];
  });
  return Object.fromEntries(entries) as Shown<FigureValues>;
}
