import { Flex, type FlexProps } from "@chakra-ui/react";

interface Props extends FlexProps {
  /** It asks for something to be done, rather than to be known. */
  readonly calls?: boolean;
}

/** A slip of paper laid above a page: something to know, or to do, before going on. */
export const Slip = ({ calls = false, ...props }: Props) => (
  <Flex
    bg={calls ? "apricotWash" : "panel"}
    borderLeftWidth="4px"
    borderColor={calls ? "apricot" : "plumSolid"}
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
