import { Box, Button, Flex, Heading, Skeleton, Stack, Text } from "@chakra-ui/react";
import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { type ApiError, errorText } from "./api.ts";

/** Nothing here yet: says what belongs here and offers the way to it. */
export function Empty({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action?: ReactNode;
}) {
  return (
    <Flex
      direction="column"
      align="flex-start"
      gap="2"
      p="6"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="rule"
      borderRadius="lg"
    >
      <Heading as="h2" size="md">
        {title}
      </Heading>
      <Text color="soft" maxW="60ch">
        {children}
      </Text>
      {action}
    </Flex>
  );
}

export function Failed({ error, retry }: { error: unknown; retry?: () => void }) {
  return (
    <Box role="alert" p="6" bg="brickWash" borderRadius="lg" borderLeftWidth="4px" borderColor="brick">
      <Heading as="h2" size="md" mb="1">
        This could not be opened
      </Heading>
      <Text mb={retry ? "3" : "0"}>{errorText(error)}</Text>
      {retry ? <Button onClick={retry}>Try again</Button> : null}
    </Box>
  );
}

/** A page that broke or could not be fetched: says so and offers to load it again. */
export const PageFailed = () => (
  <Box p="6">
    <Failed error={null} retry={() => window.location.reload()} />
  </Box>
);

export function Loading() {
  return (
    <Stack gap="4" role="status" aria-busy="true" aria-label="Opening">
      <Skeleton height="9" width="40%" />
      <Skeleton height="40" />
      <Skeleton height="24" />
    </Stack>
  );
}

type Read<T> = Pick<UseQueryResult<T, ApiError>, "data" | "error" | "refetch">;
type Values<Q extends readonly Read<unknown>[]> = { [K in keyof Q]: Q[K] extends Read<infer T> ? T : never };

/** Shows what was read once all of it is here; until then that it is on its way, or why it is not. */
export function Loaded<const Q extends readonly Read<unknown>[]>({
  all,
  children,
}: {
  all: Q;
  children: (...values: Values<Q>) => ReactNode;
}) {
  const failed = all.find(({ error, data }) => error && data === undefined);
  if (failed) return <Failed error={failed.error} retry={() => void failed.refetch()} />;
  if (all.some(({ data }) => data === undefined)) return <Loading />;
  return children(...(all.map(({ data }) => data) as Values<Q>));
}
