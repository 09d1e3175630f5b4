import "fake-indexeddb/auto";
import { cleanup, configure } from "@testing-library/react";
import { afterEach } from "vitest";

// What a browser brings and the test environment lacks: addresses without a host, cookies, locks, a line that breaks.

/** The line between this browser and the studio. */
export const line = {
  /** The studio's address. */
  studio: "",
  /** Nothing goes out. */
  down: false,
  /** So many requests that change something still reach the studio, but their answers are lost. */
  losesAnswers: 0,
  /** The requests that went out, such as `PUT /api/plans/…`. */
  sent: [] as string[],
};

const cookies = new Map<string, string>();
const underlying = globalThis.fetch;

globalThis.fetch = async (input, init = {}) => {
  if (line.down) throw new TypeError("fetch failed");
  const headers = new Headers(init.headers);
  headers.set("cookie", [...cookies].map((pair) => pair.join("=")).join("; "));
  line.sent.push(`${init.method ?? "GET"} ${String(input)}`);
  const response = await underlying(new URL(String(input), line.studio), { ...init, headers });
  for (const text of response.headers.getSetCookie()) {
    const [, name = "", value = ""] = /^([^=]+)=([^;]*)/.exec(text) ?? [];
    cookies.set(name, value);
  }
  if (init.method !== "GET" && init.method !== undefined && line.losesAnswers > 0) {
    line.losesAnswers -= 1;
    throw new TypeError("fetch failed");
  }
  return response;
};

/** Another person sits down at this browser, or the same one on another day. */
export const forgetCookies = (): void => cookies.clear();

let held: Promise<unknown> = Promise.resolve();
Object.defineProperty(navigator, "locks", {
  value: {
    request: <T>(_name: string, work: () => Promise<T>): Promise<T> => {
      const done = held.then(work, work);
      held = done.catch(() => undefined);
      return done;
    },
  },
});

// Only what hangs is late.
configure({ asyncUtilTimeout: 60_000 });

afterEach(() => {
  cleanup();
  Object.assign(line, { down: false, losesAnswers: 0, sent: [] });
});
