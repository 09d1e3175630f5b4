import { Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { SmallSelect } from "../../kit/select.tsx";
import { Everybody } from "./everybody.tsx";
import { MarkCard } from "./mark-card.tsx";
import { RoomCouples } from "./room-couples.tsx";
import type { Marked } from "./use-marking.ts";
import type { RoomState } from "./use-room.ts";

interface CardProps {
  readonly room: RoomState;
  readonly dancer: Marked;
  readonly of: string;
  readonly why: string;
  readonly title?: string;
}

const Card = ({ room: { board, marking, readOnly }, dancer, of, why, title = dancer.title }: CardProps) => (
  <MarkCard
    dancer={dancer}
    figureId={of}
    why={why}
    title={title}
    figure={board.nameOf(of)}
    marking={marking}
    readOnly={readOnly}
  />
);

const All = ({ board, dancers, figureId, marking, readOnly }: RoomState) => (
  <Everybody dancers={dancers} figureId={figureId} board={board} marking={marking} readOnly={readOnly} />
);

/** Whom to watch now, and everybody else below. */
function Watching(room: RoomState) {
  const { board, cards, answer, figureId, elsewhere, setAt, strip } = room;
  return (
    <>
      <Heading as="h2" size="md" mb="2">
        Watch now
      </Heading>
      {cards.length === 0 ? (
        <Flex align="center" gap="3" wrap="wrap">
          <Text color="soft">
            {answer
              ? `Nobody's mark on ${board.nameOf(figureId)} would settle anything.`
              : "Working out whom to watch …"}
          </Text>
          {elsewhere ? (
            <Button size="sm" variant="outline" onClick={() => setAt(strip.indexOf(elsewhere.figureId))}>
              Go to {board.nameOf(elsewhere.figureId)}
            </Button>
          ) : null}
        </Flex>
      ) : (
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
          {cards.map((dancer, index) => (
            <Card
              key={`${dancer.id} ${dancer.as}`}
              room={room}
              dancer={dancer}
              of={figureId}
              why={index === 0 ? "would settle most" : `${dancer.as}; still open`}
            />
          ))}
        </Grid>
      )}
      <All {...room} />
    </>
  );
}

/** One student through all that is looked at. */
function OneStudent(room: RoomState) {
  const { board, dancers, studentId, setStudentId, strip } = room;
  return (
    <>
      <SmallSelect
        label="Student"
        value={studentId}
        choices={board.dancers.map(({ id, name }) => [id, name])}
        onChange={setStudentId}
      />
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" mt="3">
        {dancers
          .filter(({ id }) => id === studentId)
          .flatMap((dancer) =>
            strip.map((of) => (
              <Card
                key={`${dancer.as} ${of}`}
                room={room}
                dancer={dancer}
                of={of}
                why={dancer.role === "both" ? dancer.as : ""}
                title={board.nameOf(of)}
              />
            )),
          )}
      </Grid>
    </>
  );
}

/** Marking, in the way that was chosen. */
export function RoomMarking(room: RoomState) {
  const { way, board, check, dancers, figureId } = room;
  if (way === "watch") return <Watching {...room} />;
  if (way === "figure") return <All {...room} />;
  if (way === "student") return <OneStudent {...room} />;
  return (
    <RoomCouples
      board={board}
      dancers={dancers}
      heldOn={check.heldOn}
      card={(dancer) => (
        <Card key={`${dancer.id} ${dancer.as}`} room={room} dancer={dancer} of={figureId} why={dancer.as} />
      )}
    />
  );
}
