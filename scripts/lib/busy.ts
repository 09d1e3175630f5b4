import { readFileSync } from "node:fs";
import { loadavg } from "node:os";

interface Spent {
  readonly mine: number;
  readonly idle: number;
  readonly stolen: number;
  readonly all: number;
}

const TICKS_PER_SECOND = 100;

/** What the processors did since they started, and this process of it, in their own ticks (`proc(5)`). */
function spent(): Spent {
  const [user = 0, nice = 0, system = 0, idle = 0, wait = 0, irq = 0, softIrq = 0, stolen = 0] = (
    readFileSync("/proc/stat", "utf8").split("\n")[0] ?? ""
  )
    .split(/\s+/)
    .slice(1)
    .map(Number);
  const own = process.cpuUsage();
  return {
    mine: ((own.user + own.system) / 1e6) * TICKS_PER_SECOND,
    idle: idle + wait,
    stolen,
    all: user + nice + system + idle + wait + irq + softIrq + stolen,
  };
}

/**
 * Watches what else the machine does while something is measured.
 * @returns how busy it was since the last time that was asked: by others, and by neighbours on the same host
 * @example
 * const busy = watchMachine();
 * work();
 * busy(); // "load 1.2, 4 % others, 0 % stolen"
 */
export function watchMachine(): () => string {
  let before = spent();
  return () => {
    const now = spent();
    const all = Math.max(1, now.all - before.all);
    const share = (ticks: number) => `${Math.max(0, Math.round((100 * ticks) / all))} %`;
    const stolen = now.stolen - before.stolen;
    const others = all - (now.idle - before.idle) - stolen - (now.mine - before.mine);
    before = now;
    return `load ${(loadavg()[0] ?? 0).toFixed(1)}, ${share(others)} others, ${share(stolen)} stolen`;
  };
}
