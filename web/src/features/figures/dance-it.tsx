import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { countedFrom } from "@map-step/core/figure";
import { type Figure, type Role, stepsOf, writtenRoles } from "@map-step/core/notation";
import { barsPerMinute, TICKS_PER_BEAT } from "@map-step/core/time";
import { Pause, Play } from "lucide-react";
import { useMemo, useState } from "react";
import { usePieces } from "../../kit/call-words.tsx";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { TextField } from "../../kit/fields.tsx";
import { Panel } from "../../kit/page.tsx";
import {
  CountLine,
  CountSelect,
  type FloorCamera,
  FloorView,
  LoopSelect,
  loopOf,
  numbered,
  SPEEDS,
  useTransport,
} from "../../kit/play/index.ts";
import { useRemembered } from "../../kit/remembered.ts";
import { CountRibbon, type Layers } from "../../kit/ribbon/index.ts";

const LAYERS = [
  { value: "feet", label: "Feet" },
  { value: "rhythm", label: "Slow & quick" },
  { value: "counts", label: "Counts" },
  { value: "call", label: "Call" },
] as const;
const SLOWEST = 30;
const FASTEST = 300;

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly dance: DanceRecord;
  readonly bpm: number;
  readonly onBpm: (bpm: number) => void;
}

interface TempoProps extends Pick<Props, "bpm" | "onBpm"> {
  /** As it is played, at the speed chosen. */
  readonly heard: number;
  readonly meter: number;
}

function Tempo({ bpm, heard, meter, onBpm }: TempoProps) {
  return (
    <Flex gap="3" align="flex-end" wrap="wrap">
      <Box w="9rem">
        <TextField
          label="Beats per minute"
          type="number"
          size="sm"
          min={SLOWEST}
          max={FASTEST}
          value={bpm || ""}
          onChange={({ target }) => onBpm(Number(target.value))}
        />
      </Box>
      <Text color="soft" fontSize="sm" pb="1.5" className="numbers">
        {barsPerMinute(heard, meter)} bars per minute
      </Text>
    </Flex>
  );
}

interface HeardProps {
  readonly cycle: number;
  readonly accents: readonly number[];
  readonly onAccents: (accents: readonly number[]) => void;
  readonly sound: boolean;
  readonly onSound: (sound: boolean) => void;
}

/** What of the pulse is heard, and louder. */
function Heard({ cycle, accents, onAccents, sound, onSound }: HeardProps) {
  return (
    <>
      <ChoiceButtons
        label="Accents"
        choices={numbered(cycle).map((count) => ({
          value: count,
          label: String(count),
          said: `Accent on ${count}`,
        }))}
        isChosen={(count) => accents.includes(count)}
        onChoose={(count) =>
          onAccents(accents.includes(count) ? accents.filter((one) => one !== count) : [...accents, count])
        }
      />
      <ChoiceButtons
        label="Click"
        choices={[{ value: "on", label: sound ? "sounds" : "silent" }]}
        isChosen={() => sound}
        onChoose={() => onSound(!sound)}
      />
    </>
  );
}

