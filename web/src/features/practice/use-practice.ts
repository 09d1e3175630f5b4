import { type Role, writtenRoles } from "@map-step/core/notation";
import { climb, LADDER, type LadderState, tapsDue, withinBounds } from "@map-step/core/practice";
import { callSheet, roundOf } from "@map-step/core/sequence";
import { TICKS_PER_BEAT } from "@map-step/core/time";
import { useEffect, useMemo, useState } from "react";
import { type Music, useTransport, useVoice } from "../../kit/play/index.ts";
import { useRemembered } from "../../kit/remembered.ts";
import { MODES, type Mode, TEMPO_BOUNDS } from "./modes.ts";
import type { PracticeProps } from "./practice-props.ts";
import { useCaller, useCallerSettings } from "./use-caller.ts";
import { useOwnMusic } from "./use-own-music.ts";
import { usePulseSettings } from "./use-pulse-settings.ts";
import { useTaps } from "./use-taps.ts";

/** A run without an end, for what is decided round by round. */
const ENDLESS = { from: 0, to: Number.MAX_SAFE_INTEGER };

/** What the device's voice says. */
export const SPOKEN = ["nothing", "counts", "figures"] as const;
export type Spoken = (typeof SPOKEN)[number];

/** What is tapped: every step of a role, or the counts that are accented. */
export const TAP_ON = ["steps", "accents"] as const;
type TapOn = (typeof TAP_ON)[number];

/** Everything that is chosen and measured while somebody practises. */
export function usePractice({ figure, dance, bpm: start, routine, drill }: PracticeProps) {
  const [mode, setMode] = useState<Mode>("hear");
  const [bpm, setBpm] = useState(start);
  const [rung, setRung] = useState<LadderState>({ bpm: start, inARow: 0 });
  const [speed, setSpeed] = useState(1);
  const [spoken, setSpoken] = useRemembered<Spoken>("practice-voice", "nothing");
  const [delay, setDelay] = useRemembered("tap-delay", 0);
  const roles = writtenRoles(figure);
  const [role, setRole] = useState<Role>(roles[0] ?? "leader");
  const [tapOn, setTapOn] = useState<TapOn>("steps");
  const isTapped = mode === "tap" || mode === "ladder";
  const settings = usePulseSettings(figure, dance, mode === "clap");
  const own = useOwnMusic();
  const { music: opened } = own;
  const ownBpm = opened?.bpm ?? null;
  const heard = mode === "ladder" ? rung.bpm : ownBpm === null ? bpm : ownBpm * speed;
  const music = useMemo(
    (): Music | null =>
      opened && ownBpm !== null
        ? { element: opened.element, bpm: ownBpm, first: opened.first, rate: heard / ownBpm }
        : null,
    [opened, ownBpm, heard],
  );
  const isCalled = mode === "caller" || mode === "vary";
  const loop = useMemo(
    () => (isCalled ? ENDLESS : { from: 0, to: figure.length }),
    [isCalled, figure.length],
  );
  const transport = useTransport({ loop, bpm: heard, pulse: settings.pulse, sound: true, music });
  const callerSettings = useCallerSettings({ mode, dance, routine, drill });
  const caller = useCaller(callerSettings, mode, transport.beats);
  const { accents } = settings.pulse;
  const due = useMemo(
    () => tapsDue(figure, tapOn === "steps" ? { steps: role } : { counts: accents }),
    [figure, tapOn, role, accents],
  );
  const taps = useTaps({
    swung: dance.swung,
    beganAt: transport.beganAt,
    due,
    length: figure.length,
    bpm: heard,
    delay,
    isOn: isTapped,
    onRound: (timing) => {
      if (mode !== "ladder") return;
      setRung((before) => climb(before, withinBounds(timing, LADDER), { ...LADDER, most: TEMPO_BOUNDS.max }));
    },
  });
  const { tap } = taps;
  const { playing, musicCount, countingIn } = transport;
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
  const voice = useVoice();
  const { say } = voice;
  useEffect(() => {
    if (spoken === "counts" && musicCount !== null && countingIn === 0) say(String(musicCount));
  }, [spoken, musicCount, countingIn, say]);
  const calls = useMemo(
    () =>
      routine
        ? callSheet(roundOf(routine.items, routine.figureOf), routine.phraseBeats).map((call) => ({
            beat: call.saidAt,
            text: `${routine.nameOf(call.figureId)}${call.times > 1 ? ` ×${call.times}` : ""}`,
          }))
        : [],
    [routine],
  );
  const modes = MODES.filter(
    (one) =>
      (one !== "caller" || routine !== undefined) && (one !== "vary" || (drill?.figures.length ?? 0) > 1),
  );
  return {
    mode,
    setMode,
    modes,
    isTapped,
    roles,
    role,
    setRole,
    tapOn,
    setTapOn,
    settings,
    tempo: { bpm, setBpm, heard, inARow: rung.inARow },
    transport,
    taps: { ...taps, delay, setDelay },
    caller: { ...caller, isSpoken: spoken === "figures" },
    music: { own, speed, setSpeed },
    voice,
    spoken,
    setSpoken,
    beats: figure.length / TICKS_PER_BEAT,
    calls,
  };
}

export type PracticeState = ReturnType<typeof usePractice>;
