import {
  type DanceRecord,
  type FigureContent,
  type FigureRecord,
  houseCues,
  type StaffMember,
} from "@map-step/contract";
import { KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES } from "@map-step/core/time";
import type { Shown } from "../../kit/merge.ts";
import { nameElsewhere } from "./library.ts";

export type FigureValues = FigureContent & { readonly version: number };

export const blankFigure = (danceId: string): FigureValues => ({
  danceId,
  name: "",
  otherNames: [],
  kind: "basic",
  tier: 1,
  notation: "",
  minutes: 10,
  needs: [],
  helps: [],
  variantOfId: null,
  teacherIds: [],
  cues: [],
  slips: [],
  cautions: [],
  version: 0,
});

const words = (text: string) => text;
const lines = (list: readonly string[]) => list.join("\n");

/** How each field is told when two people changed the same figure. */
export function shownFields(
  library: readonly FigureRecord[],
  dances: readonly DanceRecord[],
  staff: readonly StaffMember[],
): Shown<FigureValues> {
  const nameIn = (list: readonly { id: string; name: string }[]) => (id: string | null) =>
    list.find((one) => one.id === id)?.name ?? "";
  const figures = (ids: readonly string[]) => ids.map(nameIn(library)).join(", ");
  return {
    name: ["Name", words],
    danceId: ["Dance", nameIn(dances)],
    kind: ["Kind", (kind) => KIND_NAMES[kind].one],
    tier: ["Level", (tier) => TIER_NAMES[tier]],
    minutes: ["Minutes", String],
    notation: ["Steps", words],
    needs: ["Needs", figures],
    helps: ["Easier after", figures],
    variantOfId: ["Variant of", nameIn(library)],
    teacherIds: ["May be taught by", (ids) => ids.map(nameIn(staff)).join(", ")],
    cues: [
      "Cues",
      (cues) =>
        lines(
          cues.map(({ text, school }) => {
            const ours = houseCues(cues).includes(text) ? ", ours" : "";
            return `${text} (${school === "" ? "every school" : school}${ours})`;
          }),
        ),
    ],
    slips: ["Common slips", lines],
    cautions: ["Cautions", lines],
    otherNames: ["Other names", (names) => lines(names.map(nameElsewhere))],
  };
}
