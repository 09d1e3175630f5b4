import { Box, type BoxProps, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { type ReactNode, useEffect } from "react";

interface FrameProps {
  readonly children: ReactNode;
  readonly maxW: BoxProps["maxW"];
}

/** The sheet on which something stands that is read without signing in: on a phone, on paper. */
export const PublicFrame = ({ children, maxW }: FrameProps) => (
  <Box px={{ base: "2", md: "8" }} py={{ base: "4", md: "10" }} _print={{ p: "0" }}>
    <Box
      as="main"
      bg="panel"
      maxW={maxW}
      mx="auto"
      px={{ base: "5", md: "12" }}
      py={{ base: "6", md: "10" }}
      borderRadius="lg"
      borderWidth="1px"
      borderColor="rule"
      fontSize={{ md: "lg" }}
      _print={{ border: "none", bg: "white", p: "0", fontSize: "11pt" }}
    >
      {children}
    </Box>
  </Box>
);

interface HeadProps {
  readonly studioName: string;
  readonly title: string;
  readonly about: string;
}

/** Whose it is, what it is called, and a line about it; the browser's tab says it too. */
export function PublicHead({ studioName, title, about }: HeadProps) {
  useEffect(() => {
    document.title = `${title} · ${studioName}`;
  }, [title, studioName]);
  return (
    <>
      <Text color="soft" fontSize="sm">
        {studioName}
      </Text>
      <Heading as="h1" size={{ base: "2xl", md: "4xl" }} mt="1" lineHeight="1.1">
        {title}
      </Heading>
      <Text color="soft" mt="1" mb="6">
        {about}
      </Text>
    </>
  );
}

/** What comes before everything that is danced, and paper. */
export const PublicFoot = () => (
  <Flex mt="8" pt="4" borderTopWidth="1px" borderColor="rule" justify="space-between" gap="4" align="center">
    <Text color="soft" fontSize="sm">
      General guidance for practice. The venue's rules, local codes and licensed practitioners come first.
    </Text>
    <Button className="no-print" size="sm" variant="outline" onClick={() => window.print()}>
      Print
    </Button>
  </Flex>
);

/** Whether a link leads nowhere: refused, unknown, or cut off. */
export const isDeadLink = (status: number | undefined): boolean => [400, 404, 422].includes(status ?? 0);
