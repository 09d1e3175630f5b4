import { Box, Flex, Text } from "@chakra-ui/react";
import { TickField } from "../../kit/fields.tsx";
import { Marked } from "../../kit/marked.tsx";
import type { ProposedChange } from "./judge.ts";

interface Props {
  readonly changes: readonly ProposedChange[];
  readonly chosen: ReadonlySet<string>;
  /** Missing where nothing is chosen any more. */
  readonly onChoose?: ((key: string, on: boolean) => void) | undefined;
}

const Side = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <Box flex="1" minW="12rem">
    <Text color="soft" fontSize="sm">
      {name}
    </Text>
    <Text whiteSpace="pre-wrap" className="numbers">
      {children}
    </Text>
  </Box>
);

/** What a proposal changes, thing by thing: as it is, and as it would be. */
export const Changes = ({ changes, chosen, onChoose }: Props) => (
  <Box as="ul" listStyleType="none" aria-label="Changes">
    {changes.map(({ key, label, now, next, changedSince }) => (
      <Box as="li" key={key} py="3" borderTopWidth="1px" borderColor="rule">
        {onChoose ? (
          <TickField label={label} checked={chosen.has(key)} onChange={(on) => onChoose(key, on)} />
        ) : (
          <Text fontWeight="600">{label}</Text>
        )}
        <Flex gap="4" mt="1" wrap="wrap">
          <Side name={changedSince ? "Now; changed since it was proposed" : "Now"}>{now || "nothing"}</Side>
          <Side name="Proposed">
            <Marked text={next} other={now} />
          </Side>
        </Flex>
      </Box>
    ))}
  </Box>
);
