import { setTimeout as pause } from "node:timers/promises";
import { openStudio } from "./studios.ts";

/** Keeps what was tried: what, whether it held, and what came of it. */
type Note = (what: string, held: boolean, found: string) => void;

const medianOf = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** How long a page's answer takes, in milliseconds, and with which status. */
async function timed(address: string, path: string, cookie: string): Promise<{ ms: number; status: number }> {
  const began = performance.now();
  const response = await fetch(`${address}/api${path}`, { headers: { cookie } });
  await response.arrayBuffer();
  return { ms: performance.now() - began, status: response.status };
}

/** Fifty requests at once that each take long, beside somebody who opens Today. */
export async function attackHeavily(
  address: string,
  director: string,
  teacher: string,
  note: Note,
): Promise<void> {
  const today = async () => (await timed(address, "/today", teacher)).ms;
  const usual: number[] = [];
  for (let at = 0; at < 8; at++) usual.push(await today());
  let isOver = false;
  const heavy = Promise.all(
    Array.from({ length: 50 }, (_one, at) =>
      timed(address, at % 2 === 0 ? "/studio/file" : "/students/alike", director),
    ),
  ).finally(() => {
    isOver = true;
  });
  const beside: number[] = [];
  while (!isOver) {
    beside.push(await today());
    await pause(20);
  }
  const statuses = [...new Set((await heavy).map(({ status }) => status))];
  const [alone, then] = [medianOf(usual), medianOf(beside)];
  note(
    "fifty heavy requests at once beside Today",
    statuses.every((status) => status < 500 || status === 503),
    `answered ${statuses.join(", ")}; Today ${then.toFixed(0)} ms at the median of ${beside.length}, ${alone.toFixed(0)} alone, ${Math.max(...beside).toFixed(0)} at worst`,
  );
}

/** A studio file of 20 MB for a server with little memory: its thread may end, its process must not. */
export async function attackSmallHeap(template: string, note: Note): Promise<void> {
  const studio = await openStudio(template, { NODE_OPTIONS: "--max-old-space-size=128" });
  try {
    const session = await fetch(`${studio.address}/api/session`);
    const { csrfToken, demoAccounts } = (await session.json()) as {
      csrfToken: string;
      demoAccounts: { name: string; email: string; password: string }[];
    };
    const boss = demoAccounts.find(({ name }) => /Maro/.test(name));
    const signedIn = await fetch(`${studio.address}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json", "x-csrf-token": csrfToken },
      body: JSON.stringify({ email: boss?.email, password: boss?.password }),
    });
    const cookie = signedIn.headers
      .getSetCookie()
      .map((line) => line.split(";")[0])
      .join("; ");
    const { csrfToken: token } = (await signedIn.json()) as { csrfToken: string };
    const rows = JSON.stringify({ name: "x".repeat(90), kind: "pattern" });
    const body = `{"figures":[${Array.from({ length: 170_000 }, () => rows).join(",")}]}`;
    const answer = await fetch(`${studio.address}/api/studio/file`, {
      method: "POST",
      headers: { cookie, "content-type": "application/json", "x-csrf-token": token },
      body,
    });
    const after = await timed(studio.address, "/today", cookie);
    note(
      "a 20 MB studio file where memory is small",
      answer.status < 500 && after.status === 200,
      `${(body.length / 2 ** 20).toFixed(0)} MB answered ${answer.status}; Today afterwards ${after.status}`,
    );
  } catch (error) {
    note("a 20 MB studio file where memory is small", false, String(error));
  } finally {
    await studio.stop();
  }
}
