import { api, contentOfPlan, type PlanContent } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { Loaded } from "../../kit/states.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { PlanEffects } from "../plans/effects.tsx";
import { mergePlans, planDifferences } from "../plans/merge.ts";
import { judge } from "./judge.ts";
import { JudgedSheet } from "./judged-sheet.tsx";
import type { PlanProposal } from "./writing-bar.tsx";

/** What a proposal makes of a plan: its changes, and what they solve and bring. */
export function PlanSheet({ proposal }: { proposal: PlanProposal }) {
  const levels = useApi(api.levels.list, {});
  const level = levels.data?.find(({ id }) => id === proposal.levelId);
  const plan = useApi(api.plans.read, { params: { id: proposal.thingId } });
  const dances = useDances();
  const library = useFigures(level?.danceId);
  const approaches = useApi(api.approaches.list, {});
  const staff = useApi(api.staff.list, {});
  const sections = useApi(api.sections.list, {});
  return (
    <Loaded all={[plan, library, levels, dances, approaches, staff, sections]}>
      {(current, figures, _levels, allDances, own, people, all) => {
        if (!level) return null;
        const nameOf = (id: string) => figures.find((figure) => figure.id === id)?.name ?? "A removed figure";
        const names = new Map(people.map(({ id, name }) => [id, name]));
        const now = contentOfPlan(current);
        const judged = judge<PlanContent>(
          proposal.base,
          proposal.content,
          now,
          (one, other) => planDifferences(one, other, nameOf, names),
          mergePlans,
        );
        const section = all.find(({ id }) => id === current.sectionId);
        return (
          <JudgedSheet
            proposal={proposal}
            judged={judged}
            settlementOf={(content) => ({ list: "plans", version: current.version, content })}
            effects={(content) => (
              <PlanEffects
                level={level}
                plan={current}
                library={figures}
                dance={allDances.find(({ id }) => id === level.danceId)}
                approaches={own}
                teachers={section ? people.filter(({ id }) => section.teacherIds.includes(id)) : undefined}
                before={now}
                after={content}
              />
            )}
          />
        );
      }}
    </Loaded>
  );
}
