import { Button } from "@chakra-ui/react";
import { api, contentOfPlan, type Plan } from "@map-step/contract";
import { useNavigate } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { whereWritten } from "./words.ts";

/** Begins a proposal for a plan, or goes on with the one that was begun. */
export function ProposePlan({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const { person } = useSession();
  const proposals = useApi(api.proposals.list, {});
  const create = useChange(api.proposals.create);
  const begun = proposals.data?.find(
    ({ thingId, staffId, state }) => thingId === plan.id && staffId === person.id && state === "writing",
  );
  const begin = () => {
    const content = contentOfPlan(plan);
    create
      .mutateAsync({
        body: { list: "plans", thingId: plan.id, base: content, content, note: "", state: "writing" },
      })
      .then((made) => navigate(whereWritten(made)))
      .catch(tellError);
  };
  return (
    <Button
      disabled={!proposals.data || create.isPending}
      onClick={() => (begun ? void navigate(whereWritten(begun)) : begin())}
    >
      {begun ? "Go on with your proposal" : "Propose a change"}
    </Button>
  );
}
