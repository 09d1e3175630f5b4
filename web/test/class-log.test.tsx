// @vitest-environment jsdom
import { randomUUID } from "node:crypto";
import { ChakraProvider } from "@chakra-ui/react";
import { api, type LogEntryRecord } from "@map-step/contract";
import { notedAt, remarksOf } from "@map-step/core/lesson";
import { QueryClient } from "@tanstack/react-query";
import { act, fireEvent, render, waitFor } from "@testing-library/react";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import type { Studio } from "../../scripts/lib/studios.ts";
import { system } from "../src/app/theme.ts";
import { outbox } from "../src/features/class-log/outbox.ts";
import { sending } from "../src/features/class-log/send.ts";
import { LogSettling } from "../src/features/class-log/settling.tsx";
import { useClassLog } from "../src/features/class-log/use-class-log.ts";
import { call } from "../src/kit/api.ts";
import { sendQueued } from "../src/kit/outbox-send.ts";
import { line } from "./browser.ts";
import { ILSE, onPage, openClass, signInAs } from "./studio.tsx";

let studio: Studio;
let sectionId = "";

beforeAll(async () => {
  ({ studio, sectionId } = await openClass());
});
afterAll(() => studio.stop());
beforeEach(async () => {
  for (const held of await outbox.queued()) await outbox.drop(held);
});

const remark = (text: string): LogEntryRecord => ({
  id: randomUUID(),
  kind: "remark",
  target: randomUUID(),
  value: { kind: "note", text, figureId: null },
  after: null,
  at: "2027-02-16T19:40:00.000Z",
});
const logOf = async (week: number) =>
  (await call(api.classLog.read, { params: { sectionId, week } })).entries;
const textsOf = async (week: number) =>
  (await logOf(week)).flatMap(({ value }) => (value !== null && "text" in value ? [value.text] : []));
const hold = async (week: number, text: string, by = { id: "me", name: "Me" }) => {
  const entry = remark(text);
  await outbox.enqueue({ sectionId, week }, by, [entry]);
  return entry;
};

describe("the outbox", () => {
  it("holds entries in the order noted, tells of each change, and lets go only when told", async () => {
    let changes = 0;
    const stop = outbox.onChange(() => {
      changes += 1;
    });
    for (const text of ["one", "two", "three"]) await hold(3, text);
    const held = await outbox.queued();
    expect(held.map(({ state }) => state)).toEqual(["waiting", "waiting", "waiting"]);
    expect(held.map(({ entry: { value } }) => value && "text" in value && value.text)).toEqual([
      "one",
      "two",
      "three",
    ]);
    const orders = held.map(({ order }) => order);
    await outbox.settle([
      { order: orders[0] ?? 0, state: "gone", why: null },
      { order: orders[1] ?? 0, state: "refused", why: "No such lesson" },
      { order: 99_999, state: "gone", why: null },
    ]);
    expect((await outbox.queued()).map(({ state, why }) => [state, why])).toEqual([
      ["refused", "No such lesson"],
      ["waiting", null],
    ]);
    stop();
    const before = changes;
    await hold(3, "four");
    expect(before).toBe(4);
    expect(changes).toBe(before);
  });
});

