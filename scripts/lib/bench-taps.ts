import { tapTiming } from "@map-step/core/practice";
import { numbersFrom } from "./numbers.ts";

const RUNS = 200;

/** What is measured of generated taps, beside what they were made with; printed beside the bars. */
export function benchTaps(): void {
  const next = numbersFrom(9);
  const unit = () => next(1_000_000) / 1_000_000;
  /** A normal deviate (Box and Muller, 1958). */
  const normal = () => Math.sqrt(-2 * Math.log(unit() + 1e-9)) * Math.cos(2 * Math.PI * unit());
  let [offsetOff, spreadOff, ms] = [0, 0, 0];
  for (let run = 0; run < RUNS; run++) {
    const gap = 350 + next(500);
    const grid = Array.from({ length: 64 }, (_, at) => ({ at: at * gap, count: String((at % 8) + 1) }));
    const [offset, spread] = [next(160) - 80, 5 + next(25)];
    const kept = grid
      .filter(() => next(12) > 0)
      .map((point) => ({ ...point, off: offset + spread * normal() }));
    const taps = kept.map(({ at, off }) => at + off);
    const extra = grid.filter(() => next(30) === 0).map(({ at }) => at + gap / 2 + offset);
    const start = performance.now();
    const found = tapTiming([...taps, ...extra], grid);
    ms += performance.now() - start;
    const mean = kept.reduce((sum, { off }) => sum + off, 0) / kept.length;
    const sd = Math.sqrt(kept.reduce((sum, { off }) => sum + (off - mean) ** 2, 0) / (kept.length - 1));
    offsetOff = Math.max(offsetOff, Math.abs(found.offset - mean));
    spreadOff = Math.max(spreadOff, Math.abs(found.spread - sd) / sd);
  }
  console.log(
    `\n${RUNS} generated rows of taps, some left out and some too many: offset ${offsetOff.toFixed(3)} ms off at most (bar 1), spread ${(100 * spreadOff).toFixed(1)} % off at most (bar 5), ${(ms / RUNS).toFixed(2)} ms each`,
  );
}
