import { Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord, Level } from "@map-step/contract";
import type { Finding, LeftOut, LevelPlan, Strand, WeekLoad } from "@map-step/core/plan";
import { Aside } from "../../../kit/page.tsx";
import type { Selection } from "../grid/grid.tsx";
import { FigureNote } from "./figure-note.tsx";
import { Findings } from "./findings.tsx";
import { WeekNote } from "./week-note.tsx";

export interface InspectorProps {
  readonly level: Level;
  readonly dance: DanceRecord | undefined;
  readonly library: readonly FigureRecord[];
  readonly levelPlan: LevelPlan;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly loads: readonly WeekLoad[];
  readonly findings: readonly Finding[];
  readonly taught: number;
  readonly mayEdit: boolean;
  readonly selection: Selection;
  /** What the last draft could not place, and why. */
  readonly left: readonly LeftOut[];
  /** While a strand is on its way, only what is quick to say is said. */
  readonly dragging: boolean;
  readonly onSelect: (selection: Selection) => void;
  readonly onMove: (figureId: string, week: number) => void;
  readonly onTakeOut: (figureId: string) => void;
}

/** Explains what is selected in the grid; under it, what the plan still has to solve. */
export function Inspector(props: InspectorProps) {
  const { selection, library, findings } = props;
  const figure =
    selection && "figureId" in selection ? library.find(({ id }) => id === selection.figureId) : undefined;
  const week = selection && "week" in selection ? selection.week : null;
  return (
    <Aside label="About the selection">
      {figure ? <FigureNote {...props} figure={figure} /> : null}
      {week !== null ? <WeekNote {...props} week={week} /> : null}
      {!figure && week === null ? (
        <Text color="soft" mb="4">
          Choose a strand or a week to see why it stands as it does.
        </Text>
      ) : null}
      <Findings
        {...props}
        findings={week === null ? findings : findings.filter((finding) => finding.week === week)}
        title={week === null ? "To solve in this plan" : `To solve in week ${week}`}
      />
    </Aside>
  );
}
