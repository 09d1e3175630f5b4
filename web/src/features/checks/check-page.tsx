import { Button, Flex } from "@chakra-ui/react";
import { api, type Check } from "@map-step/contract";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { useInTheRoom } from "../../kit/in-the-room.ts";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { CommentsButton } from "../comments/comments-button.tsx";
import { useFigures } from "../figures/library.ts";
import { ReadingAlong } from "../sections/own-class.tsx";
import { type Board, dancerName } from "./board.ts";
import { CheckHistory } from "./check-history.tsx";
import { BoardPage } from "./gate.tsx";
import { LayOut } from "./lay-out.tsx";
import { PaperSheet } from "./paper-sheet.tsx";
import { RefusedSeen } from "./refused.tsx";
import { Room } from "./room.tsx";
import { useBoardAnswer } from "./use-board-answer.ts";
import { figuresOf } from "./use-lay-out.ts";

function OneCheck({ board, check }: { board: Board; check: Check }) {
  const answer = useBoardAnswer(board, check.heldOn);
  const library = useFigures(board.dance.id);
  const remove = useChange(api.checks.remove);
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const { section, level } = board;
  // Before the night it is laid out, on the night it is marked, unless somebody chooses.
  // What somebody else changes meanwhile moves nobody's page.
  const [first] = useState(check.heldOn <= board.today ? "room" : "design");
  const inRoom = (search.get("view") ?? first) === "room";
  useInTheRoom(inRoom);
  // On a phone in the room only the ways out stay.
  const aside = inRoom ? { base: "none", md: "inline-flex" } : undefined;
  const takeAway = () =>
    remove.mutate(
      { params: { id: check.id } },
      {
        onSuccess: () => {
          tellDone("The check was taken away");
          void navigate(`/checks/${section.id}`);
        },
        onError: tellError,
      },
    );
  return (
    <>
      <PageHead
        title={`Check, ${shortDay(check.heldOn)}`}
        tab={`${level.name}, ${section.name}: check of ${longDay(check.heldOn)}`}
        about={`${level.name}, ${section.name}; begun by ${check.by}`}
      >
        <Flex gap="2" display={aside}>
          <CommentsButton list="checks" thingId={check.id} what="this check" />
          <CheckHistory check={check} board={board} />
        </Flex>
        <Button
          variant={inRoom ? "solid" : "outline"}
          bg={inRoom ? undefined : "panel"}
          aria-pressed={inRoom}
          onClick={() => setSearch({ view: "room" }, { replace: true })}
        >
          In the room
        </Button>
        <Button
          variant={inRoom ? "outline" : "solid"}
          bg={inRoom ? "panel" : undefined}
          aria-pressed={!inRoom}
          onClick={() => setSearch({ view: "design" }, { replace: true })}
        >
          Design
        </Button>
        {board.mayMark && check.marks === 0 ? (
          <Button variant="ghost" display={aside} loading={remove.isPending} onClick={takeAway}>
            Take away
          </Button>
        ) : null}
        <Button asChild variant="outline" bg="panel">
          <Link to={`/checks/${section.id}`}>The board</Link>
        </Button>
      </PageHead>
      <ReadingAlong section={section} />
      <RefusedSeen seen={board.seen} nameOf={board.nameOf} dancerOf={(id) => dancerName(board, id)} />
      <div className="no-print">
        {inRoom ? (
          <Room board={board} check={check} answer={answer} records={library.data ?? []} />
        ) : (
          <Loaded all={[library]}>
            {(records) => (
              <LayOut
                board={board}
                check={check}
                records={records}
                bpm={level.bpm ?? board.dance.slowestBpm}
              />
            )}
          </Loaded>
        )}
      </div>
      <PaperSheet board={board} figureIds={figuresOf(board, check).map(({ figureId }) => figureId)} />
    </>
  );
}

function TheCheck({ board }: { board: Board }) {
  const { checkId } = useParams();
  const checks = useApi(api.checks.list, { params: { id: board.section.id } });
  return (
    <Loaded all={[checks]}>
      {(all) => {
        const check = all.find(({ id }) => id === checkId);
        return check ? (
          <OneCheck key={check.id} board={board} check={check} />
        ) : (
          <Empty title="This check is not there any more">Choose another one on the board.</Empty>
        );
      }}
    </Loaded>
  );
}

export const CheckPage = () => <BoardPage title="Check">{(board) => <TheCheck board={board} />}</BoardPage>;
