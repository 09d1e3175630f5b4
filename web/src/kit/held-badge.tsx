import { Flex, Text } from "@chakra-ui/react";
import { counted } from "@map-step/core/words";
import { CloudCheck, CloudOff, CloudUpload, type LucideIcon } from "lucide-react";
import type { HeldState } from "./outbox-send.ts";

const SIGNS: Readonly<Record<HeldState, LucideIcon>> = {
  saved: CloudCheck,
  sending: CloudUpload,
  "no-connection": CloudOff,
  "signed-out": CloudOff,
  failed: CloudOff,
};

interface Where {
  readonly state: HeldState;
  readonly waiting: number;
}

const entriesText = (count: number): string => counted(count, "entry", "entries");

/** Where what was noted is: in the studio, or on this device and why. */
export function heldStateText({ state, waiting }: Where): string {
  switch (state) {
    case "saved":
      return "Everything is saved";
    case "sending":
      return `Sending ${entriesText(waiting)}`;
    case "no-connection":
      return `No network: ${entriesText(waiting)} safe on this device`;
    case "signed-out":
      return `Sign in to send: ${entriesText(waiting)} safe on this device`;
    case "failed":
      return `The studio did not take it yet: ${entriesText(waiting)} safe on this device`;
  }
}

export function HeldBadge({ edit }: { edit: Where }) {
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
      <Text>{heldStateText(edit)}</Text>
    </Flex>
  );
}
