import { api } from "@map-step/contract";
import { useMemo, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { useLikeness } from "../figures/use-likeness.ts";
import { Planner } from "./planner.tsx";

/** The plan of a level, or a section's own copy of it. */
export function PlanPage() {
  const { levelId = "", sectionId } = useParams();
  const levels = useApi(api.levels.list, {});
  const sections = useApi(api.sections.list, {});
  const dances = useDances();
  const approaches = useApi(api.approaches.list, {});
  const staff = useApi(api.staff.list, {});
  const [depth, setDepth] = useState(0);
  const section = sections.data?.find(({ id }) => id === sectionId) ?? null;
  const level = levels.data?.find(({ id }) => id === levelId);
  const library = useFigures(level?.danceId);
  const { pairs } = useLikeness(level?.danceId);
  const planId = sectionId ? section?.planId : level?.planId;
  const plan = useApi(api.plans.read, { params: { id: planId ?? "" } }, { enabled: planId !== undefined });
  const [search] = useSearchParams();
  const proposalId = search.get("proposal");
  const proposal = useApi(
    api.proposals.read,
    { params: { id: proposalId ?? "" } },
    { enabled: proposalId !== null },
  );
  const lessons = useApi(
    api.lessons.list,
    { params: { id: sectionId ?? "" } },
    { enabled: section !== null },
  );
  const teachers = useMemo(
    () => section?.teacherIds.flatMap((id) => staff.data?.find((one) => one.id === id) ?? []),
    [section, staff.data],
  );
  if (levels.data && sections.data && planId === undefined)
    return <Empty title="This plan is not there any more">Choose another one under Levels.</Empty>;
  const taughtOf = [...(section ? [lessons] : []), ...(proposalId === null ? [] : [proposal])];
  const proposed = proposalId !== null && proposal.data?.list === "plans" ? proposal.data : null;
  return (
    <Loaded all={[levels, library, dances, approaches, staff, plan, ...taughtOf]}>
      {(_levels, figures, allDances, own, members, current) =>
        level ? (
          <Planner
            key={proposed?.id ?? current.id}
            proposal={proposed}
            level={level}
            dance={allDances.find(({ id }) => id === level.danceId)}
            section={section}
            sections={(sections.data ?? []).filter((other) => other.levelId === level.id)}
            taught={Math.max(
              0,
              ...(lessons.data ?? []).filter(({ state }) => state === "taught").map(({ week }) => week),
            )}
            plan={current}
            library={figures}
            approaches={own}
            members={members}
            teachers={section ? teachers : undefined}
            pairs={pairs}
            depth={depth}
            onDepth={setDepth}
          />
        ) : null
      }
    </Loaded>
  );
}
