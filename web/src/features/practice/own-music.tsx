import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { type OTHER_COUNTS, type SteadyTempo, surenessFor } from "@map-step/core/practice";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { SPEEDS } from "../../kit/play/index.ts";
import { SmallInput } from "../../kit/small-input.tsx";
import type { useOwnMusic } from "./use-own-music.ts";

const bpmShown = (bpm: number): number => Math.round(bpm * 100) / 100;

/** What a dance is danced to. */
type Usual = Parameters<typeof surenessFor>[1];

/** How far what was found can be trusted, in words. */
export function sureInWords(found: SteadyTempo, usual: Usual): string {
  const { heard, spread } = found;
  const sureness = surenessFor(found, usual);
  const head =
    sureness === "sure"
      ? "Found, and sure"
      : found.sureness === "sure"
        ? "Steady, but it may be counted otherwise: listen to the clicks"
        : sureness === "likely"
          ? "Found, and likely: listen to the clicks"
          : "A guess: listen to the clicks";
  return `${head}. Something begins on ${Math.round(heard * 100)} % of the beats, ${Math.round(spread * 1000)} ms from an even pulse.`;
}

/** Other ways to count the same music, as they are said. */
const COUNTS = [
  { times: 1 / 2, name: "× ½" },
  { times: 2 / 3, name: "× ⅔" },
  { times: 3 / 2, name: "× 1½" },
  { times: 2, name: "× 2" },
  { times: 3, name: "× 3" },
] as const satisfies readonly { readonly times: (typeof OTHER_COUNTS)[number]; readonly name: string }[];

interface Props {
  readonly own: ReturnType<typeof useOwnMusic>;
  /** What the dance is danced to. */
  readonly usual: Usual;
  readonly speed: number;
  readonly onSpeed: (speed: number) => void;
}

/** A sound file of one's own: its tempo, where 1 is, and how fast it is played. */
export function OwnMusicFields({
  own: { music, fault, open, close, set, tapBeat, endTapping, taps },
  usual,
  speed,
  onSpeed,
}: Props) {
  if (!music)
    return (
      <Flex gap="3" align="center" wrap="wrap" fontSize="sm">
        <Button asChild size="sm" variant="outline" bg="panel" cursor="pointer">
          <label>
            Own music …
            <Box asChild position="absolute" w="1px" h="1px" overflow="hidden" opacity="0">
              <input
                type="file"
                accept="audio/*"
                onChange={({ target }) => {
                  const [file] = target.files ?? [];
                  if (file) void open(file);
                  target.value = "";
                }}
              />
            </Box>
          </label>
        </Button>
        <Text color={fault ? "brick" : "soft"} role={fault ? "alert" : undefined}>
          {fault ?? "A sound file of yours; it stays on this device."}
        </Text>
      </Flex>
    );
  const { bpm, first, found, isLooking, name } = music;
  const beat = bpm === null ? 0 : 60 / bpm;
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="md" p="3">
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <Text fontWeight="700" truncate maxW="20rem">
          {name}
        </Text>
        <Text color="soft" fontSize="sm" aria-live="polite">
          {isLooking
            ? "Looking for its beat …"
            : found
              ? sureInWords(found, usual)
              : "No beat was found. Tap it, or say its tempo."}
        </Text>
        <Button size="xs" variant="ghost" ml="auto" onClick={close}>
          Close the file
        </Button>
      </Flex>
      <Flex gap="3" align="flex-end" wrap="wrap">
        <SmallInput
          label="Its beats a minute"
          type="number"
          step="0.01"
          value={bpm === null ? "" : bpmShown(bpm)}
          onChange={({ target }) => {
            const said = Number(target.value);
            if (said > 0) set({ bpm: said });
          }}
        />
        <Flex gap="1" role="group" aria-label="Count it at">
          {COUNTS.map(({ times, name: called }) => (
            <Button
              key={called}
              size="sm"
              px="2"
              variant="outline"
              disabled={bpm === null}
              onClick={() => bpm && set({ bpm: bpm * times })}
            >
              {called}
            </Button>
          ))}
        </Flex>
        <Button size="sm" variant="outline" onClick={tapBeat}>
          {taps > 0 ? `Tapped ${taps}` : "Tap its beat"}
        </Button>
        {taps > 0 ? (
          <Button size="sm" variant="ghost" onClick={endTapping}>
            Done
          </Button>
        ) : null}
        <SmallInput
          label="1 is at (seconds)"
          type="number"
          step="0.01"
          min="0"
          value={Math.round(first * 1000) / 1000}
          onChange={({ target }) => set({ first: Math.max(0, Number(target.value) || 0) })}
        />
        <Button
          size="sm"
          variant="outline"
          disabled={bpm === null || first < beat}
          onClick={() => set({ first: first - beat })}
        >
          1 a beat earlier
        </Button>
        <Button
          size="sm"
          variant="outline"
          disabled={bpm === null}
          onClick={() => set({ first: first + beat })}
        >
          1 a beat later
        </Button>
        <ChoiceButtons label="Speed" choices={SPEEDS} isChosen={(one) => one === speed} onChoose={onSpeed} />
      </Flex>
    </Box>
  );
}
