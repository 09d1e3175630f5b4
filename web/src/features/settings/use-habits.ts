import { api, SETTINGS_FIELDS, type Settings, startOf } from "@map-step/contract";
import type { Mark, RuleHabits } from "@map-step/core/check";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";

/** What the studio usually asks of a dancer, and the mark that most get in a check. */
export interface Habits {
  readonly rule: RuleHabits;
  readonly checkMark: Mark;
}

const AT_FIRST: Pick<Settings, "ruleShare" | "ruleMark" | "checkMark"> = startOf(SETTINGS_FIELDS);

/** The studio's habits; those that ship while they are not read, as in a room without a network. */
export function useHabits(): Habits {
  const { data } = useApi(api.settings.read, {});
  const { ruleShare, ruleMark, checkMark } = data ?? AT_FIRST;
  return useMemo(
    () => ({ rule: { share: ruleShare, mark: ruleMark }, checkMark }),
    [ruleShare, ruleMark, checkMark],
  );
}
