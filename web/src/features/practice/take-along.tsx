import { Button, Flex, Text } from "@chakra-ui/react";
import { type Pulse, practiceTrack, type TrackCall } from "@map-step/core/practice";
import { minutesAndSeconds } from "@map-step/core/time";
import { useEffect, useState } from "react";
import { download } from "../../kit/download.ts";
import { SmallInput } from "../../kit/small-input.tsx";
import { tellError } from "../../kit/toasts.ts";

interface Props {
  readonly name: string;
  readonly bpm: number;
  readonly meter: number;
  readonly pulse: Pulse;
  /** Beats of one round. */
  readonly beats: number;
  readonly calls: readonly TrackCall[];
}

const MOST_MINUTES = 30;

const filesOf = () => import("./track-files.ts");

/** The track as it is set, as a file to take along. */
export function TakeAlong({ name, bpm, meter, pulse, beats, calls }: Props) {
  const [rounds, setRounds] = useState(8);
  // Fetched while there is a network, so that files can be made without one.
  useEffect(() => void filesOf().catch(() => undefined), []);
  const track = practiceTrack({ bpm, meter, pulse, beats, rounds, calls });
  const minutes = track.seconds / 60;
  const save = async (as: "wav" | "mid") => {
    try {
      const { trackToMidi, trackToWav } = await filesOf();
      const bytes = as === "wav" ? trackToWav(track) : trackToMidi(track, name);
      const type = as === "wav" ? "audio/wav" : "audio/midi";
      download(`${name}, ${Math.round(bpm)}.${as}`, type, bytes);
    } catch (error) {
      tellError(error);
    }
  };
  const isLong = minutes > MOST_MINUTES;
  return (
    <Flex gap="3" align="flex-end" wrap="wrap">
      <SmallInput
        label="Rounds"
        type="number"
        min={1}
        max={99}
        value={rounds}
        onChange={({ target }) => setRounds(Math.max(1, Math.min(99, Math.round(Number(target.value)) || 1)))}
      />
      <Button size="sm" variant="outline" bg="panel" disabled={isLong} onClick={() => void save("wav")}>
        Sound file (WAV)
      </Button>
      <Button size="sm" variant="outline" bg="panel" disabled={isLong} onClick={() => void save("mid")}>
        MIDI file
      </Button>
      <Text fontSize="sm" color="soft">
        {isLong
          ? `More than ${MOST_MINUTES} minutes. Take fewer rounds.`
          : `${minutesAndSeconds(track.seconds)} with its count-in${calls.length > 0 ? "; figures are named where they are called" : ""}.`}
      </Text>
    </Flex>
  );
}
