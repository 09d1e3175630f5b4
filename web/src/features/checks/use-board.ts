import { api, type Section } from "@map-step/contract";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { useDances, useFigureLines } from "../figures/library.ts";
import { useOwnClass } from "../sections/own-class.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { useHabits } from "../settings/use-habits.ts";
import { boardOf } from "./board.ts";
import { useSeen } from "./use-seen.ts";

/** Everything that a class's board needs; what is not here yet is missing. */
export function useBoardData(section: Section) {
  const { today } = useSession();
  const habits = useHabits();
  const { mine } = useOwnClass(section);
  const seen = useSeen(section.id, mine);
  const mayMark = useMay("checks.write") && mine;
  const queries = {
    levels: useApi(api.levels.list, {}),
    dances: useDances(),
    plan: useApi(api.plans.read, { params: { id: section.planId } }),
    roster: useApi(api.students.list, { params: { id: section.id } }),
    library: useFigureLines(),
    rule: useApi(api.checks.rule, { params: { id: section.levelId } }),
    level: useApi(api.checks.level, { params: { id: section.levelId } }),
  };
  const [levels, dances, plan, roster, library, stated, levelSeen] = [
    queries.levels.data,
    queries.dances.data,
    queries.plan.data,
    queries.roster.data,
    queries.library.data,
    queries.rule.data,
    queries.level.data,
  ];
  const board = useMemo(
    () =>
      levels && dances && plan && roster && library && stated && levelSeen
        ? boardOf({
            levels,
            dances,
            plan,
            roster,
            library,
            stated,
            levelSeen,
            section,
            today,
            habits,
            seen,
            mayMark,
          })
        : null,
    [levels, dances, plan, roster, library, stated, levelSeen, section, today, habits, seen, mayMark],
  );
  return { board, queries: Object.values(queries), seen };
}
