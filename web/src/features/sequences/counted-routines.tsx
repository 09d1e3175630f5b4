import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { asItems } from "./as-items.ts";
import { type Counting, PAGE } from "./use-count.ts";
import { grouped, itemsInWords } from "./words.ts";

interface Props {
  readonly counting: Counting;
  readonly nameOf: (id: string) => string;
  readonly mayEdit: boolean;
}

function AllOfThem({ counting, nameOf, mayEdit }: Props) {
  const { page, put, first, setFirst, total } = counting;
  return (
    <Box>
      <Box as="ol" listStyleType="none" aria-label="All of them, in order">
        {page.map(({ rank, one }) => (
          <Flex
            as="li"
            key={rank.toString()}
            gap="3"
            py="1"
            borderTopWidth="1px"
            borderColor="rule"
            align="baseline"
          >
            <Text className="numbers" color="soft" minW="5rem" textAlign="right">
              {grouped(rank + 1n)}
            </Text>
            <Text flex="1" fontSize="sm">
              {itemsInWords(asItems(one), nameOf)}
            </Text>
            {mayEdit ? (
              <Button size="xs" variant="ghost" onClick={() => put(one)}>
                Take it
              </Button>
            ) : null}
          </Flex>
        ))}
      </Box>
      <Flex gap="2" mt="1">
        <Button
          size="sm"
          variant="outline"
          disabled={first === 0n}
          onClick={() => setFirst(first > PAGE ? first - PAGE : 0n)}
        >
          Before
        </Button>
        <Button
          size="sm"
          variant="outline"
          disabled={first + PAGE >= total}
          onClick={() => setFirst(first + PAGE)}
        >
          Next
        </Button>
      </Flex>
    </Box>
  );
}

/** One that is dealt, and all of them in order. */
export function CountedRoutines(props: Props) {
  const { counting, nameOf, mayEdit } = props;
  const { deal, dealt, put } = counting;
  return (
    <Stack gap="2">
      <Flex gap="2" align="center" wrap="wrap">
        <Button size="sm" onClick={deal}>
          Deal one
        </Button>
        <Text color="soft" fontSize="sm">
          each is as likely as any other
        </Text>
      </Flex>
      {dealt ? (
        <Flex gap="3" align="center" justify="space-between" role="group" aria-label="Dealt">
          <Text fontWeight="600">{itemsInWords(asItems(dealt), nameOf)}</Text>
          {mayEdit ? (
            <Button size="sm" variant="outline" onClick={() => put(dealt)}>
              Take it
            </Button>
          ) : null}
        </Flex>
      ) : null}
      {counting.page.length > 0 ? <AllOfThem {...props} /> : null}
    </Stack>
  );
}
