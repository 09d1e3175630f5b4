/** Somebody who waits until the password was written once more, or that was left. */
type Waiting = (isWritten: boolean) => void;

let waiting: readonly Waiting[] = [];
const listeners = new Set<() => void>();
const tell = () => {
  for (const listener of listeners) listener();
};

/** Asks for the password once more. @returns whether it was written and right */
export const askPassword = (): Promise<boolean> =>
  new Promise((resolve) => {
    waiting = [...waiting, resolve];
    tell();
  });

/** Ends the question for all who wait for it. */
export function endAsking(isWritten: boolean): void {
  const all = waiting;
  waiting = [];
  tell();
  for (const one of all) one(isWritten);
}

export const isAsking = (): boolean => waiting.length > 0;
export const onAsking = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
