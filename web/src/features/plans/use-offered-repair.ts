import type { Change } from "@map-step/core/plan";
import { useEffect } from "react";
import { useSearchParams } from "react-router";

/**
 * Shows the repair at once when somebody comes from a check that found what to teach once more.
 * @param canEdit whether whoever asks may change the plan
 * @param repair the same function at each call
 */
export function useOfferedRepair(canEdit: boolean, repair: (change: Change) => void): void {
  const [search, setSearch] = useSearchParams();
  const [again, week] = [search.get("again"), Number(search.get("week"))];
  useEffect(() => {
    if (!canEdit) return;
    if (again !== null && week >= 1) {
      setSearch({}, { replace: true });
      repair({ kind: "again", figureId: again, week });
    }
  }, [canEdit, again, week, repair, setSearch]);
}
