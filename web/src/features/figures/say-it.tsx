import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { expandCall, type NotatedDance } from "@map-step/core/element";
import { countCall } from "@map-step/core/figure";
import { answerDoubt, faultText, type Role } from "@map-step/core/notation";
import { TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { type KeyboardEvent, useMemo, useState } from "react";
import { Doubts } from "./doubts.tsx";

interface Props {
  readonly role: Role;
  readonly dance: NotatedDance;
  /** Adds what is said behind what this role has. */
  readonly onSay: (words: string) => void;
}

/** One line to say a figure in: elements and actions in a row. Enter adds them. */
export function SayIt({ role, dance, onSay }: Props) {
  const [words, setWords] = useState("");
  const read = useMemo(
    () => (words.trim() === "" ? null : expandCall(`${role}\n${words}`, dance)),
    [words, role, dance],
  );
  const [fault] = read?.faults ?? [];
  const [doubt] = fault ? [] : (read?.doubts ?? []);
  const isReady = read !== null && fault === undefined && doubt === undefined;
  const say = () => {
    if (!isReady) return;
    onSay(words);
    setWords("");
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key !== "Enter") return;
    // The form around it is not saved by adding steps.
    event.preventDefault();
    say();
  };
  return (
    <Box flex="1" minW="16rem">
      <Flex gap="2">
        <Input
          aria-label="Say it"
          placeholder="rock step, triple step, triple step"
          bg="panel"
          value={words}
          onChange={({ target }) => setWords(target.value)}
          onKeyDown={keys}
          aria-invalid={fault !== undefined}
        />
        <Button variant="outline" onClick={say} disabled={!isReady}>
          Add
        </Button>
      </Flex>
      {doubt ? (
        <Doubts
          doubts={[doubt]}
          onChoose={(one, choice) =>
            setWords(answerDoubt(`${role}\n${words}`, one, choice).slice(role.length + 1))
          }
        />
      ) : null}
      <Text fontSize="sm" mt="1" color={fault ? "brick" : "soft"} aria-live="polite" minH="1.4em">
        {fault
          ? faultText(fault)
          : doubt
            ? "Choose how it is meant, then it can be added."
            : isReady
              ? `${counted(read.figure.length / TICKS_PER_BEAT, "beat")}: ${countCall(read.figure)}`
              : "Say it as in class. Counts and feet follow; Enter adds it."}
      </Text>
    </Box>
  );
}
