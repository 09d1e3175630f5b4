import { Text } from "@chakra-ui/react";
import { diffWords } from "diff";

/** A version with the words marked in which it differs from the other one. */
export function Marked({ text, other }: { text: string; other: string }) {
  if (text === "") return "nothing";
  let at = 0;
  return diffWords(other, text).map(({ value, added, removed }) => {
    if (removed) return null;
    const key = at;
    at += value.length;
    return added ? (
      <Text as="mark" key={key} bg="apricotWash" color="ink">
        {value}
      </Text>
    ) : (
      <span key={key}>{value}</span>
    );
  });
}
