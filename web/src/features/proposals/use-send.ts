import { api, type ChangeProposal, type ProposalContent } from "@map-step/contract";
import { useChange } from "../../kit/api.ts";

/** Sends a proposal, takes it back, or opens it again to go on writing. */
export function useSend() {
  const change = useChange(api.proposals.change);
  return {
    busy: change.isPending,
    send: (
      { id, list, thingId, base, content, version, note: before }: ChangeProposal,
      { state, note = before }: { readonly note?: string; readonly state: ProposalContent["state"] },
    ) => {
      const body = { list, thingId, base, content, note, state, version };
      return change.mutateAsync({ params: { id }, body: body as ProposalContent & { version: number } });
    },
  };
}
