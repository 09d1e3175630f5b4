import { Flex, Text } from "@chakra-ui/react";
import { MARK_KEYS, MarkSign, Ring } from "./mark-sign.tsx";

/** What the signs of the board mean. */
export const Legend = () => (
  <Flex gap="4" wrap="wrap" mt="3" fontSize="sm" color="soft" align="center">
    {MARK_KEYS.map(({ mark, name }) => (
      <Flex key={mark} align="center" gap="1.5">
        <MarkSign mark={mark} size={16} /> {name}
      </Flex>
    ))}
    <Flex align="center" gap="1">
      <Ring
        mark="alone"
        reached={[
          { layer: "steps", weeksAgo: 0 },
          { layer: "count", weeksAgo: 0 },
          { layer: "partner", weeksAgo: 0 },
        ]}
        size={30}
      />
      <Text>one arc a layer, steps at the top, then round</Text>
    </Flex>
    <Text>pale: long ago</Text>
    <Text>a dot: not seen</Text>
  </Flex>
);