describe("sending", () => {
  const client = new QueryClient();

  it("sends one's own entries of every lesson, and leaves those of somebody else", async () => {
    const { person } = await signInAs(ILSE);
    for (const [week, text] of [
      [1, "first of week 1"],
      [2, "first of week 2"],
      [1, "second of week 1"],
    ] as const)
      await hold(week, text, person);
    await hold(1, "of another", { id: randomUUID(), name: "Another" });
    expect(await sendQueued(sending, client, person.id)).toBe("all");
    expect(await textsOf(1)).toEqual(expect.arrayContaining(["first of week 1", "second of week 1"]));
    const sent = (await textsOf(1)).filter((text) => text.endsWith("of week 1"));
    expect(sent).toEqual(["first of week 1", "second of week 1"]);
    expect(await textsOf(2)).toContain("first of week 2");
    expect((await outbox.queued()).map(({ by }) => by.name)).toEqual(["Another"]);
  });

  it("counts once what was sent when the answer was lost", async () => {
    const { person } = await signInAs(ILSE);
    await hold(2, "answered into the dark", person);
    line.losesAnswers = 1;
    expect(await sendQueued(sending, client, person.id)).toBe("no-connection");
    expect(await outbox.queued()).toHaveLength(1);
    expect(await sendQueued(sending, client, person.id)).toBe("all");
    expect(await outbox.queued()).toEqual([]);
    expect((await textsOf(2)).filter((text) => text === "answered into the dark")).toHaveLength(1);
  });

  it("keeps with its reason what the studio never takes, and sends the rest", async () => {
    const { person } = await signInAs(ILSE);
    await hold(2, "before", person);
    await outbox.enqueue({ sectionId, week: 2 }, person, [
      {
        ...remark("to nobody"),
        kind: "attendance",
        target: randomUUID(),
        value: { present: false },
      } as LogEntryRecord,
    ]);
    await hold(2, "after", person);
    await outbox.enqueue({ sectionId: randomUUID(), week: 1 }, person, [remark("of a section that is gone")]);
    expect(await sendQueued(sending, client, person.id)).toBe("all");
    expect(await textsOf(2)).toEqual(expect.arrayContaining(["before", "after"]));
    const left = await outbox.queued();
    expect(left.map(({ state }) => state)).toEqual(["refused", "refused"]);
    for (const { why } of left) expect(why).toMatch(/\w/);
  });

  it("says that there is no connection, or that nobody is signed in, and loses nothing", async () => {
    const { person } = await signInAs(ILSE);
    await hold(2, "in the tunnel", person);
    line.down = true;
    expect(await sendQueued(sending, client, person.id)).toBe("no-connection");
    line.down = false;
    await call(api.session.signOut, {});
    expect(await sendQueued(sending, client, person.id)).toBe("signed-out");
    expect(await outbox.queued()).toHaveLength(1);
    await signInAs(ILSE);
    expect(await sendQueued(sending, client, person.id)).toBe("all");
    expect(await textsOf(2)).toContain("in the tunnel");
  });

  it("survives a server that is killed and comes back", async () => {
    const { person } = await signInAs(ILSE);
    await hold(2, "as the lights went out", person);
    await studio.kill();
    expect(await sendQueued(sending, client, person.id)).toBe("no-connection");
    await studio.revive();
    expect(await sendQueued(sending, client, person.id)).toBe("all");
    expect((await textsOf(2)).filter((text) => text === "as the lights went out")).toHaveLength(1);
  });
});

