import { LogBadge } from "./log-badge.tsx";
import { useHeld, useSender } from "./use-class-log.ts";

/** What was noted in a class and is still on this device only: says so on every page, and sends it. */
export function HeldNotice() {
  const waiting = (useHeld() ?? []).filter(({ state }) => state === "waiting").length;
  const { sent } = useSender(waiting);
  if (waiting === 0) return null;
  return <LogBadge edit={{ state: sent === null || sent === "all" ? "sending" : sent, waiting }} />;
}
