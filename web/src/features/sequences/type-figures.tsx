import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { typedFigures } from "@map-step/core/sequence";
import { inWords } from "@map-step/core/words";
import { useState } from "react";
import { type Builder, newItemId } from "./use-builder.ts";

interface Props {
  readonly builder: Builder;
  /** Has the shortest routine found instead. */
  readonly onMake: () => void;
}

/** Figures put in by writing their names, at the place that is open or at the end, or found. */
export function TypeFigures({ builder, onMake }: Props) {
  const { library, actions, selected } = builder;
  const [text, setText] = useState("");
  const [unknown, setUnknown] = useState<readonly string[]>([]);
  const gap = selected !== null && "gap" in selected ? selected.gap : null;
  const put = () => {
    const read = typedFigures(text, library.names, newItemId);
    setUnknown(read.unknown);
    if (read.items.length > 0) actions.insert(gap?.after?.id ?? null, read.items);
    // What could not be read stays to be put right.
    setText(read.unknown.join(", "));
  };
  return (
    <Box mb="4" className="no-print">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          put();
        }}
      >
        <Flex gap="2" wrap="wrap">
          <Input
            flex="1"
            minW="14rem"
            bg="panel"
            aria-label="Write figures"
            list="figure-names"
            placeholder={`write figures: ${library.records
              .slice(0, 2)
              .map(({ name }) => name)
              .join(" x2, ")}`}
            value={text}
            aria-invalid={unknown.length > 0}
            onChange={({ target }) => {
              setText(target.value);
              setUnknown([]);
            }}
          />
          <Button type="submit" variant="outline" bg="panel" disabled={text.trim() === ""}>
            {gap?.after ? `Put before ${library.nameOf(gap.after.figureId)}` : "Put at the end"}
          </Button>
          <Button onClick={onMake}>Make it for me</Button>
        </Flex>
      </form>
      <datalist id="figure-names">
        {library.records.map(({ id, name }) => (
          <option key={id} value={name} />
        ))}
      </datalist>
      {unknown.length > 0 ? (
        <Text role="alert" color="brick" fontSize="sm" mt="1">
          {library.dance.name} has no figure called {inWords(unknown.map((name) => `“${name}”`))}, or more
          than one begins so.
        </Text>
      ) : null}
    </Box>
  );
}
