import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { type Figure, type Role, writtenRoles } from "@map-step/core/notation";
import {
  climb,
  LADDER,
  type LadderState,
  tapsDue,
  timingInWords,
  withinBounds,
} from "@map-step/core/practice";
import { barsPerMinute, TICKS_PER_BEAT, type Ticks } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { Pause, Play } from "lucide-react";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { CountLine, numbered, useTransport } from "../../kit/play/index.ts";
import { useRemembered } from "../../kit/remembered.ts";
import { SmallInput } from "../../kit/small-input.tsx";
import { TapPicture } from "./tap-picture.tsx";
import { useTaps } from "./use-taps.ts";

const MODES = [
  { value: "hear", label: "Hear" },
  { value: "clap", label: "Clap the silent counts" },
  { value: "tap", label: "Tap" },
  { value: "ladder", label: "Ladder" },
] as const;
type Mode = (typeof MODES)[number]["value"];

const ABOUT: Readonly<Record<Mode, string>> = {
  hear: "Pulse, bars and phrases, with the counts that you accent.",
  clap: "Only the counts that you choose sound; clap the others.",
  tap: "Tap on every step: the space bar, a click, or a finger on the large field.",
  ladder: `Tap as before. After ${LADDER.rounds} rounds in a row that are close to the beat the tempo rises by ${LADDER.step}.`,
};

const [SLOWEST, FASTEST] = [30, 300];
const clamp = (bpm: number): number => Math.max(SLOWEST, Math.min(FASTEST, Math.round(bpm) || SLOWEST));

interface Props {
  readonly name: string;
  readonly figure: Figure;
  readonly dance: DanceRecord;
  /** The tempo to begin with, in beats per minute. */
  readonly bpm: number;
  /** Draws what is danced, with a moment pointed at. */
  readonly draw: (at: Ticks | undefined) => ReactNode;
}

