import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { type Fault, faultText } from "@map-step/core/notation";
import { useState } from "react";
import { NewElement } from "../dances/new-element.tsx";
import { NewHold } from "../dances/new-hold.tsx";
import { useMay } from "../session/session.tsx";

interface FaultsProps {
  readonly dance: DanceRecord;
  readonly faults: readonly Fault[];
  readonly onShow: (fault: Fault) => void;
  /** Puts the word that was probably meant in the place of the fault. */
  readonly onReplace: (fault: Fault, word: string) => void;
}

/** A hold that the text names and the dance does not have, as the fault tells of it. */
const unknownHold = ({ found, expected }: Fault): string | null =>
  /a hold of this dance/.test(expected) ? found.replace(/["“”„]/g, "").trim() : null;

/** A name that nobody knows yet, where something that is danced should stand. */
const unknownName = ({ found, expected }: Fault): string | null =>
  expected.startsWith("an action such as") && /^\p{L}[\p{L}-]{2,}$/u.test(found) ? found : null;

/** What cannot be read, each with a click to its place and what may help. */
export function Faults({ faults, dance, onShow, onReplace }: FaultsProps) {
  const mayAdd = useMay("dances.write");
  const [newHold, setNewHold] = useState<string | null>(null);
  const [newElement, setNewElement] = useState<string | null>(null);
  return (
    <Box aria-live="polite">
      <Stack as="ul" gap="1" mt="2" listStyleType="none" hidden={faults.length === 0}>
        {faults.map((fault) => (
          <Box as="li" key={`${fault.line}:${fault.column}:${fault.expected}`}>
            <Button
              size="sm"
              variant="plain"
              height="auto"
              p="2"
              bg="brickWash"
              color="ink"
              whiteSpace="normal"
              textAlign="left"
              fontWeight="400"
              onClick={() => onShow(fault)}
            >
              <Text>
                <Text as="span" fontWeight="700" className="numbers">
                  Line {fault.line}, column {fault.column}:{" "}
                </Text>
                {faultText(fault)}
              </Text>
            </Button>
            <Flex gap="2" mt="1" wrap="wrap">
              {fault.suggestion ? (
                <Button size="xs" variant="outline" onClick={() => onReplace(fault, fault.suggestion ?? "")}>
                  Write {fault.suggestion}
                </Button>
              ) : null}
              {mayAdd && unknownName(fault) ? (
                <Button size="xs" variant="outline" onClick={() => setNewElement(unknownName(fault))}>
                  What is {unknownName(fault)}? Say its steps
                </Button>
              ) : null}
              {mayAdd && unknownHold(fault) ? (
                <Button size="xs" variant="outline" onClick={() => setNewHold(unknownHold(fault))}>
                  Add it to the holds
                </Button>
              ) : null}
            </Flex>
          </Box>
        ))}
      </Stack>
      {newElement === null ? null : (
        <NewElement dance={dance} name={newElement} onClose={() => setNewElement(null)} />
      )}
      {newHold === null ? null : <NewHold dance={dance} name={newHold} onClose={() => setNewHold(null)} />}
    </Box>
  );
}
