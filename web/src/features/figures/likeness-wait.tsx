import { Box, Text } from "@chakra-ui/react";

/** While the library is compared: how far it has come. */
export const LikenessWait = ({ progress, failed }: { progress: number; failed: boolean }) =>
  failed ? (
    <Text color="brick">The figures could not be compared here. Reload the page to try again.</Text>
  ) : (
    <Box>
      <Text color="soft" fontSize="sm" mb="1.5">
        Comparing the figures of the library …
      </Text>
      <Box
        role="progressbar"
        aria-label="Comparing the figures"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(progress * 100)}
        h="2"
        bg="sunk"
        borderRadius="full"
        overflow="hidden"
      >
        <Box h="full" bg="pine2" width={`${Math.round(progress * 100)}%`} />
      </Box>
    </Box>
  );
