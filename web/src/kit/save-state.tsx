import { Button, Text } from "@chakra-ui/react";
import { useSilentSince } from "./connection.ts";
import type { SaveState } from "./saver.ts";

const WORDS: Readonly<Record<Exclude<SaveState, "failed">, string>> = {
  saved: "All saved",
  waiting: "Saving …",
  saving: "Saving …",
  conflict: "Two versions",
};

/** Whether what is on screen is saved; offers to try again when it could not be. */
export function SaveBadge({ state, retry }: { state: SaveState; retry: () => Promise<boolean> }) {
  const isSilent = useSilentSince() !== null;
  if (isSilent && state !== "saved" && state !== "conflict")
    return (
      <Text role="status" alignSelf="center" fontSize="sm" bg="apricotWash" px="2" borderRadius="full">
        Kept on this device until the studio answers
      </Text>
    );
  if (state === "failed")
    return (
      <Button size="sm" colorPalette="red" variant="outline" onClick={() => void retry()}>
        Not saved yet: try again
      </Button>
    );
  return (
    <Text role="status" alignSelf="center" color="soft" fontSize="sm" minW="5rem" textAlign="right">
      {WORDS[state]}
    </Text>
  );
}
