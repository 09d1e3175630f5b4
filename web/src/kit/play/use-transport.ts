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
}

export interface Transport {
  readonly playing: boolean;
  /** Where the loop stands, in ticks from count 1. */
  readonly position: Ticks;
  /** The count of the music, from 1; null while it is silent. */
  readonly musicCount: number | null;
  readonly toggle: () => void;
  readonly seek: (position: Ticks) => void;
}

/** Clicks are handed to the sound card this long ahead, so that a busy page does not delay them. */
const AHEAD_SECONDS = 0.12;
/** Time to get ready between pressing and the first beat. */
const LEAD_IN_SECONDS = 0.15;

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

/**
 * Plays a loop in time. A change of tempo, loop or accents while it plays begins the loop anew.
 * Sound is made only after somebody pressed a button, as browsers want it.
 */
export function useTransport({ loop, bpm, cycle, accents, sound }: TransportSettings): Transport {
  const [playing, setPlaying] = useState(false);
  const [position, setPosition] = useState<Ticks>(loop.from);
  const [musicCount, setMusicCount] = useState<number | null>(null);
  const audio = useRef<AudioContext | null>(null);

  const seek = useCallback((to: Ticks) => {
    setPlaying(false);
    setPosition(to);
  }, []);
  const toggle = useCallback(() => {
    audio.current ??= typeof AudioContext === "undefined" ? null : new AudioContext();
    void audio.current?.resume();
    setPlaying((before) => !before);
  }, []);

  useEffect(() => () => void audio.current?.close(), []);
  const { from, to } = loop;
  useEffect(() => {
    setPosition((before) => (before < from || before > to ? from : before));
  }, [from, to]);
  useEffect(() => {
    if (!playing) return;
    const began = performance.now() / 1000 + LEAD_IN_SECONDS;
    let clicked = 0;
    let frame = 0;
    const step = () => {
      const now = performance.now() / 1000;
      const beats = Math.max(0, beatsAfter(now - began, bpm));
      const ahead = beatsAfter(now - began + AHEAD_SECONDS, bpm);
      if (ahead > clicked) {
        for (const click of clicksBetween(clicked, ahead, cycle, accents)) {
          const context = audio.current;
          const delay = began + (click.beat * 60) / bpm - now;
          if (sound && context) strike(context, context.currentTime + Math.max(0, delay), click.accent);
        }
        clicked = ahead;
      }
      setPosition(loopPosition({ from, to }, beats));
      setMusicCount((Math.floor(beats) % cycle) + 1);
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => {
      cancelAnimationFrame(frame);
      setMusicCount(null);
    };
  }, [playing, from, to, bpm, cycle, accents, sound]);

  return { playing, position, musicCount, toggle, seek };
}
