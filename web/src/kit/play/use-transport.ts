import { type Pulse, pulseBetween } from "@map-step/core/practice";
import { beatsAfter, type Loop, loopPosition, type Ticks } from "@map-step/core/time";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { clockOf, clockOfMusic, type Music, startMusic } from "./clock.ts";
import { strike } from "./strike.ts";

/** What a click track is played with. */
export interface TransportSettings {
  readonly loop: Loop;
  /** Beats per minute as they are heard, slowed already. */
  readonly bpm: number;
  readonly pulse: Pulse;
  readonly sound: boolean;
  /** Music of one's own, whose beats are followed; clicks alone where there is none. */
  readonly music?: Music | null;
}

export interface Transport {
  readonly playing: boolean;
  /** Where the loop stands, in ticks from count 1. */
  readonly position: Ticks;
  /** Beats since the first, in part too; below 0 while it is counted in, `null` while it is silent. */
  readonly beats: number | null;
  /** The count of the music, from 1; null while it is silent. */
  readonly musicCount: number | null;
  /** Beats until the first; 0 once it has begun. */
  readonly countingIn: number;
  /** When the first beat is heard, in milliseconds of the page's own clock, as events are stamped; null while silent. */
  readonly beganAt: number | null;
  readonly toggle: () => void;
  readonly seek: (position: Ticks) => void;
}

/** Clicks are handed to the sound card this long ahead, so that a slow phone does not delay them. Seconds. */
const AHEAD = 0.6;
/** A hidden page is woken once a second at most. */
const AHEAD_HIDDEN = 1.6;
const EVERY_MS = 25;
/** No more sounds than these are handed over before they begin. */
const MOST_WAITING = 32;
/** A sound card that is not awake by then is gone without. */
const WAKE_MS = 500;
/** Music that begins late moves its beats; less than this is the unrest of its clock. */
const MOVED_MS = 15;

/** The pulse of a dance as it is played where nothing else is chosen: two bars, each begun with an accent. */
export const usePulse = (meter: number, countIn = 0): Pulse =>
  useMemo(() => ({ cycle: meter * 2, accents: new Set([1, meter + 1]), countIn }), [meter, countIn]);

/** Wakes the sound card, whose clock stands still until somebody pressed a button. */
const awake = (context: AudioContext): Promise<unknown> =>
  Promise.race([context.resume(), new Promise((done) => setTimeout(done, WAKE_MS))]);

/**
 * Plays a loop in time, by the clock of the sound card or of the music. A change of tempo, loop or pulse while it plays
 * begins the loop anew. Sound is made only after somebody pressed a button, as browsers want it.
 */
export function useTransport({ loop, bpm, pulse, sound, music = null }: TransportSettings): Transport {
  const [playing, setPlaying] = useState(false);
  const [position, setPosition] = useState<Ticks>(loop.from);
  const [beats, setBeats] = useState<number | null>(null);
  const [beganAt, setBeganAt] = useState<number | null>(null);
  const audio = useRef<AudioContext | null>(null);

  const seek = useCallback((to: Ticks) => {
    setPlaying(false);
    setPosition(to);
  }, []);
  const toggle = useCallback(() => {
    audio.current ??= typeof AudioContext === "undefined" ? null : new AudioContext();
    const begin = () => setPlaying((before) => !before);
    if (audio.current && audio.current.state !== "running") void awake(audio.current).then(begin, begin);
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
    const { countIn = 0 } = pulse;
    let clock = clockOf(context, (countIn * 60) / bpm);
    let handed = -countIn;
    let [frame, timer] = [0, 0];
    let waiting: readonly (() => void)[] = [];
    let isOver = false;
    const hand = () => {
      const { now, began, delay } = clock;
      const heardAt = performance.now() + (began - now() + delay) * 1000;
      // The sound card keeps its time; only music may begin later than it was asked to.
      setBeganAt((before) =>
        before !== null && (!music || Math.abs(before - heardAt) < MOVED_MS) ? before : heardAt,
      );
      const ahead = beatsAfter(now() - began + (document.hidden ? AHEAD_HIDDEN : AHEAD), bpm);
      if (ahead <= handed) return;
      if (sound && context)
        for (const { beat, kind } of pulseBetween(handed, ahead, pulse, bpm)) {
          const at = context.currentTime + began + (beat * 60) / bpm - now();
          waiting = [
            ...waiting.slice(-MOST_WAITING),
            strike(context, Math.max(context.currentTime, at), kind),
          ];
        }
      handed = ahead;
    };
    const draw = () => {
      const { now, began } = clock;
      const gone = beatsAfter(now() - began, bpm);
      setBeats(gone);
      setPosition(loopPosition({ from, to }, Math.max(0, gone)));
      frame = requestAnimationFrame(draw);
    };
    const begin = () => {
      if (isOver) return;
      hand();
      timer = window.setInterval(hand, EVERY_MS);
      document.addEventListener("visibilitychange", hand);
      frame = requestAnimationFrame(draw);
    };
    const stop = () => setPlaying(false);
    if (music) {
      clock = clockOfMusic(music);
      music.element.addEventListener("ended", stop);
      startMusic(music, (countIn * 60) / music.bpm).then(begin, stop);
    } else begin();
    return () => {
      isOver = true;
      for (const takeBack of waiting) takeBack();
      music?.element.pause();
      music?.element.removeEventListener("ended", stop);
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", hand);
      cancelAnimationFrame(frame);
      setBeats(null);
      setBeganAt(null);
    };
  }, [playing, from, to, bpm, pulse, sound, music]);

  return {
    playing,
    position,
    beats,
    musicCount: beats === null ? null : (Math.floor(Math.max(0, beats)) % pulse.cycle) + 1,
    countingIn: beats !== null && beats < 0 ? Math.ceil(-beats) : 0,
    beganAt,
    toggle,
    seek,
  };
}
