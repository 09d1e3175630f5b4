import { Box, type BoxProps, Flex, Heading, Text } from "@chakra-ui/react";
import { type ReactNode, useEffect } from "react";

/** Names the browser's tab for as long as a page is open. */
function useTabTitle(title: string): void {
  useEffect(() => {
    const before = document.title;
    document.title = `${title} · Map Step`;
    return () => {
      document.title = before;
    };
  }, [title]);
}

/**
 * The head of a page: its name, a line about it, and what can be done here.
 * @param props.tab the name of the browser's tab and of the sheet of paper, which have to say more than the title on its page
 */
export function PageHead({
  title,
  tab = title,
  about,
  children,
}: {
  title: string;
  tab?: string;
  about?: ReactNode;
  children?: ReactNode;
}) {
  useTabTitle(tab);
  return (
    <Flex as="header" align="flex-end" justify="space-between" gap="4" wrap="wrap" mb="4">
      <Box minW="0">
        <Heading as="h1" size="2xl" lineHeight="1.15">
          {title === tab ? (
            title
          ) : (
            <>
              <Box as="span" className="no-print">
                {title}
              </Box>
              {/* On paper nothing beside it says what it belongs to. */}
              <Box as="span" display="none" _print={{ display: "inline" }}>
                {tab}
              </Box>
            </>
          )}
        </Heading>
        {about ? (
          <Text as="div" color="soft" fontSize="sm" mt="0.5">
            {about}
          </Text>
        ) : null}
      </Box>
      <Flex gap="2" wrap="wrap" className="no-print">
        {children}
      </Flex>
    </Flex>
  );
}

/** A phone on its side, or a screen at 400 %: nothing may keep a share of its height for itself. */
export const SHORT_SCREEN = "@media (max-height: 26rem)";

/** A sheet of paper on the ground. */
export const Panel = (props: BoxProps) => (
  <Box bg="panel" borderWidth="1px" borderColor="rule" borderRadius="lg" p="4" {...props} />
);

export function PanelTitle({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <Flex align="baseline" justify="space-between" gap="3" mb="2" _print={{ breakAfter: "avoid" }}>
      <Heading as="h2" size="md">
        {children}
      </Heading>
      {aside}
    </Flex>
  );
}

/** Stands beside what it explains, and stays in sight while that is scrolled. */
export function Aside({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Panel
      as="aside"
      aria-label={label}
      className="no-print"
      w={{ base: "full", lg: "296px" }}
      flexShrink="0"
      alignSelf="flex-start"
      position={{ lg: "sticky" }}
      top="4"
      maxH={{ lg: "calc(100dvh - 2rem)" }}
      overflowY="auto"
    >
      {children}
    </Panel>
  );
}
