import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Modal } from "../../kit/dialog.tsx";
import type { Found } from "./places.ts";
import { useSearchOverAll } from "./use-search.ts";

function Line({ found, here, onGo }: { found: Found; here: boolean; onGo: () => void }) {
  const { key, kind, name, of } = found;
  return (
    <Flex
      role="option"
      id={`found ${key}`}
      aria-selected={here}
      justify="space-between"
      gap="3"
      px="3"
      py="1.5"
      borderRadius="md"
      bg={here ? "pineWash" : undefined}
      cursor="pointer"
      _hover={{ bg: "pineWash" }}
      onClick={onGo}
    >
      <Box minW="0">
        <Text fontWeight="600">{name}</Text>
        {of ? (
          <Text color="soft" fontSize="sm">
            {of}
          </Text>
        ) : null}
      </Box>
      <Text color="soft" fontSize="sm" flexShrink="0">
        {kind}
      </Text>
    </Flex>
  );
}

/** Finds everything in the studio by its words, and goes there. */
export function SearchDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [asked, setAsked] = useState("");
  const [at, setAt] = useState(0);
  const { found, ready } = useSearchOverAll(asked);
  const here = found[Math.min(at, found.length - 1)];
  const go = (to: string) => {
    onClose();
    void navigate(to);
  };
  const step = (by: number) =>
    setAt((now) => (Math.min(now, found.length - 1) + by + found.length) % Math.max(1, found.length));
  return (
    <Modal open title="Search" onClose={onClose} size="lg">
      <Input
        autoFocus
        bg="panel"
        role="combobox"
        aria-label="Search everything"
        aria-expanded={found.length > 0}
        aria-controls="found"
        aria-autocomplete="list"
        {...(here ? { "aria-activedescendant": `found ${here.key}` } : {})}
        placeholder="A figure, a cue, a call such as triple step, a person, a lesson, something to do"
        value={asked}
        onChange={({ target }) => {
          setAsked(target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown") step(1);
          else if (event.key === "ArrowUp") step(-1);
          else if (event.key === "Enter" && here) go(here.to);
          else return;
          event.preventDefault();
        }}
      />
      <Box role="listbox" id="found" aria-label="Found" mt="2" minH="14rem">
        {found.map((one) => (
          <Line key={one.key} found={one} here={one === here} onGo={() => go(one.to)} />
        ))}
      </Box>
      <Text color="soft" fontSize="sm" role="status">
        {!ready
          ? "Reading the studio …"
          : asked.trim() !== "" && found.length === 0
            ? "Nothing is called so, or nearly so."
            : "Arrow keys choose, Enter opens. The key / opens this from any page."}
      </Text>
    </Modal>
  );
}
