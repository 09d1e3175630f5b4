import { type GridPoint, type TapTiming, tapGrid, tapTiming } from "@map-step/core/practice";
import { millisecondsAt, type Ticks } from "@map-step/core/time";
import { useCallback, useEffect, useEffectEvent, useRef, useState } from "react";

interface Options {
  /** When count 1 is heard, in milliseconds of the page's clock; `null` while nothing plays. */
  readonly beganAt: number | null;
  /** Ticks of one round at which a tap is due, and its length. */
  readonly due: readonly Ticks[];
  readonly length: Ticks;
  readonly bpm: number;
  /** Whether what lies between two beats moves with the tempo. */
  readonly swung: boolean;
  /** The device's own delay, in milliseconds, which is taken away. */
  readonly delay: number;
  /** Whether taps are wanted now. */
  readonly isOn: boolean;
  /** Told of every round that was tapped through. */
  readonly onRound: (timing: TapTiming) => void;
}

/** What was tapped so far, against the moments that have gone by. */
export interface Tapped {
  readonly timing: TapTiming;
  readonly grid: readonly GridPoint[];
  readonly taps: readonly number[];
}

/** Milliseconds after the end of a round within which a late tap still belongs to it. */
const GRACE = 250;

/** Takes taps with their own time stamps, and judges each round when it is over. */
export function useTaps({ beganAt, due, length, bpm, swung, delay, isOn, onRound }: Options) {
  const taps = useRef<number[]>([]);
  const [count, setCount] = useState(0);
  const [result, setResult] = useState<Tapped | null>(null);
  const tellRound = useEffectEvent(onRound);

  const judge = useCallback(
    (rounds: number, begin: number): Tapped => {
      const grid = tapGrid(due, length, bpm, begin, rounds, swung);
      const own = taps.current.map((at) => at - delay);
      return { timing: tapTiming(own, grid), grid, taps: own };
    },
    [due, length, bpm, swung, delay],
  );
  // Music that begins late moves the beats, not what was tapped.
  const beganNow = useEffectEvent(() => beganAt);
  const isPlaying = beganAt !== null;
  useEffect(() => {
    if (!isPlaying || !isOn) return;
    taps.current = [];
    setCount(0);
    setResult(null);
    const roundMs = millisecondsAt(length, bpm);
    let judged = 0;
    const timer = window.setInterval(() => {
      const beginAt = beganNow();
      if (beginAt === null) return;
      const over = Math.floor((performance.now() - delay - GRACE - beginAt) / roundMs);
      if (over <= judged) return;
      judged = over;
      const whole = judge(over, beginAt);
      setResult(whole);
      const [from, to] = [beginAt + (over - 1) * roundMs, beginAt + over * roundMs];
      const own = whole.taps.filter((at) => at >= from - roundMs / 16 && at < to - roundMs / 16);
      tellRound(tapTiming(own, tapGrid(due, length, bpm, from, 1, swung)));
    }, 100);
    return () => window.clearInterval(timer);
  }, [isPlaying, isOn, due, length, bpm, swung, delay, judge]);

  /** @param at when it was tapped, as the event is stamped */
  const tap = useCallback(
    (at: number) => {
      if (beganAt === null || !isOn) return;
      taps.current.push(at);
      setCount(taps.current.length);
    },
    [beganAt, isOn],
  );
  return { tap, count, result };
}
