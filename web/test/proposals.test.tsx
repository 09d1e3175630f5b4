// @vitest-environment jsdom
import { api } from "@map-step/contract";
import { act } from "@testing-library/react";
import { afterAll, beforeAll, expect, it } from "vitest";
import type { Studio } from "../../scripts/lib/studios.ts";
import { useKeepFigure } from "../src/features/figures/keep-figure.ts";
import { useSend } from "../src/features/proposals/use-send.ts";
import { ApiError, call } from "../src/kit/api.ts";
import { ILSE, onPage, openDemo, signInAs } from "./studio.tsx";

let studio: Studio;
beforeAll(async () => {
  studio = await openDemo();
});
afterAll(() => studio.stop());

async function proposed(note: string) {
  const session = await signInAs(ILSE);
  const [dance] = await call(api.dances.list, {});
  const [figure] = await call(api.figures.ofDance, { params: { id: dance?.id ?? "" } });
  if (!figure) throw new Error("there is no figure");
  const { id, version: _version, ...base } = figure;
  const content = { ...base, slips: [...base.slips, note] };
  const made = await call(api.proposals.create, {
    body: { list: "figures", thingId: id, base, content, note, state: "sent" },
  });
  if (made.list !== "figures") throw new Error("it is about something else");
  return { session, figure, made };
}

it("a proposal that was changed a moment before is taken back as it is, not as it was seen", async () => {
  const { session, made } = await proposed("Late on 3");
  const { result } = onPage(session, () => useSend());
  await act(() => result.current.send(made, { state: "writing", note: "Late on 3 and 4" }));
  const gone = await act(() => result.current.become(made, "withdrawn"));
  expect(gone).toMatchObject({ state: "withdrawn", version: 3, note: "Late on 3 and 4" });
});

it("a figure that is proposed again tells what was sent meanwhile as its form has it", async () => {
  const { session, figure, made } = await proposed("Early on 1");
  const { result } = onPage(session, () => useKeepFigure(figure, made));
  expect(result.current.isProposal).toBe(true);
  const next = { ...made.content, minutes: made.content.minutes + 1 };
  await act(() => result.current.keep(next, 1));
  const late = { ...made.content, minutes: made.content.minutes + 2 };
  const met = await act(() => result.current.keep(late, 1).catch((error: unknown) => error));
  expect(met).toBeInstanceOf(ApiError);
  expect((met as ApiError).problem.current).toEqual({ ...next, version: 2 });
});
