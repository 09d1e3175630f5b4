import { Stack } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import { ProposalLines } from "./lines.tsx";

/** Every proposal that one may record: those that are open, and what became of others within a month. */
export function ProposalsPage() {
  const proposals = useApi(api.proposals.list, {});
  const settles = useMay("proposals.settle");
  return (
    <>
      <PageHead
        title="Proposed changes"
        about={
          settles
            ? "What teachers would change in figures and plans"
            : "What you would change in figures and plans"
        }
      />
      <Loaded all={[proposals]}>
        {(all) => {
          const open = all.filter(({ settledAt }) => settledAt === null);
          const settled = all.filter(({ settledAt }) => settledAt !== null);
          return all.length === 0 ? (
            <Empty title="Nothing is proposed">
              {settles
                ? "Teachers propose changes on the page of a figure or a plan; they come here and stand on your Today."
                : "Open a figure or a plan and choose “Propose a change”. A director sees the difference and takes it or answers."}
            </Empty>
          ) : (
            <Stack gap="4">
              {open.length > 0 ? (
                <Panel>
                  <PanelTitle>Open</PanelTitle>
                  <ProposalLines proposals={open} />
                </Panel>
              ) : null}
              {settled.length > 0 ? (
                <Panel>
                  <PanelTitle>Settled within a month</PanelTitle>
                  <ProposalLines proposals={settled} />
                </Panel>
              ) : null}
            </Stack>
          );
        }}
      </Loaded>
    </>
  );
}
