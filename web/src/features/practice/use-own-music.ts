import { type SteadyTempo, steadyTempo } from "@map-step/core/practice";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask } from "../../workers/ask.ts";
import { TEMPO_RATE } from "../../workers/tempo-rate.ts";

/** Music of one's own, as it was opened. It never leaves the device. */
export interface OwnMusic {
  readonly name: string;
  readonly element: HTMLAudioElement;
  /** `null` until it is found or tapped. */
  readonly bpm: number | null;
  /** The beat on which 1 is counted, in seconds from its beginning. */
  readonly first: number;
  /** What was found in it; `null` while it is looked for or where there is none. */
  readonly found: SteadyTempo | null;
  readonly isLooking: boolean;
}

/** A file that is open, with what has to be let go of. */
interface Opened {
  readonly url: string;
  readonly element: HTMLAudioElement;
  readonly abort: AbortController;
}

/** Longer files would fill the memory of a phone. */
const MOST_BYTES = 60 * 1024 * 1024;
/** So much of the music is looked through, in seconds. */
const LOOKED_THROUGH = 90;

const openWorker = () =>
  new Worker(new URL("../../workers/tempo.worker.ts", import.meta.url), { type: "module" });

/** The sound of a file in one channel, as the finder needs it. */
async function samplesOf(file: File): Promise<Float32Array> {
  const context = new OfflineAudioContext(1, 1, TEMPO_RATE);
  const sound = await context.decodeAudioData(await file.arrayBuffer());
  const samples = new Float32Array(Math.min(sound.length, LOOKED_THROUGH * TEMPO_RATE));
  for (let channel = 0; channel < sound.numberOfChannels; channel++)
    sound
      .getChannelData(channel)
      .subarray(0, samples.length)
      .forEach((sample, at) => {
        samples[at] = (samples[at] ?? 0) + sample / sound.numberOfChannels;
      });
  return samples;
}

/** Opens a sound file, finds its beat, and lets it be set by hand. */
export function useOwnMusic() {
  const [music, setMusic] = useState<OwnMusic | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const opened = useRef<Opened | null>(null);
  const [tapped, setTapped] = useState<readonly number[]>([]);

  const close = useCallback(() => {
    opened.current?.abort.abort();
    opened.current?.element.pause();
    if (opened.current) URL.revokeObjectURL(opened.current.url);
    opened.current = null;
    setTapped([]);
    setMusic(null);
  }, []);
  useEffect(() => close, [close]);

  const open = useCallback(
    async (file: File) => {
      close();
      setFault(null);
      if (file.size > MOST_BYTES) {
        setFault(`${file.name} is larger than 60 MB. Choose a shorter piece.`);
        return;
      }
      const url = URL.createObjectURL(file);
      const own: Opened = { url, element: new Audio(url), abort: new AbortController() };
      opened.current = own;
      try {
        const samples = await samplesOf(file);
        if (opened.current !== own) return;
        const { element } = own;
        setMusic({ name: file.name, element, bpm: null, first: 0, found: null, isLooking: true });
        const found = await ask<Float32Array, SteadyTempo | null>(openWorker, samples, {
          signal: own.abort.signal,
        });
        setMusic((before) =>
          before?.element === element
            ? { ...before, found, isLooking: false, ...(found ? { bpm: found.bpm, first: found.first } : {}) }
            : before,
        );
      } catch {
        if (opened.current !== own) return;
        close();
        setFault(`${file.name} can't be read as sound. Try an MP3, WAV, OGG or M4A file.`);
      }
    },
    [close],
  );

  const set = useCallback((change: Partial<Pick<OwnMusic, "bpm" | "first">>) => {
    setMusic((before) => (before ? { ...before, ...change } : null));
  }, []);

  /** A beat that somebody tapped while it plays: from the fourth on they say tempo and first beat. */
  const tapBeat = useCallback(() => {
    if (!music) return;
    const { element } = music;
    if (element.paused) {
      setTapped([]);
      element.playbackRate = 1;
      void element.play();
      return;
    }
    const taps = [...tapped, element.currentTime];
    setTapped(taps);
    const steady = steadyTempo(taps, taps);
    if (steady) set({ bpm: steady.bpm, first: steady.first });
  }, [music, tapped, set]);
  const endTapping = useCallback(() => {
    music?.element.pause();
    setTapped([]);
  }, [music]);

  return { music, fault, open, close, set, tapBeat, endTapping, taps: tapped.length };
}
