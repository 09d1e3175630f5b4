import { Flex, Text } from "@chakra-ui/react";
import { WifiOff } from "lucide-react";
import { useSilentSince } from "./connection.ts";
import { clockOf } from "./dates.ts";

/** Says since when the studio does not answer; nothing while it does. */
export function Silence() {
  const since = useSilentSince();
  if (since === null) return null;
  return (
    <Flex
      align="center"
      gap="1.5"
      fontSize="sm"
      role="status"
      bg="apricotWash"
      color="ink"
      px="2"
      borderRadius="full"
    >
      <WifiOff size={16} aria-hidden />
      <Text as="span">No answer from the studio since {clockOf(new Date(since).toISOString())}</Text>
    </Flex>
  );
}
