import { Stack, Text } from "@chakra-ui/react";

/** What is wrong with a file as a whole. */
export const FileFaults = ({ faults }: { faults: readonly string[] }) =>
  faults.length === 0 ? null : (
    <Stack gap="1" mt="3" role="alert">
      {faults.map((fault) => (
        <Text key={fault} bg="brickWash" borderRadius="md" p="2">
          {fault}
        </Text>
      ))}
    </Stack>
  );
