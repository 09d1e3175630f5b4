import type { Plan } from "@map-step/contract";
import type { Change } from "@map-step/core/plan";
import { useEffect } from "react";
import { useSearchParams } from "react-router";

/**
 * Shows the repair at once when somebody comes from a class that did not reach everything that was new.
 * @param repair the same function at each call
 */
export function useOfferedRepair(notReached: Plan["notReached"], repair: (change: Change) => void): void {
  const [search, setSearch] = useSearchParams();
  const asked = search.get("repair") === "unfinished";
  useEffect(() => {
    if (!asked) return;
    setSearch({}, { replace: true });
    if (notReached.length > 0)
      repair({ kind: "not-reached", figureIds: notReached.map(({ figureId }) => figureId) });
  }, [asked, notReached, repair, setSearch]);
}
