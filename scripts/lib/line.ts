import { setTimeout as pause } from "node:timers/promises";

/** What came over a line: `change` with a number, `gap` and others without. */
export interface Heard {
  readonly event: string;
  readonly data: { readonly id?: number; readonly list?: string; readonly thingId?: string };
}

const AGAIN_MS = 300;

/** One line until it ends, each event as it comes. */
async function once(
  url: string,
  headers: Readonly<Record<string, string>>,
  signal: AbortSignal,
  hear: (heard: Heard) => void,
): Promise<void> {
  const response = await fetch(url, { headers, signal });
  if (!response.ok) throw new Error(`the line was refused: ${response.status}`);
  const decoder = new TextDecoder();
  let text = "";
  for await (const chunk of response.body ?? []) {
    text += decoder.decode(chunk as Uint8Array, { stream: true });
    const parts = text.split("\n\n");
    text = parts.pop() ?? "";
    for (const part of parts) {
      const field = (name: string) => new RegExp(`^${name}: (.*)$`, "m").exec(part)?.[1];
      const data = field("data");
      if (data) hear({ event: field("event") ?? "", data: JSON.parse(data) });
    }
  }
}

/**
 * Keeps a line open as a browser does: one that breaks is opened again, from the last number that came.
 * @param headersOf asked for each time, since a sign-in may have ended with the server
 * @returns how to hang up
 */
export function keepLine(
  url: () => string,
  headersOf: () => Promise<Readonly<Record<string, string>>>,
  hear: (heard: Heard) => void,
): () => void {
  const stop = new AbortController();
  let last: number | null = null;
  const keep = async () => {
    while (!stop.signal.aborted) {
      const from: Readonly<Record<string, string>> = last === null ? {} : { "last-event-id": `${last}` };
      try {
        await once(url(), { ...(await headersOf()), ...from }, stop.signal, (heard) => {
          if (heard.data.id !== undefined && heard.event === "change")
            last = Math.max(last ?? 0, heard.data.id);
          hear(heard);
        });
      } catch {
        // It is opened again, whatever cut it.
      }
      if (!stop.signal.aborted) await pause(AGAIN_MS);
    }
  };
  void keep();
  return () => stop.abort();
}
