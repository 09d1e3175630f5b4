import { useSyncExternalStore } from "react";
import { isPrinting, onPrinting } from "../kit/printing.ts";

export type ColourMode = "light" | "dark";

const KEY = "map-step:colours";
const dark = window.matchMedia("(prefers-color-scheme: dark)");
const listeners = new Set<() => void>();

function modeNow(): ColourMode {
  // Paper is white.
  if (isPrinting()) return "light";
  const kept = localStorage.getItem(KEY);
  if (kept === "light" || kept === "dark") return kept;
  return dark.matches ? "dark" : "light";
}

/** Puts the wanted colours on the page; called once before the first drawing and after every change. */
export function applyColourMode(): void {
  const mode = modeNow();
  document.documentElement.classList.toggle("dark", mode === "dark");
  document.documentElement.classList.toggle("light", mode === "light");
  document.documentElement.style.colorScheme = mode;
  for (const listener of listeners) listener();
}

dark.addEventListener("change", applyColourMode);
onPrinting(applyColourMode);

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** The colours in use: what was chosen here, otherwise what the machine prefers. */
export function useColourMode(): [ColourMode, (mode: ColourMode) => void] {
  const mode = useSyncExternalStore(subscribe, modeNow);
  const choose = (next: ColourMode) => {
    localStorage.setItem(KEY, next);
    applyColourMode();
  };
  return [mode, choose];
}
