import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";

interface Props {
  readonly cautions: readonly string[];
  /** Show moves say so when nobody has written their cautions. */
  readonly show?: boolean;
}

/** The cautions of what is danced here, with the word that they are general. Nothing where there are none. */
export function Care({ cautions, show = false }: Props) {
  if (cautions.length === 0 && !show) return null;
  return (
    <Box bg="apricotWash" borderLeftWidth="4px" borderColor="apricot" borderRadius="md" p="4">
      <Flex align="center" gap="2" mb="1">
        <TriangleAlert size={18} aria-hidden />
        <Heading as="h2" size="md">
          Take care
        </Heading>
      </Flex>
      {cautions.length === 0 ? (
        <Text fontWeight="600">This show move has no cautions yet. Write them before it is taught.</Text>
      ) : (
        <Box as="ul" listStyleType="disc" pl="5">
          {cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </Box>
      )}
      <Text fontSize="sm" mt="2">
        General guidance. The venue's rules, local codes and licensed practitioners come first; either partner
        may decline.
      </Text>
    </Box>
  );
}
