import { Button, Text } from "@chakra-ui/react";
import type { SaveState } from "./autosave.ts";

const WORDS: Readonly<Record<Exclude<SaveState, "failed">, string>> = {
  saved: "All saved",
  waiting: "Saving …",
  saving: "Saving …",
  conflict: "Two versions",
};

/** Whether what is on screen is saved; offers to try again when it could not be. */
export function SaveBadge({ state, retry }: { state: SaveState; retry: () => void }) {
  if (state === "failed")
    return (
      <Button size="sm" colorPalette="red" variant="outline" onClick={retry}>
        Not saved yet: try again
      </Button>
    );
  return (
    <Text role="status" alignSelf="center" color="soft" fontSize="sm" minW="5rem" textAlign="right">
      {WORDS[state]}
    </Text>
  );
}
