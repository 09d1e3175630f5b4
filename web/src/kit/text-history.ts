import { useRef, useState } from "react";

/** Changes that follow each other within this time are undone together. */
const TOGETHER_MS = 700;

export interface TextHistory {
  /** Changes the text and remembers what it was; `alone` keeps a change from being joined with the one before. */
  readonly change: (text: string, alone?: boolean) => void;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

/** Undo and redo for a text that is changed by typing and in other ways. */
export function useTextHistory(value: string, onChange: (text: string) => void): TextHistory {
  const [past, setPast] = useState<readonly string[]>([]);
  const [future, setFuture] = useState<readonly string[]>([]);
  const lastChange = useRef(0);
  const change = (text: string, alone = false) => {
    const now = Date.now();
    const joined = !alone && now - lastChange.current < TOGETHER_MS && past.length > 0;
    lastChange.current = alone ? 0 : now;
    if (!joined) setPast([...past, value]);
    setFuture([]);
    onChange(text);
  };
  const before = past.at(-1);
  const after = future.at(-1);
  return {
    change,
    undo:
      before === undefined
        ? null
        : () => {
            setPast(past.slice(0, -1));
            setFuture([...future, value]);
            lastChange.current = 0;
            onChange(before);
          },
    redo:
      after === undefined
        ? null
        : () => {
            setFuture(future.slice(0, -1));
            setPast([...past, value]);
            lastChange.current = 0;
            onChange(after);
          },
  };
}
