import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { formatFigure, type Role, type Step } from "@map-step/core/notation";
import { rhythmOfTaps, spokenCount, type TappedRhythm, TICKS_PER_BEAT } from "@map-step/core/time";
import { type KeyboardEvent, useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";

/** A step on each tap, with the feet in turn; what each does is given afterwards. */
function asSteps({ onsets, beats }: TappedRhythm, role: Role, dance: DanceRecord): string {
  const feet = role === "leader" ? (["L", "R"] as const) : (["R", "L"] as const);
  const steps = onsets.map((onset, at): Step => ({ onset, foot: feet[at % 2] ?? "L", action: "place" }));
  return formatFigure({ length: beats * TICKS_PER_BEAT, steps: { [role]: steps } }, dance);
}

interface Props {
  readonly dance: DanceRecord;
  readonly role: Role;
  readonly onDone: (notation: string) => void;
  readonly onClose: () => void;
}

/** Taps on the space bar or the screen become counts; the feet are given on the ribbon afterwards. */
export function TapIt({ dance, role, onDone, onClose }: Props) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const rhythm = useMemo(() => rhythmOfTaps(taps, dance), [taps, dance]);
  const tap = (at: number) => setTaps([...taps, at]);
  const keys = (event: KeyboardEvent) => {
    if (event.key !== " " || event.repeat) return;
    event.preventDefault();
    tap(event.timeStamp);
  };
  return (
    <Modal
      open
      title="Tap the rhythm"
      onClose={onClose}
      foot={
        <Flex gap="2">
          <Button variant="outline" onClick={() => setTaps([])} disabled={taps.length === 0}>
            Once more
          </Button>
          <Button
            disabled={!rhythm}
            onClick={() => {
              if (rhythm) onDone(asSteps(rhythm, role, dance));
            }}
          >
            Give the feet
          </Button>
        </Flex>
      }
    >
      <Text mb="3">
        Tap every step once, on the space bar or here, as at {dance.slowestBpm} to {dance.fastestBpm} beats a
        minute. The first tap is count 1.
      </Text>
      <Button
        w="full"
        h="9rem"
        fontSize="2xl"
        variant="outline"
        onKeyDown={keys}
        onPointerDown={(event) => tap(event.timeStamp)}
      >
        {taps.length === 0 ? "Tap here" : `${taps.length} ${taps.length === 1 ? "tap" : "taps"}`}
      </Button>
      <Box minH="4rem" mt="3" aria-live="polite">
        {rhythm ? (
          <>
            <Text fontFamily="heading" fontSize="2xl" fontWeight="700">
              {rhythm.onsets.map(spokenCount).join(" ")}
            </Text>
            <Text color="soft" fontSize="sm">
              Nearest to {rhythm.bpm} beats a minute, an estimate. The length can be changed in the text.
            </Text>
          </>
        ) : (
          <Text color="soft" fontSize="sm">
            {taps.length < 2
              ? "Two taps make a rhythm."
              : "These taps are too close to each other. Once more?"}
          </Text>
        )}
      </Box>
    </Modal>
  );
}
