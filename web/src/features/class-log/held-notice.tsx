import { Text } from "@chakra-ui/react";
import { useSession } from "../session/session.tsx";
import { LogBadge } from "./log-badge.tsx";
import { useHeld, useSender } from "./use-class-log.ts";

/** What was noted in a class and is still on this device only: says so on every page, and sends what is one's own. */
export function HeldNotice() {
  const { person } = useSession();
  const waiting = (useHeld() ?? []).filter(({ state }) => state === "waiting");
  const mine = waiting.filter(({ by }) => by.id === person.id).length;
  const { sent } = useSender(mine);
  const others = [...new Set(waiting.flatMap(({ by }) => (by.id === person.id ? [] : [by.name])))];
  return (
    <>
      {others.length > 0 ? (
        <Text fontSize="sm" role="status" bg="apricotWash" color="ink" px="2" borderRadius="full">
          On this device waits what {others.join(" and ")} noted, until they sign in
        </Text>
      ) : null}
      {mine > 0 ? (
        <LogBadge edit={{ state: sent === null || sent === "all" ? "sending" : sent, waiting: mine }} />
      ) : null}
    </>
  );
}
