import { beatsAfter, clicksBetween, type Loop, loopPosition, type Ticks } from "@map-step/core/time";
import { useCallback, useEffect, useRef, useState } from "react";

/** What a click track is played with. */
export interface TransportSettings {
  readonly loop: Loop;
  /** Beats per minute as they are heard, slowed already. */
  readonly bpm: number;
  /** Counts of the music until it begins again with 1. */
  readonly cycle: number;
  readonly accents: ReadonlySet<number>;
  readonly sound: boolean;
  /** Counts of the music that sound; all where nothing is said. */
  readonly sounding?: ReadonlySet<number> | undefined;
  /** Beats that are counted in before the first; none where nothing is said. */
  readonly countIn?: number | undefined;
}

export interface Transport {
  readonly playing: boolean;
  /** Where the loop stands, in ticks from count 1. */
  readonly position: Ticks;
  /** The count of the music, from 1; null while it is silent. */
  readonly musicCount: number | null;
  /** Beats until the first; 0 once it has begun. */
  readonly countingIn: number;
  /** When the first beat is heard, in milliseconds of the page's own clock, as events are stamped; null while silent. */
  readonly beganAt: number | null;
  readonly toggle: () => void;
  readonly seek: (position: Ticks) => void;
}

/** Clicks are handed to the sound card this long ahead, so that a busy page does not delay them. Seconds. */
const AHEAD = 0.12;
/** A hidden page is woken once a second at most. */
const AHEAD_HIDDEN = 1.6;
const EVERY_MS = 25;
/** Time to get ready between pressing and the first beat. */
const LEAD_IN = 0.15;

/** One short tone, higher and louder on an accent. */
function strike(context: AudioContext, at: number, accent: boolean): void {
  const tone = context.createOscillator();
  const loudness = context.createGain();
  tone.frequency.value = accent ? 1568 : 1047;
  loudness.gain.setValueAtTime(accent ? 0.5 : 0.22, at);
  loudness.gain.exponentialRampToValueAtTime(0.001, at + 0.06);
  tone.connect(loudness).connect(context.destination);
  tone.start(at);
  tone.stop(at + 0.07);
}

/** The clock of the sound card where it runs, in seconds; that of the page where it does not. */
const clockOf = (context: AudioContext | null): (() => number) =>
  context?.state === "running" ? () => context.currentTime : () => performance.now() / 1000;

/** Seconds from handing a sound over until it is heard, as far as the browser knows. */
const delayOf = (context: AudioContext | null): number =>
  context?.state === "running" ? (context.outputLatency ?? context.baseLatency ?? 0) : 0;

/**
 * Plays a loop in time, by the clock of the sound card. A change of tempo, loop or accents while it plays begins the loop
 * anew. Sound is made only after somebody pressed a button, as browsers want it.
 */
export function useTransport({
  loop,
  bpm,
  cycle,
  accents,
  sound,
  sounding,
  countIn = 0,
}: TransportSettings): Transport {
  const [playing, setPlaying] = useState(false);
  const [position, setPosition] = useState<Ticks>(loop.from);
  const [musicCount, setMusicCount] = useState<number | null>(null);
  const [countingIn, setCountingIn] = useState(0);
  const [beganAt, setBeganAt] = useState<number | null>(null);
  const audio = useRef<AudioContext | null>(null);

  const seek = useCallback((to: Ticks) => {
    setPlaying(false);
    setPosition(to);
  }, []);
  const toggle = useCallback(() => {
    audio.current ??= typeof AudioContext === "undefined" ? null : new AudioContext();
    const begin = () => setPlaying((before) => !before);
    // The clock of the sound card stands still until it is woken.
    if (audio.current && audio.current.state !== "running") void audio.current.resume().then(begin, begin);
    else begin();
  }, []);

  useEffect(() => () => void audio.current?.close(), []);
  const { from, to } = loop;
  useEffect(() => {
    setPosition((before) => (before < from || before > to ? from : before));
  }, [from, to]);
  useEffect(() => {
    if (!playing) return;
    const context = audio.current;
    const now = clockOf(context);
    const began = now() + LEAD_IN + (countIn * 60) / bpm;
    setBeganAt(performance.now() + (began - now() + delayOf(context)) * 1000);
    // Beats before the first are counted in; all of them sound.
    let clicked = -countIn;
    let frame = 0;
    const hand = () => {
      const ahead = beatsAfter(now() - began + (document.hidden ? AHEAD_HIDDEN : AHEAD), bpm);
      if (ahead <= clicked) return;
      const clicks = clicksBetween(clicked + countIn, ahead + countIn, cycle, accents);
      for (const { beat: index } of clicks) {
        const beat = index - countIn;
        const count = (((beat % cycle) + cycle) % cycle) + 1;
        if (!sound || !context || (beat >= 0 && sounding && !sounding.has(count))) continue;
        const at = began + (beat * 60) / bpm;
        strike(context, Math.max(context.currentTime, context.currentTime + at - now()), accents.has(count));
      }
      clicked = ahead;
    };
    const draw = () => {
      const beats = beatsAfter(now() - began, bpm);
      setCountingIn(beats < 0 ? Math.ceil(-beats) : 0);
      setPosition(loopPosition({ from, to }, Math.max(0, beats)));
      setMusicCount((Math.floor(Math.max(0, beats)) % cycle) + 1);
      frame = requestAnimationFrame(draw);
    };
    hand();
    const timer = window.setInterval(hand, EVERY_MS);
    document.addEventListener("visibilitychange", hand);
    frame = requestAnimationFrame(draw);
    return () => {
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", hand);
      cancelAnimationFrame(frame);
      setMusicCount(null);
      setCountingIn(0);
      setBeganAt(null);
    };
  }, [playing, from, to, bpm, cycle, accents, sound, sounding, countIn]);

  return { playing, position, musicCount, countingIn, beganAt, toggle, seek };
}
