import { Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { ProposalLines } from "./lines.tsx";

/** So many stand on Today. */
const LINES = 5;

/** On Today: what waits for the director, and what became of one's own. */
export function Proposals() {
  const proposals = useApi(api.proposals.list, {});
  const settles = useMay("proposals.settle");
  const { person } = useSession();
  const all = proposals.data ?? [];
  const meant = all.filter(({ state, staffId }) => (settles ? state === "sent" : staffId === person.id));
  if (meant.length === 0) return null;
  return (
    <Panel>
      <PanelTitle
        aside={
          <Text asChild color="pine" fontWeight="600" fontSize="sm">
            <Link to="/proposals">All of them</Link>
          </Text>
        }
      >
        {settles ? "Proposed changes" : "Your proposals"}
      </PanelTitle>
      <ProposalLines proposals={meant.slice(0, LINES)} />
    </Panel>
  );
}
