import { escapeMarkdown, markdownLine } from "../words/index.ts";
import type { Stage } from "./guide.ts";

/** One part of a lesson as it is written down. */
export interface WrittenPart {
  /** The time of day at which it begins, such as `19:37`. */
  readonly from: string;
  readonly minutes: number;
  readonly title: string;
  readonly kind: string;
  readonly stages: readonly Pick<Stage, "text" | "bpm">[];
  /** Names of the look-alikes told apart here, or of the chain that is danced, in order. */
  readonly others: readonly string[];
  readonly cues: readonly string[];
  readonly slips: readonly string[];
  readonly cautions: readonly string[];
}

const lines = (label: string, items: readonly string[]): string[] =>
  items.map((item) => `- ${label}: ${escapeMarkdown(item)}`);

/**
 * A lesson plan as CommonMark: each part with its time, what to do, what to say, what to watch for.
 * @example
 * lessonToMarkdown("Week 1", "Monday", []) // "# Week 1\n\nMonday\n"
 */
export function lessonToMarkdown(title: string, about: string, parts: readonly WrittenPart[]): string {
  const body = parts.map(({ from, minutes, title: name, kind, stages, others, cues, slips, cautions }) => {
    const items = [
      ...lines("**Take care**", cautions),
      ...stages.map(({ text, bpm }) => `- ${markdownLine(text)}${bpm ? ` (${bpm} beats a minute)` : ""}`),
      ...(others.length > 0 ? lines("In order", [others.join(", ")]) : []),
      ...lines("Say", cues),
      ...lines("Watch for", slips),
    ];
    const head = `## ${from} ${escapeMarkdown(name)}\n\n${kind}, ${minutes} min`;
    return items.length === 0 ? head : `${head}\n\n${items.join("\n")}`;
  });
  return `${[`# ${markdownLine(title)}`, markdownLine(about), ...body].join("\n\n")}\n`;
}
