import type { ChangeEvent, LookEvent, NotedEvent } from "@map-step/contract";

/** What comes over the line, or is told of it. */
export type LiveEvent =
  | { readonly kind: "change"; readonly data: ChangeEvent }
  | { readonly kind: "look"; readonly data: LookEvent }
  | { readonly kind: "noted"; readonly data: NotedEvent }
  | { readonly kind: "line"; readonly open: boolean }
  /** The studio does not open a line to whoever asks: the sign-in may have ended. */
  | { readonly kind: "refused" }
  /** The line was away and cannot tell what it missed. */
  | { readonly kind: "gap" };

/** A line that the server refused is tried again after so many milliseconds; one that broke, by the browser itself. */
const AGAIN_MS = 4_000;

/** Opens a line to the studio. @returns how to hang up */
function openLine(tell: (told: LiveEvent) => void): () => void {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let wasCut = false;
  const open = () => {
    const line = new EventSource("/api/changes");
    source = line;
    // A line that the browser itself opens again asks for what it missed, if it ever heard anything.
    let isResumed = false;
    line.addEventListener("open", () => {
      tell({ kind: "line", open: true });
      if (wasCut && !isResumed) tell({ kind: "gap" });
      wasCut = false;
    });
    line.addEventListener("change", ({ data }) => {
      isResumed = true;
      tell({ kind: "change", data: JSON.parse(data) });
    });
    line.addEventListener("gap", () => tell({ kind: "gap" }));
    line.addEventListener("noted", ({ data }) => tell({ kind: "noted", data: JSON.parse(data) }));
    line.addEventListener("look", ({ data }) => tell({ kind: "look", data: JSON.parse(data) }));
    line.addEventListener("error", () => {
      wasCut = true;
      tell({ kind: "line", open: false });
      if (line.readyState !== EventSource.CLOSED) return;
      tell({ kind: "refused" });
      timer = setTimeout(open, AGAIN_MS);
    });
  };
  open();
  return () => {
    clearTimeout(timer);
    source?.close();
  };
}

/**
 * Hears the studio over one line for all pages of this browser: a browser opens only so many connections to one place.
 * The page that has the line tells the others; when it is closed, another one takes over.
 * @param name of whom it is: pages of two people who share a browser do not share a line
 * @returns how to stop
 */
export function shareLine(name: string, tell: (told: LiveEvent) => void): () => void {
  if (!("locks" in navigator) || !("BroadcastChannel" in window)) return openLine(tell);
  const others = new BroadcastChannel(`map-step:live:${name}`);
  others.onmessage = ({ data }: MessageEvent<LiveEvent>) => tell(data);
  const stop = new AbortController();
  let leave = () => {};
  const held = new Promise<void>((resolve) => {
    leave = resolve;
  });
  const lead = () => {
    if (stop.signal.aborted) return;
    const hangUp = openLine((told) => {
      tell(told);
      others.postMessage(told);
    });
    return held.then(hangUp);
  };
  // Ends when the page is closed, too.
  navigator.locks.request(`map-step:live:${name}`, { signal: stop.signal }, lead).catch(() => undefined);
  return () => {
    stop.abort();
    leave();
    others.close();
  };
}
