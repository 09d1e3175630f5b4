import { COVERED_NAMES, type LogEntry } from "@map-step/core/lesson";

/** What a remark is for, as the buttons say it. */
export const REMARK_NAMES = { note: "Note", struggled: "Struggled", promised: "Promised" } as const;

/** An entry's value in words; an empty one took something back. */
export function valueText(entry: Pick<LogEntry, "kind" | "value">): string {
  const { kind, value } = entry as LogEntry;
  if (value === null) return kind === "ended" ? "class open again" : "taken back";
  if ("covered" in value)
    return `${COVERED_NAMES[value.covered]}${value.reached ? `, up to ${value.reached}` : ""}`;
  if ("seconds" in value) return `${minutesText(value.seconds)} spent`;
  if ("present" in value) return value.present ? "here" : "missing";
  if ("times" in value) return `sat out ${value.times} times`;
  if ("text" in value) return `${REMARK_NAMES[value.kind]}: ${value.text}`;
  return "class ended";
}

/** Seconds as minutes people would write down: `7 min`, `½ min`. */
export const minutesText = (seconds: number): string =>
  seconds < 45 ? "½ min" : `${Math.round(seconds / 60)} min`;
