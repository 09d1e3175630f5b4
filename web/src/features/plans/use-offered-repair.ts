import type { Plan } from "@map-step/contract";
import type { Change } from "@map-step/core/plan";
import { useEffect } from "react";
import { useSearchParams } from "react-router";

/**
 * Shows the repair at once when somebody comes from a class that did not reach everything that was new, or from a check
 * that found what to teach once more.
 * @param canEdit whether whoever asks may change the plan
 * @param repair the same function at each call
 */
export function useOfferedRepair(
  canEdit: boolean,
  notReached: Plan["notReached"],
  repair: (change: Change) => void,
): void {
  const [search, setSearch] = useSearchParams();
  const asked = search.get("repair") === "unfinished";
  const [again, week] = [search.get("again"), Number(search.get("week"))];
  useEffect(() => {
    if (!canEdit) return;
    if (again !== null && week >= 1) {
      setSearch({}, { replace: true });
      repair({ kind: "again", figureId: again, week });
    }
    if (!asked) return;
    setSearch({}, { replace: true });
    if (notReached.length > 0)
      repair({ kind: "not-reached", figureIds: notReached.map(({ figureId }) => figureId) });
  }, [canEdit, asked, again, week, notReached, repair, setSearch]);
}