/** The count trainer: to hear, to clap, to tap against the beat, and to climb. */
export function Practice({ name, figure, dance, bpm: start, draw }: Props) {
  const cycle = dance.meter * 2;
  const [mode, setMode] = useState<Mode>("hear");
  const [bpm, setBpm] = useState(start);
  const [rung, setRung] = useState<LadderState>({ bpm: start, inARow: 0 });
  const [accents, setAccents] = useRemembered<readonly number[]>(`accents:${dance.id}`, [1, dance.meter + 1]);
  const [sounding, setSounding] = useState<readonly number[]>([1, dance.meter + 1]);
  const roles = writtenRoles(figure);
  const [role, setRole] = useState<Role>(roles[0] ?? "leader");
  const [delay, setDelay] = useRemembered("tap-delay", 0);
  const isTapped = mode === "tap" || mode === "ladder";
  const heard = mode === "ladder" ? rung.bpm : bpm;
  const loop = useMemo(() => ({ from: 0, to: figure.length }), [figure.length]);
  const accented = useMemo(() => new Set(accents), [accents]);
  const sounds = useMemo(() => (mode === "clap" ? new Set(sounding) : undefined), [mode, sounding]);
  const { playing, position, musicCount, countingIn, beganAt, toggle } = useTransport({
    loop,
    bpm: heard,
    cycle,
    accents: accented,
    sound: true,
    sounding: sounds,
    countIn: dance.meter,
  });
  const due = useMemo(() => tapsDue(figure, { steps: role }), [figure, role]);
  const { tap, count, result } = useTaps({
    beganAt,
    due,
    length: figure.length,
    bpm: heard,
    delay,
    isOn: isTapped,
    onRound: (timing) => {
      if (mode !== "ladder") return;
      setRung((before) => climb(before, withinBounds(timing, LADDER), { ...LADDER, most: FASTEST }));
    },
  });
  useEffect(() => {
    if (!isTapped || !playing) return;
    const press = (event: KeyboardEvent) => {
      if (event.code !== "Space" || event.repeat) return;
      event.preventDefault();
      tap(event.timeStamp);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [isTapped, playing, tap]);
  const choose = (list: readonly number[], one: number) =>
    list.includes(one) ? list.filter((other) => other !== one) : [...list, one].sort((a, b) => a - b);
  const counts = numbered(cycle).map((value) => ({ value, label: String(value) }));
  return (
    <Stack gap="4">
      <Panel>
        <ChoiceButtons
          label="Practise by"
          hideLabel
          choices={MODES}
          isChosen={(one) => one === mode}
          onChoose={setMode}
        />
        <Text color="soft" fontSize="sm" mt="1" mb="3">
          {ABOUT[mode]}
        </Text>
        <Flex gap="4" wrap="wrap" align="flex-end" mb="3">
          {mode === "ladder" ? (
            <Text className="numbers" fontWeight="700">
              {rung.bpm} beats a minute, {counted(rung.inARow, "round")} in a row
            </Text>
          ) : (
            <SmallInput
              label="Beats a minute"
              type="number"
              min={SLOWEST}
              max={FASTEST}
              value={bpm}
              onChange={({ target }) => setBpm(clamp(Number(target.value)))}
            />
          )}
          <Text color="soft" fontSize="sm" className="numbers">
            {barsPerMinute(heard, dance.meter)} bars per minute
          </Text>
          {mode === "clap" ? (
            <ChoiceButtons
              label="Sound"
              choices={counts}
              isChosen={(one) => sounding.includes(one)}
              onChoose={(one) => setSounding(choose(sounding, one))}
            />
          ) : (
            <ChoiceButtons
              label="Accents"
              choices={counts}
              isChosen={(one) => accents.includes(one)}
              onChoose={(one) => setAccents(choose(accents, one))}
            />
          )}
          {isTapped && roles.length > 1 ? (
            <ChoiceButtons
              label="Steps of"
              choices={roles.map((value) => ({ value, label: value }))}
              isChosen={(one) => one === role}
              onChoose={setRole}
            />
          ) : null}
        </Flex>
        {draw(playing && countingIn === 0 ? position : undefined)}
        <Flex gap="4" mt="3" align="center" wrap="wrap">
          <Button size="lg" onClick={toggle} aria-label={`${playing ? "Stop" : "Start"} ${name}`}>
            {playing ? <Pause aria-hidden /> : <Play aria-hidden />}
            {playing ? "Stop" : "Start"}
          </Button>
          <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1" minW="3rem" aria-hidden>
            {countingIn > 0 ? `–${countingIn}` : (musicCount ?? "")}
          </Text>
          {playing ? <CountLine figure={figure} at={position} /> : null}
        </Flex>
        {isTapped && playing ? (
          <Button
            mt="3"
            w="full"
            h="8rem"
            variant="outline"
            fontSize="2xl"
            data-began-at={beganAt}
            onPointerDown={(event) => tap(event.timeStamp)}
          >
            Tap here: {counted(count, "tap")}
          </Button>
        ) : null}
      </Panel>
      {isTapped && result ? (
        <Panel as="section" aria-label="How it went" aria-live="polite">
          <PanelTitle>How it went</PanelTitle>
          <Heading as="h3" size="md" mb="2">
            {timingInWords(result.timing)}
          </Heading>
          <TapPicture tapped={result} />
          <Flex gap="3" mt="2" align="center" wrap="wrap">
            <Button
              size="sm"
              variant="outline"
              onClick={() => setDelay(Math.round(delay + result.timing.offset))}
            >
              That was on the beat: allow for this device
            </Button>
            <Text fontSize="sm" color="soft">
              {delay === 0
                ? "Nothing is allowed for yet."
                : `${delay} ms are allowed for; that stays on this device.`}
            </Text>
            {delay === 0 ? null : (
              <Button size="sm" variant="ghost" onClick={() => setDelay(0)}>
                Allow for nothing
              </Button>
            )}
          </Flex>
        </Panel>
      ) : null}
      <Box fontSize="sm" color="soft">
        {counted(figure.length / TICKS_PER_BEAT, "count")} a round.
      </Box>
    </Stack>
  );
}