/** The figure in time: its ribbon in layers, the floor, the count and a click track. */
export function DanceIt({ figure: house, name, dance, bpm, onBpm }: Props) {
  const [from, setFrom] = useState(1);
  const figure = useMemo(() => countedFrom(house, from), [house, from]);
  const beats = figure.length / TICKS_PER_BEAT;
  const [layers, setLayers] = useRemembered<Layers>("ribbon-layers", {
    feet: true,
    rhythm: false,
    counts: true,
    call: true,
  });
  const pieces = usePieces(figure, dance);
  const cycle = dance.meter * 2;
  const [accents, setAccents] = useRemembered<readonly number[]>(`accents:${dance.name}`, [
    1,
    dance.meter + 1,
  ]);
  const [sound, setSound] = useRemembered("click-sound", true);
  const [speed, setSpeed] = useState(1);
  const [camera, setCamera] = useState<FloorCamera>("above");
  const roles = writtenRoles(figure);
  const [shown, setShown] = useState<Role | "both">("both");
  const [[first, last], setLoop] = useState<readonly [number, number]>([1, beats]);
  const free = figure.free === true || dance.freeTimed;
  const settings = useMemo(() => loopOf(figure, first, last), [figure, first, last]);
  const pulse = useMemo(() => ({ cycle, accents: new Set(accents) }), [cycle, accents]);
  const heard = Math.max(SLOWEST, Math.min(FASTEST, bpm || SLOWEST)) * speed;
  const { playing, position, musicCount, toggle, seek } = useTransport({
    loop: settings,
    bpm: heard,
    pulse,
    sound: sound && !free,
  });
  const onsets = [...new Set(roles.flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset)))].sort(
    (a, b) => a - b,
  );
  const stepBy = (way: 1 | -1) => {
    const next =
      way > 0 ? onsets.find((onset) => onset > position) : onsets.findLast((onset) => onset < position);
    seek(next ?? (way > 0 ? (onsets[0] ?? 0) : (onsets.at(-1) ?? 0)));
  };
  return (
    <Panel pb="5">
      <Flex gap="4" wrap="wrap" mb="3" justify="space-between">
        <ChoiceButtons
          label="On the ribbon"
          hideLabel
          choices={LAYERS}
          isChosen={(layer) => layers[layer] === true}
          onChoose={(layer) => setLayers({ ...layers, [layer]: !layers[layer] })}
        />
        {beats > 1 ? (
          <Flex gap="2" align="center" fontSize="sm" color="soft">
            count 1 on beat
            <CountSelect label="Count 1 on beat" value={from} counts={numbered(beats)} onChange={setFrom} />
          </Flex>
        ) : null}
      </Flex>
      <CountRibbon figure={figure} name={name} timing={dance} layers={layers} pieces={pieces} at={position} />
      <Flex gap="5" mt="4" direction={{ base: "column", md: "row" }} className="no-print">
        <Box flex="1" minW="0">
          <FloorView
            figure={figure}
            dance={dance}
            name={name}
            at={position}
            camera={camera}
            roles={shown === "both" ? roles : [shown]}
          />
        </Box>
        <Stack gap="2.5" flex="1" minW="0">
          <CountLine figure={figure} at={position} />
          <Flex gap="2" wrap="wrap" align="center">
            <Button onClick={toggle}>
              {playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
              {playing ? "Stop" : "Play"}
            </Button>
            <Button variant="outline" onClick={() => stepBy(-1)}>
              Previous count
            </Button>
            <Button variant="outline" onClick={() => stepBy(1)}>
              Next count
            </Button>
            <Text color="soft" fontSize="sm" className="numbers" aria-live="off">
              {musicCount === null || free ? "" : `music ${musicCount}`}
            </Text>
          </Flex>
          {free ? (
            <Text color="soft" fontSize="sm">
              No fixed beat: the speed is only for watching.
            </Text>
          ) : null}
          <Tempo bpm={bpm} heard={heard} meter={dance.meter} onBpm={onBpm} />
          <ChoiceButtons label="Speed" choices={SPEEDS} isChosen={(s) => s === speed} onChoose={setSpeed} />
          <LoopSelect beats={beats} loop={[first, last]} onLoop={setLoop} />
          <Heard cycle={cycle} accents={accents} onAccents={setAccents} sound={sound} onSound={setSound} />
          <ChoiceButtons
            label="Seen"
            choices={[
              { value: "above" as FloorCamera, label: "from above" },
              ...roles.map((role) => ({ value: role as FloorCamera, label: `behind the ${role}` })),
            ]}
            isChosen={(choice) => choice === camera}
            onChoose={setCamera}
          />
          {roles.length > 1 ? (
            <ChoiceButtons
              label="Dancers"
              choices={[
                { value: "both" as Role | "both", label: "both" },
                ...roles.map((role) => ({ value: role as Role | "both", label: role })),
              ]}
              isChosen={(choice) => choice === shown}
              onChoose={setShown}
            />
          ) : null}
        </Stack>
      </Flex>
    </Panel>
  );
}
