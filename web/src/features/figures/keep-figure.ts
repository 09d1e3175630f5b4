import { api, type ChangeProposal, type FigureContent, type FigureRecord } from "@map-step/contract";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { ApiError, isStale, useApi, useChange } from "../../kit/api.ts";
import { useMay } from "../session/session.tsx";

export type FigureProposal = Extract<ChangeProposal, { readonly list: "figures" }>;

const UNDER = "content.";

/** A fault of what is proposed, at the field where it stands in the form; and what was sent meanwhile, as the form has it. */
function asForm(error: unknown): never {
  if (isStale(error)) {
    const { content, version } = error.problem.current as FigureProposal;
    throw new ApiError({ ...error.problem, current: { ...content, version } });
  }
  if (!(error instanceof ApiError) || !error.problem.errors) throw error;
  const errors = error.problem.errors.map(({ path, message }) => ({
    path: path.startsWith(UNDER) ? path.slice(UNDER.length) : path,
    message,
  }));
  throw new ApiError({ ...error.problem, errors });
}

/** What happens with a figure that was written: a director keeps it, a teacher proposes it. */
export function useKeepFigure(figure: FigureRecord | null, proposal: FigureProposal | null) {
  const isProposal = !useMay("figures.write");
  const [note, setNote] = useState(proposal?.note ?? "");
  const create = useChange(api.figures.create);
  const change = useChange(api.figures.change);
  const propose = useChange(api.proposals.create);
  const proposeAgain = useChange(api.proposals.change);
  const save = async (content: FigureContent, version: number): Promise<{ to: string; told: string }> => {
    const { id, name } = figure
      ? await change.mutateAsync({ params: { id: figure.id }, body: { ...content, version } })
      : await create.mutateAsync({ body: content });
    return { to: `/figures/${id}`, told: `${name} is saved` };
  };
  const send = async (content: FigureContent, version: number): Promise<{ to: string; told: string }> => {
    const { id: _id, version: _version, ...now } = figure ?? { id: "", version: 0, ...content };
    const base = proposal ? proposal.base : figure ? now : null;
    const body = {
      list: "figures" as const,
      thingId: figure?.id ?? null,
      base,
      content,
      note,
      state: "sent" as const,
    };
    const { id } = await (proposal
      ? proposeAgain.mutateAsync({ params: { id: proposal.id }, body: { ...body, version } })
      : propose.mutateAsync({ body })
    ).catch(asForm);
    return { to: `/proposals/${id}`, told: "The director has your proposal" };
  };
  const words = isProposal
    ? {
        title: figure ? `Propose a change of ${figure.name}` : "Propose a figure",
        about: "Nothing changes for anybody until a director takes it; what you type is kept",
        save: "Send to the director",
      }
    : {
        title: figure ? `Edit ${figure.name}` : "New figure",
        about: "What you type is kept until you save it",
        save: "Save the figure",
      };
  return { isProposal, keep: isProposal ? send : save, note, setNote, words };
}

/** The proposal that the address names, where it names one; who writes figures themselves has none to go on with. */
export function useProposalIn() {
  const [search] = useSearchParams();
  const writes = useMay("figures.write");
  const id = writes ? null : search.get("proposal");
  const proposal = useApi(api.proposals.read, { params: { id: id ?? "" } }, { enabled: id !== null });
  return {
    asked: id === null ? [] : [proposal],
    found: id !== null && proposal.data?.list === "figures" ? proposal.data : null,
  };
}
