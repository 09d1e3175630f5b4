import { Button, Flex, Text } from "@chakra-ui/react";

/** Says that what was typed before and never saved is here again. */
export const KeptNotice = ({ onDiscard }: { onDiscard: () => void }) => (
  <Flex
    role="status"
    bg="pineWash"
    borderRadius="md"
    px="4"
    py="2"
    mb="4"
    align="center"
    justify="space-between"
    gap="3"
  >
    <Text>Your unsaved changes from before are here.</Text>
    <Button size="sm" variant="outline" bg="panel" onClick={onDiscard}>
      Throw them away
    </Button>
  </Flex>
);
