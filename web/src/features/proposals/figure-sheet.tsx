import {
  api,
  type ChangeProposal,
  type DanceRecord,
  type FigureContent,
  newFigure,
} from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { asHouseCounts } from "@map-step/core/figure";
import { lookupBeside, parseFigure } from "@map-step/core/notation";
import { useApi } from "../../kit/api.ts";
import { differencesOf, mergeChoice } from "../../kit/merge.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { Loaded } from "../../kit/states.tsx";
import { shownFields } from "../figures/figure-form.ts";
import { useDances, useFigures } from "../figures/library.ts";
import { judge } from "./judge.ts";
import { JudgedSheet } from "./judged-sheet.tsx";

type FigureProposal = Extract<ChangeProposal, { readonly list: "figures" }>;

/** The steps as they would be danced. */
function Steps({
  content,
  dance,
  differs,
  others,
}: {
  content: FigureContent;
  dance: DanceRecord | undefined;
  /** Whether they would be danced otherwise than now. */
  differs: boolean;
  others: Parameters<typeof lookupBeside>[0];
}) {
  if (!dance || !differs || content.notation === "") return null;
  const reading = readingOf(dance);
  const read = parseFigure(content.notation, reading, lookupBeside(others, reading, content.name));
  const steps = read.faults.length > 0 ? null : asHouseCounts(read, dance);
  return steps ? (
    <Panel>
      <PanelTitle>As it would be danced</PanelTitle>
      <CountRibbon figure={steps} name={content.name} timing={dance} />
    </Panel>
  ) : null;
}

/** What a proposal makes of a figure, or a new figure. */
export function FigureSheet({ proposal }: { proposal: FigureProposal }) {
  const { thingId, content, base } = proposal;
  const isNew = base === null;
  const figure = useApi(
    api.figures.read,
    { params: { id: thingId ?? "" } },
    { enabled: thingId !== null && !isNew },
  );
  const dances = useDances();
  const library = useFigures(content.danceId);
  const staff = useApi(api.staff.list, {});
  return (
    <Loaded all={[dances, library, staff, ...(isNew ? [] : [figure])]}>
      {(allDances, others, people) => {
        const shown = shownFields(others, allDances, people) as never;
        const now = figure.data;
        const { id: _id, version, ...current } = now ?? { id: "", version: 0, ...newFigure(content.danceId) };
        const judged = judge<FigureContent>(
          base ?? newFigure(content.danceId),
          content,
          current,
          (one, other) => differencesOf(one, other, shown),
          (one, other, taken) => mergeChoice(one, other, taken),
        );
        return (
          <JudgedSheet
            proposal={proposal}
            judged={judged}
            settlementOf={(kept) => ({ list: "figures", version, content: kept })}
            effects={(kept) => (
              <Steps
                content={kept}
                dance={allDances.find(({ id }) => id === kept.danceId)}
                differs={kept.notation !== current.notation}
                others={others.filter(({ id }) => id !== thingId)}
              />
            )}
          />
        );
      }}
    </Loaded>
  );
}
