import { Button, Text } from "@chakra-ui/react";
import { api, type ChangeProposal } from "@map-step/contract";
import { Link, useNavigate, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { FigureSheet } from "./figure-sheet.tsx";
import { PlanSheet } from "./plan-sheet.tsx";
import { useSend } from "./use-send.ts";
import { aboutInWords, STATE_WORDS, whereWritten } from "./words.ts";

/** What its writer can still do with it. */
function OwnActions({ proposal }: { proposal: ChangeProposal }) {
  const navigate = useNavigate();
  const { become, busy } = useSend();
  const goOn = () => become(proposal, "writing").then((next) => navigate(whereWritten(next)), tellError);
  const takeBack = () =>
    become(proposal, "withdrawn").then((gone) => {
      tellRemoved("Your proposal is taken back", () => void become(gone, "writing").catch(tellError));
      void navigate("/proposals");
    }, tellError);
  return (
    <>
      {proposal.state === "withdrawn" ? null : (
        <Button variant="outline" bg="panel" disabled={busy} onClick={() => void takeBack()}>
          Take it back
        </Button>
      )}
      <Button disabled={busy} onClick={() => void goOn()}>
        Go on writing
      </Button>
    </>
  );
}

/** Where the thing itself is seen as it is now. */
const whereNow = ({ list, thingId, levelId, sectionId }: ChangeProposal): string | null => {
  if (list === "figures") return thingId === null ? null : `/figures/${thingId}`;
  return `/levels/${levelId}${sectionId ? `/sections/${sectionId}` : ""}`;
};

function Sheet({ proposal }: { proposal: ChangeProposal }) {
  const { person } = useSession();
  const { by, at, note, state, answer, settledBy, settledAt, of } = proposal;
  const isOwn = proposal.staffId === person.id;
  const now = whereNow(proposal);
  const title = proposal.list === "plans" ? `Plan of ${of}` : aboutInWords(proposal);
  return (
    <>
      <PageHead
        title={title}
        tab={`${title}: proposal`}
        about={`${proposal.list === "plans" ? "" : `${of}; `}proposed by ${by}, ${momentOf(at)}; ${STATE_WORDS[state]}`}
      >
        {now ? (
          <Button asChild variant="outline" bg="panel">
            <Link to={now}>{proposal.list === "plans" ? "The plan as it is" : "The figure as it is"}</Link>
          </Button>
        ) : null}
        {isOwn && settledAt === null ? <OwnActions proposal={proposal} /> : null}
      </PageHead>
      {note ? (
        <Text mb="4" whiteSpace="pre-wrap" fontSize="lg">
          “{note}”
        </Text>
      ) : null}
      {settledBy ? (
        <Panel mb="4">
          <Text>
            <strong>{settledBy}</strong> {state === "taken" ? "took it" : "answered"}
            {settledAt ? `, ${momentOf(settledAt)}` : ""}
          </Text>
          {answer ? <Text whiteSpace="pre-wrap">{answer}</Text> : null}
        </Panel>
      ) : null}
      {proposal.list === "plans" ? <PlanSheet proposal={proposal} /> : <FigureSheet proposal={proposal} />}
    </>
  );
}

/** One proposal: what it changes, what follows from that, and what becomes of it. */
export function ProposalPage() {
  const { proposalId = "" } = useParams();
  const proposal = useApi(api.proposals.read, { params: { id: proposalId } });
  return <Loaded all={[proposal]}>{(one) => <Sheet key={one.id} proposal={one} />}</Loaded>;
}
