import { Button, Flex, Input, Text } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";

/** Words that the studio did not take, and how they are sent when they are mended. */
export interface Mending {
  readonly text: string;
  readonly send: (text: string) => void;
}

/** Something that the studio could not take, and what can be done about it. */
export interface RefusedLine {
  readonly order: number;
  readonly text: string;
  readonly again: () => void;
  readonly discard: () => void;
  readonly mend: Mending | null;
}

function MendForm({ text, send }: Mending) {
  const [mended, setMended] = useState(text);
  return (
    <Flex asChild gap="2" flexBasis="100%">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (mended.trim() !== "") send(mended.trim());
        }}
      >
        <Input
          size="sm"
          bg="panel"
          aria-label="What it should say"
          maxLength={500}
          value={mended}
          onChange={({ target }) => setMended(target.value)}
        />
        <Button size="sm" type="submit" disabled={mended.trim() === ""}>
          Send it so
        </Button>
      </form>
    </Flex>
  );
}

function Line({ text, again, discard, mend }: RefusedLine): ReactNode {
  const [mending, setMending] = useState(false);
  return (
    <Flex gap="3" align="center" wrap="wrap">
      <Text flex="1" minW="14rem">
        Not taken by the studio: {text}
      </Text>
      <Button size="sm" variant="outline" onClick={again}>
        Try again
      </Button>
      {mend && !mending ? (
        <Button size="sm" variant="outline" onClick={() => setMending(true)}>
          Mend it
        </Button>
      ) : null}
      <Button size="sm" variant="outline" onClick={discard}>
        Discard it
      </Button>
      {mend && mending ? <MendForm {...mend} /> : null}
    </Flex>
  );
}

/** What the studio could not take, with the reason; it stays here until somebody decides. */
export function RefusedList({ lines }: { lines: readonly RefusedLine[] }) {
  if (lines.length === 0) return null;
  return (
    <Flex
      role="alert"
      direction="column"
      gap="2"
      mb="4"
      p="3"
      bg="brickWash"
      borderLeftWidth="4px"
      borderColor="brick"
      borderRadius="md"
    >
      {lines.map((line) => (
        <Line key={line.order} {...line} />
      ))}
    </Flex>
  );
}
