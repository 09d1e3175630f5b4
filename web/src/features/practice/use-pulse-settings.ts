import { type Figure, stepsOf, writtenRoles } from "@map-step/core/notation";
import type { Offbeat, Pulse } from "@map-step/core/practice";
import { beatNumber, type Dance, TICKS_PER_BEAT, withinBeat } from "@map-step/core/time";
import { useMemo, useState } from "react";
import { numbered } from "../../kit/play/index.ts";
import { useRemembered } from "../../kit/remembered.ts";

/** The counts of a figure on which a slow step begins, which lasts as long as the dance says. */
export function slowCounts(figure: Figure, slowBeats: number): number[] {
  const slow = writtenRoles(figure).flatMap((role) => {
    const onsets = stepsOf(figure, role).map(({ onset }) => onset);
    return onsets.filter(
      (onset, index) =>
        onset >= 0 &&
        withinBeat(onset) === 0 &&
        (onsets[index + 1] ?? figure.length) - onset >= slowBeats * TICKS_PER_BEAT,
    );
  });
  return [...new Set(slow.map(beatNumber))].sort((a, b) => a - b);
}

export const toggled = (list: readonly number[], one: number): number[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one].sort((a, b) => a - b);

/** What sounds, as it was chosen last on this device. */
export function usePulseSettings(figure: Figure, dance: Dance, isClapped: boolean) {
  const bars = dance.meter * 2;
  const beats = Math.max(1, Math.round(figure.length / TICKS_PER_BEAT));
  const slows = useMemo(() => slowCounts(figure, dance.slowBeats), [figure, dance.slowBeats]);
  const presets = useMemo(
    () => [
      { name: `1 and ${dance.meter + 1}`, counts: [1, dance.meter + 1] },
      ...(dance.meter % 2 === 0
        ? [{ name: "2 and 4", counts: numbered(bars).filter((count) => count % 2 === 0) }]
        : []),
      { name: "none", counts: [] },
    ],
    [bars, dance.meter],
  );
  const [accents, setAccents] = useRemembered<readonly number[]>(`accents:${dance.name}`, [
    1,
    dance.meter + 1,
  ]);
  const [onSlows, setOnSlows] = useState(false);
  const [sounding, setSounding] = useState<readonly number[]>([1, dance.meter + 1]);
  const [between, setBetween] = useRemembered<Offbeat>(
    `between:${dance.name}`,
    dance.swung ? "swung" : "nothing",
  );
  // The slows are those of the figure, so that the counts go by its length then.
  const cycle = onSlows ? beats : bars;
  const pulse = useMemo(
    (): Pulse => ({
      cycle,
      accents: new Set(onSlows ? slows : accents),
      sounding: isClapped ? new Set(sounding) : undefined,
      between,
      countIn: dance.meter,
    }),
    [cycle, onSlows, slows, accents, isClapped, sounding, between, dance.meter],
  );
  return {
    pulse,
    counts: numbered(bars),
    presets,
    slows,
    accents,
    setAccents: (list: readonly number[]) => {
      setOnSlows(false);
      setAccents(list);
    },
    onSlows,
    setOnSlows,
    sounding,
    setSounding,
    between,
    setBetween,
  };
}

export type PulseSettings = ReturnType<typeof usePulseSettings>;
