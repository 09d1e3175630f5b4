import { Flex, Text } from "@chakra-ui/react";
import { counted } from "@map-step/core/words";
import { CloudCheck, CloudOff, CloudUpload, type LucideIcon } from "lucide-react";
import type { QueueState, Sending } from "./outbox-send.ts";

const SIGNS: Readonly<Record<QueueState, LucideIcon>> = {
  saved: CloudCheck,
  sending: CloudUpload,
  "no-connection": CloudOff,
  "signed-out": CloudOff,
  failed: CloudOff,
};

interface Where {
  readonly state: QueueState;
  readonly waiting: number;
}

/** Of which sort the entries are. */
type Sort = Pick<Sending<never, object>, "called">;

/** Where what was noted is: in the studio, or on this device and why. Of its own sort only: others may wait beside it. */
export function heldStateText({ called: [one, many] }: Sort, { state, waiting }: Where): string {
  const entries = counted(waiting, one, many);
  switch (state) {
    case "saved":
      return `All ${many} are saved`;
    case "sending":
      return `Sending ${entries}`;
    case "no-connection":
      return `No network: ${entries} safe on this device`;
    case "signed-out":
      return `Sign in to send: ${entries} safe on this device`;
    case "failed":
      return `The studio did not take it yet: ${entries} safe on this device`;
  }
}

export function OutboxBadge({ of, edit }: { of: Sort; edit: Where }) {
  const Sign = SIGNS[edit.state];
  const safe = edit.state === "saved" || edit.state === "sending";
  return (
    <Flex
      role="status"
      align="center"
      gap="1.5"
      fontSize="sm"
      px="2"
      py="0.5"
      borderRadius="full"
      color={safe ? "soft" : "ink"}
      bg={safe ? "transparent" : "apricotWash"}
    >
      <Sign size={17} aria-hidden />
      <Text>{heldStateText(of, edit)}</Text>
    </Flex>
  );
}
