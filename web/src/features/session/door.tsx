import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A count ribbon in small: 1 2 3 & 4. */
const COUNTS = [
  { beat: "1", width: 34 },
  { beat: "2", width: 34 },
  { beat: "3", width: 17 },
  { beat: "&", width: 17 },
  { beat: "4", width: 34 },
];

/** The page before the studio is open: what this is on the left, the form on the right. */
export function Door({ title, about, children }: { title: string; about: ReactNode; children: ReactNode }) {
  return (
    <Flex minH="100dvh" direction={{ base: "column", md: "row" }}>
      <Flex
        direction="column"
        justify="center"
        bg="rail"
        color="onSolid"
        flex={{ md: "0 0 42%" }}
        px={{ base: "6", md: "12" }}
        py={{ base: "8", md: "12" }}
      >
        <Text fontFamily="heading" fontWeight="700" fontSize={{ base: "3xl", md: "6xl" }} lineHeight="0.95">
          Map
          <br />
          Step
        </Text>
        <Text mt="4" maxW="34ch" fontSize="lg">
          Plan the course, teach the night, write the recap, check what stayed.
        </Text>
        <Flex mt="8" gap="1.5" align="center" aria-hidden="true">
          {COUNTS.map(({ beat, width }) => (
            <Box
              key={beat}
              h="4"
              w={`${width}px`}
              borderRadius="full"
              bg={beat === "3" ? "apricot" : "pine2"}
            />
          ))}
        </Flex>
      </Flex>
      <Flex direction="column" justify="center" flex="1" px={{ base: "6", md: "16" }} py="10">
        <Box as="main" w="full" maxW="30rem">
          <Heading as="h1" size="3xl">
            {title}
          </Heading>
          <Text color="soft" mt="1" mb="6">
            {about}
          </Text>
          {children}
        </Box>
      </Flex>
    </Flex>
  );
}
