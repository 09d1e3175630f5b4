import { Flex, type FlexProps } from "@chakra-ui/react";

/** A slip of paper laid above a page: something to know before going on. */
export const Slip = (props: FlexProps) => (
  <Flex
    bg="panel"
    borderLeftWidth="4px"
    borderColor="plumSolid"
    borderRadius="md"
    px="3"
    py="2"
    mb="4"
    gap="3"
    align="center"
    justify="space-between"
    wrap="wrap"
    {...props}
  />
);
