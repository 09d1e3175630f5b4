import { Text } from "@chakra-ui/react";
import type { Author } from "./outbox.ts";
import { OutboxBadge } from "./outbox-badge.tsx";
import { queueState, type Sending, useQueuedIn, useSending } from "./outbox-send.ts";

interface Props<Entry, Place extends object> {
  readonly sending: Sending<Entry, Place>;
  readonly person: Author;
}

/** What was noted and is still on this device only: says so on every page, and sends what is one's own. */
export function OutboxNotice<Entry, Place extends object>({ sending, person }: Props<Entry, Place>) {
  const waiting = (useQueuedIn(sending.outbox) ?? []).filter(({ state }) => state === "waiting");
  const mine = waiting.filter(({ by }) => by.id === person.id).length;
  const { sent } = useSending(sending, person.id, mine);
  const others = [...new Set(waiting.flatMap(({ by }) => (by.id === person.id ? [] : [by.name])))];
  return (
    <>
      {others.length > 0 ? (
        <Text fontSize="sm" role="status" bg="apricotWash" color="ink" px="2" borderRadius="full">
          On this device waits what {others.join(" and ")} noted, until they sign in
        </Text>
      ) : null}
      {mine > 0 ? <OutboxBadge of={sending} edit={{ state: queueState(mine, sent), waiting: mine }} /> : null}
    </>
  );
}