describe("a class log on a page", () => {
  const PART = "ended";

  it("shows at once what is noted, and where it is", async () => {
    const session = await signInAs(ILSE);
    const { result } = onPage(session, () => useClassLog({ sectionId, week: 2 }));
    await waitFor(() => expect(result.current.ready).toBe(true));
    line.down = true;
    await act(() =>
      result.current.note("remark", randomUUID(), { kind: "promised", text: "A song", figureId: null }),
    );
    await waitFor(() => expect(remarksOf(result.current.log).map(({ text }) => text)).toContain("A song"));
    await waitFor(() => expect(result.current.state).toBe("no-connection"));
    expect(result.current.waiting).toBe(1);
    line.down = false;
    await act(async () => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(result.current.state).toBe("saved"));
    expect(remarksOf(result.current.log).map(({ text }) => text)).toContain("A song");
  });

  it("makes a second tap in sight of the first, before that is sent", async () => {
    const session = await signInAs(ILSE);
    const { result } = onPage(session, () => useClassLog({ sectionId, week: 5 }));
    // Tapped before the log is read: both wait for it.
    await act(async () => {
      const one = result.current.note(PART, "class", { ended: true });
      const two = result.current.note(PART, "class", null);
      await Promise.all([one, two]);
    });
    await waitFor(() => expect(result.current.state).toBe("saved"));
    expect(notedAt(result.current.log, PART, "class")).toBeNull();
    expect(result.current.conflicts).toEqual([]);
    const [first, second] = (await logOf(5)).filter(({ kind }) => kind === PART).slice(-2);
    expect(second?.after).toBe(first?.id);
  });

  it.each(["mine", "theirs"] as const)("asks where two said otherwise, and settles on %s", async (whose) => {
    const student = (await call(api.students.list, { params: { id: sectionId } }))[whose === "mine" ? 0 : 1];
    const target = student?.id ?? "";
    const session = await signInAs(ILSE);
    const { result, unmount } = onPage(session, () => useClassLog({ sectionId, week: 4 }));
    await waitFor(() => expect(result.current.ready).toBe(true));
    line.down = true;
    await act(() => result.current.note("attendance", target, { present: false }));
    line.down = false;
    const other = await signInAs("Bento");
    const theirs = { ...remark(""), kind: "attendance", target, value: { present: true } } as LogEntryRecord;
    await call(api.classLog.note, { params: { sectionId, week: 4 }, body: { entries: [theirs] } });
    expect(other.person.name).toMatch(/^Bento/);
    await signInAs(ILSE);
    await act(async () => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(result.current.conflicts).toHaveLength(1));
    const [conflict] = result.current.conflicts;
    if (!conflict) throw new Error("nothing is asked");
    expect(conflict.held.entry.value).toEqual({ present: false });
    expect(conflict.theirs?.value).toEqual({ present: true });
    await act(() => result.current.settle(conflict, whose));
    await waitFor(() => expect(result.current.conflicts).toEqual([]));
    await waitFor(() => expect(result.current.state).toBe("saved"));
    expect(notedAt(result.current.log, "attendance", target)).toEqual({ present: whose === "theirs" });
    unmount();
    expect(await outbox.queued()).toEqual([]);
  });

  it("sends again, or lets go of, what was refused", async () => {
    const session = await signInAs(ILSE);
    const { result } = onPage(session, () => useClassLog({ sectionId, week: 2 }));
    await waitFor(() => expect(result.current.ready).toBe(true));
    await act(() => result.current.note("attendance", randomUUID(), { present: false }));
    await waitFor(() => expect(result.current.refused).toHaveLength(1));
    const [first] = result.current.refused;
    if (!first) throw new Error("nothing was refused");
    await act(() => result.current.again(first));
    await waitFor(() => expect(result.current.waiting).toBe(0));
    await waitFor(() => expect(result.current.refused).toHaveLength(1));
    const [held] = result.current.refused;
    if (held) await act(() => result.current.dismiss(held));
    await waitFor(() => expect(result.current.refused).toEqual([]));
    expect(await outbox.queued()).toEqual([]);
  });

  it("keeps in words of one's own what was refused", async () => {
    const session = await signInAs(ILSE);
    const { result } = onPage(session, () => useClassLog({ sectionId, week: 3 }));
    await waitFor(() => expect(result.current.ready).toBe(true));
    await act(() => result.current.note("attendance", randomUUID(), { present: false }));
    await waitFor(() => expect(result.current.refused).toHaveLength(1));
    const page = render(
      <ChakraProvider value={system}>
        <LogSettling edit={result.current} nameOf={() => "Somebody"} />
      </ChakraProvider>,
    );
    fireEvent.click(page.getByRole("button", { name: "Mend it" }));
    const words = page.getByLabelText("What it should say");
    expect(words).toHaveProperty("value", "Somebody: missing");
    fireEvent.change(words, { target: { value: "Somebody new was away" } });
    fireEvent.click(page.getByRole("button", { name: "Send it so" }));
    await waitFor(() => expect(result.current.refused).toEqual([]));
    await waitFor(() => expect(result.current.state).toBe("saved"));
    expect(remarksOf(result.current.log).map(({ text }) => text)).toContain("Somebody new was away");
    page.unmount();
    expect(await outbox.queued()).toEqual([]);
  });
});
