import { Box, Flex } from "@chakra-ui/react";
import { asTheyAre, Select } from "../select.tsx";

/** How fast a figure is played, as a share of its tempo. */
export const SPEEDS = [
  { value: 0.5, label: "half speed" },
  { value: 0.75, label: "three quarters" },
  { value: 1, label: "full" },
];

export const numbered = (most: number) => Array.from({ length: most }, (_, index) => index + 1);

interface CountSelectProps {
  readonly label: string;
  readonly value: number;
  readonly counts: readonly number[];
  readonly onChange: (count: number) => void;
}

export const CountSelect = ({ label, value, counts, onChange }: CountSelectProps) => (
  <Select
    label={label}
    value={String(value)}
    onChange={(count) => onChange(Number(count))}
    choices={asTheyAre(counts.map(String))}
    size="xs"
    width="4.2rem"
  />
);

interface LoopSelectProps {
  readonly beats: number;
  readonly loop: readonly [first: number, last: number];
  readonly onLoop: (loop: readonly [first: number, last: number]) => void;
  /** Among other choices in one line, where its name needs no column of its own. */
  readonly inline?: boolean;
}

/** From which count to which a figure is played again and again. */
export const LoopSelect = ({ beats, loop: [first, last], onLoop, inline = false }: LoopSelectProps) => (
  <Flex gap="2" align="center" fontSize="sm">
    <Box color="soft" w={inline ? "auto" : "4.5rem"}>
      Loop
    </Box>
    <CountSelect
      label="Loop from count"
      value={first}
      counts={numbered(last)}
      onChange={(count) => onLoop([count, last])}
    />
    to
    <CountSelect
      label="Loop to count"
      value={last}
      counts={numbered(beats).filter((count) => count >= first)}
      onChange={(count) => onLoop([first, count])}
    />
  </Flex>
);
