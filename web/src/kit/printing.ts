import { useSyncExternalStore } from "react";

let printing = false;
const listeners = new Set<() => void>();
const tell = (now: boolean) => () => {
  printing = now;
  for (const listener of listeners) listener();
};
window.addEventListener("beforeprint", tell(true));
window.addEventListener("afterprint", tell(false));

export const isPrinting = (): boolean => printing;
export const onPrinting = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Whether the page is drawn for paper right now: whole, whatever of it a screen would show. */
export const usePrinting = (): boolean => useSyncExternalStore(onPrinting, isPrinting);

/** Until a closed dialog is gone from the page. Milliseconds. */
const CLOSING = 300;
/** Prints the page beneath a dialog that is being closed. */
export const printBelow = (): void => {
  window.setTimeout(() => window.print(), CLOSING);
};
