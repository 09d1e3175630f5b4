import type { DanceRecord, FigureRecord, SequenceContent } from "@map-step/contract";
import { LiveSequence } from "./live-sequence.tsx";
import { useSequenceLibrary } from "./use-library.ts";

interface Props {
  readonly content: SequenceContent;
  readonly dance: DanceRecord;
  /** All figures of the dance. */
  readonly records: readonly FigureRecord[];
  readonly large?: boolean;
}

/** A sequence drawn from the library as it is now. */
export function DrawnSequence({ content, dance, records, large = false }: Props) {
  const library = useSequenceLibrary(dance, records);
  return <LiveSequence content={content} library={library} large={large} />;
}
