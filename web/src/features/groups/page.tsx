import { api } from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import { useMemo } from "react";
import { useParams } from "react-router";
import { useApi, useApiOfEach } from "../../kit/api.ts";
import { Empty, Loaded, Loading } from "../../kit/states.tsx";
import { useFigureLines } from "../figures/library.ts";
import { useSession } from "../session/session.tsx";
import { Groups } from "./groups.tsx";
import type { Known } from "./use-candidates.ts";

/** Courses that ended longer ago than this have no dancers left to move. */
const DAYS_SINCE = 120;

/** Reads what was seen in each class of the level, then lays groups. */
function OfLevel(known: Omit<Known, "evidence" | "sources">) {
  const { today } = useSession();
  const sources = useMemo(
    () =>
      known.sections.filter(
        ({ levelId, dates }) =>
          levelId === known.level.id && (dates.at(-1) ?? "") >= addDays(today, -DAYS_SINCE),
      ),
    [known.sections, known.level.id, today],
  );
  const asked = useMemo(() => sources.map(({ id }) => ({ params: { id } })), [sources]);
  const all = useApiOfEach(api.checks.seen, asked);
  const evidence = useMemo(() => {
    const byId = new Map(
      (all ?? []).flatMap((one) => one.evidence.map((entry) => [entry.id, entry] as const)),
    );
    return [...byId.values()];
  }, [all]);
  return all ? <Groups {...known} sources={sources} evidence={evidence} /> : <Loading />;
}

export function GroupsPage() {
  const { levelId = "" } = useParams();
  const levels = useApi(api.levels.list, {});
  const level = levels.data?.find(({ id }) => id === levelId);
  const params = { id: levelId };
  const sections = useApi(api.sections.list, {});
  const people = useApi(api.students.all, {});
  const kept = useApi(api.groups.read, { params });
  const seen = useApi(api.checks.level, { params });
  const rule = useApi(api.checks.rule, { params });
  const plan = useApi(
    api.plans.read,
    { params: { id: level?.planId ?? "" } },
    { enabled: level !== undefined },
  );
  const library = useFigureLines();
  const kinds = useMemo(
    () => new Map((library.data ?? []).map(({ id, kind }) => [id, kind])),
    [library.data],
  );
  if (levels.data && !level)
    return <Empty title="This level is not there any more">Choose another one under Levels.</Empty>;
  return (
    <Loaded all={[levels, sections, people, kept, seen, rule, plan, library]}>
      {(allLevels, allSections, everybody, groupPlan, levelSeen, { clauses }, ownPlan) =>
        level ? (
          <OfLevel
            key={level.id}
            {...{ level, levels: allLevels, sections: allSections, people: everybody, kept: groupPlan }}
            {...{ seen: levelSeen, plan: ownPlan, clauses, kinds }}
          />
        ) : (
          <Loading />
        )
      }
    </Loaded>
  );
}
