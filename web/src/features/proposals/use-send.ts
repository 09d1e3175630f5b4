import { api, type ChangeProposal, type ProposalContent } from "@map-step/contract";
import { isStale, useChange } from "../../kit/api.ts";

type State = ProposalContent["state"];

/** Sends a proposal, takes it back, or opens it again to go on writing. */
export function useSend() {
  const change = useChange(api.proposals.change);
  const send = (
    { id, list, thingId, base, content, version, note: before }: ChangeProposal,
    { state, note = before }: { readonly note?: string; readonly state: State },
  ) => {
    const body = { list, thingId, base, content, note, state, version };
    return change.mutateAsync({ params: { id }, body: body as ProposalContent & { version: number } });
  };
  return {
    busy: change.isPending,
    send,
    /** Nothing but its state: whatever its writer changed a moment before stays as it is. */
    become: (proposal: ChangeProposal, state: State) =>
      send(proposal, { state }).catch((error: unknown) => {
        if (!isStale(error)) throw error;
        return send(error.problem.current as ChangeProposal, { state });
      }),
  };
}
