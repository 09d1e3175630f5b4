import { Stack, Text } from "@chakra-ui/react";
import type { ChangeProposal, Settlement } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { type ReactNode, useState } from "react";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useMay } from "../session/session.tsx";
import { Changes } from "./changes.tsx";
import type { Judged } from "./judge.ts";
import { Settle } from "./settle.tsx";

interface Props<T> {
  readonly proposal: ChangeProposal;
  readonly judged: Judged<T>;
  /** What is sent when a director takes what is chosen of it. */
  readonly settlementOf: (content: T) => NonNullable<Settlement["take"]>;
  /** What follows from what is chosen. */
  readonly effects?: (content: T) => ReactNode;
}

/** The changes of a proposal, each to be taken or left, and what they come to. */
export function JudgedSheet<T>({ proposal, judged, settlementOf, effects }: Props<T>) {
  const settles = useMay("proposals.settle") && proposal.state === "sent";
  const { changes, there } = judged;
  const [touched, setTouched] = useState<ReadonlyMap<string, boolean>>(new Map());
  // What somebody else changed since is taken only when that was seen.
  const isChosen = (key: string, changedSince: boolean) => touched.get(key) ?? !changedSince;
  const chosen = new Set(
    changes.flatMap(({ key, changedSince }) => (isChosen(key, changedSince) ? [key] : [])),
  );
  const content = judged.take(chosen);
  return (
    <Stack gap="4">
      <Panel>
        <PanelTitle>What would change</PanelTitle>
        {there > 0 ? (
          <Text color="soft" mb="2">
            {counted(there, "change")} {there === 1 ? "is" : "are"} there already.
          </Text>
        ) : null}
        {changes.length + there === 0 ? <Text color="soft">Nothing differs yet.</Text> : null}
        <Changes
          changes={changes}
          chosen={chosen}
          onChoose={settles ? (key, on) => setTouched(new Map(touched).set(key, on)) : undefined}
        />
      </Panel>
      {effects && changes.length > 0 ? effects(content) : null}
      {settles ? (
        <Settle
          proposal={proposal}
          chosen={chosen.size}
          all={changes.length}
          take={() => settlementOf(content)}
        />
      ) : null}
    </Stack>
  );
}
