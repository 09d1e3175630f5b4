/** Music of one's own, as an element that plays it. */
export interface Music {
  readonly element: HTMLAudioElement;
  /** Its own beats per minute, and its first beat in seconds from its beginning. */
  readonly bpm: number;
  readonly first: number;
  /** How fast it is played, as a share of its own tempo. */
  readonly rate: number;
}

/** What beats are held against: seconds that run on, and when the first beat falls on them. */
export interface Clock {
  readonly now: () => number;
  readonly began: number;
  /** Seconds from handing a sound over until it is heard, as far as the browser knows. */
  readonly delay: number;
}

/** Time to get ready between pressing and the first beat. */
const LEAD_IN = 0.15;

const latencyOf = (context: AudioContext): number => context.outputLatency ?? context.baseLatency ?? 0;

/**
 * The clock of the sound card where it runs, that of the page where it does not.
 * @param before seconds that are counted in before the first beat
 */
export function clockOf(context: AudioContext | null, before: number): Clock {
  const running = context?.state === "running" ? context : null;
  const now = running ? () => running.currentTime : () => performance.now() / 1000;
  return { now, began: now() + LEAD_IN + before, delay: running ? latencyOf(running) : 0 };
}

/** The clock of music that plays, in seconds as they are heard. */
export const clockOfMusic = ({ element, first, rate }: Music): Clock => ({
  now: () => element.currentTime / rate,
  began: first / rate,
  delay: 0,
});

/** Puts music where so many of its own seconds lie before its first beat, and starts it. */
export async function startMusic({ element, first, rate }: Music, before: number): Promise<void> {
  element.preservesPitch = true;
  element.playbackRate = rate;
  element.currentTime = Math.max(0, first - before);
  await element.play();
}
