import { useEffect } from "react";

/** Keeps the screen on while a page is open, where the device lets a page ask for it. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = async () => {
      if (!("wakeLock" in navigator) || document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (gone) await lock.release();
      } catch {
        // A device that saves its battery refuses; the class goes on.
      }
    };
    void ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}
