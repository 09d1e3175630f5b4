import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import type { Check, FigureRecord } from "@map-step/contract";
import { figureItemsOf } from "@map-step/core/sequence";
import { type KeyboardEvent, useRef, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { longDay } from "../../kit/dates.ts";
import { HeldBadge } from "../../kit/held-badge.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { Silence } from "../../kit/silence.tsx";
import { useReadyOffline } from "../../kit/use-ready-offline.ts";
import type { BoardAnswer } from "../../workers/board.ts";
import { stepsIn } from "../figures/steps.ts";
import { type Board, dancerName } from "./board-data.ts";
import { Everybody } from "./everybody.tsx";
import { MarkCard } from "./mark-card.tsx";
import { NoteAbout } from "./note-about.tsx";
import { RoomCouples } from "./room-couples.tsx";
import { sending } from "./seen-outbox.ts";
import { openOf, unmarkedOf } from "./settled.ts";
import { thingsOf } from "./use-lay-out.ts";
import { inRoles, type Marked, useMarking } from "./use-marking.ts";
import { LAYER_WORDS, settledInWords } from "./words.ts";

const WAYS = [
  { value: "watch", label: "Watch now" },
  { value: "figure", label: "By figure" },
  { value: "couple", label: "By couple" },
  { value: "student", label: "By student" },
] as const;
type Way = (typeof WAYS)[number]["value"];

interface Props {
  readonly board: Board;
  readonly check: Check;
  readonly answer: BoardAnswer | null;
  /** The figures of the dance in full, once they are read. */
  readonly records: readonly FigureRecord[];
}

/** So many are watched at once. */
const MOST_WATCHED = 4;

/**
 * Whom to watch, each in a place of their own: what others mark meanwhile moves no card under a finger. A place goes to
 * the next most telling once whoever stands there was marked here.
 */
function useSlots(figureId: string, telling: readonly string[], isMarked: (id: string) => boolean): string[] {
  const kept = useRef<{ readonly figureId: string; readonly ids: readonly string[] }>({ figureId, ids: [] });
  const before = kept.current.figureId === figureId ? kept.current.ids : [];
  const staying = new Set(before.filter((id) => !isMarked(id)));
  const coming = telling.filter((id) => !before.includes(id));
  const ids = before.flatMap((id) => (staying.has(id) ? id : (coming.shift() ?? [])));
  const all = [...ids, ...coming].slice(0, MOST_WATCHED);
  kept.current = { figureId, ids: all };
  return all;
}

/** Marking in the room: the routine on top, who to watch now, everybody else below, and when to stop. */
export function Room({ board, check, answer, records }: Props) {
  const marking = useMarking(board, check);
  const offline = useReadyOffline(answer !== null && records.length > 0);
  const things = thingsOf(board, check);
  const inRoutine = figureItemsOf(check.items).map(({ figureId }) => figureId);
  const strip = [...new Set([...inRoutine, ...things.map(({ figureId }) => figureId)])];
  const [at, setAt] = useState(0);
  const [way, setWay] = useState<Way>("watch");
  const dancers = inRoles(board.dancers);
  const [studentId, setStudentId] = useState(dancers[0]?.id ?? "");
  const figureId = strip[Math.min(at, strip.length - 1)] ?? "";
  const readOnly = !board.mayMark;
  const record = records.find(({ id }) => id === figureId);
  const steps = record ? stepsIn(records, [board.dance], record) : null;
  const nameOf = (id: string) => dancerName(board, id);
  const layer = things.find((thing) => thing.figureId === figureId)?.layer ?? board.layer;
  // The most telling first: of this figure, or of all where this one would settle nothing.
  const telling = (answer?.dancers ?? [])
    .flatMap(({ studentId: id, telling: own }) => own.map((thing) => ({ ...thing, id })))
    .filter(({ gain, figureId: of }) => gain > 0.01 && strip.includes(of))
    .toSorted((a, b) => b.gain - a.gain);
  // What is watched is the figure that is chosen above, on the whole page.
  const here = telling.filter((thing) => thing.figureId === figureId);
  const slots = useSlots(
    figureId,
    here.map(({ id }) => id),
    (id) => dancers.some((dancer) => dancer.id === id && marking.markOf(dancer, figureId) !== null),
  );
  const cards = slots.flatMap((id) => dancers.filter((dancer) => dancer.id === id).slice(0, 1));
  const elsewhere = here.length === 0 ? telling[0] : undefined;
  const open = answer ? openOf(answer, nameOf) : null;
  const unmarked = answer ? unmarkedOf(answer).map(board.nameOf) : [];
  const step = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
    if (event.key === "ArrowRight") setAt(Math.min(strip.length - 1, at + 1));
    if (event.key === "ArrowLeft") setAt(Math.max(0, at - 1));
  };
  if (strip.length === 0)
    return <Text color="soft">Nothing was taught yet, so there is nothing to look at.</Text>;
  const card = (dancer: Marked, of: string, why: string, title = dancer.title) => (
    <MarkCard
      key={`${dancer.id} ${dancer.as} ${of}`}
      dancer={dancer}
      figureId={of}
      why={why}
      title={title}
      figure={board.nameOf(of)}
      marking={marking}
      readOnly={readOnly}
    />
  );
  return (
    <Box onKeyDown={step} maxW="54rem">
      <Flex justify="space-between" align="center" gap="2" wrap="wrap" mb="2">
        <ChoiceButtons
          label="Mark"
          hideLabel
          choices={WAYS}
          isChosen={(one) => one === way}
          onChoose={setWay}
        />
        <Flex gap="3" align="center">
          {offline ? (
            <Text color="soft" fontSize="sm">
              Works without a network from here on
            </Text>
          ) : null}
          <Box display={{ base: "block", md: "none" }}>
            <Silence />
          </Box>
          <HeldBadge of={sending} edit={board.seen} />
        </Flex>
      </Flex>
      {check.heldOn > board.today ? (
        <Text bg="apricotWash" px="3" py="1" borderRadius="md" mb="2">
          This check is dated {longDay(check.heldOn)}. What is marked here counts from that day on.
        </Text>
      ) : null}
      <Flex gap="1" overflowX="auto" pb="2" mb="2" role="group" aria-label="The routine">
        {strip.map((id, index) => (
          <Button
            key={id}
            size="sm"
            flexShrink="0"
            variant={id === figureId ? "solid" : "outline"}
            bg={id === figureId ? undefined : "panel"}
            aria-pressed={id === figureId}
            borderStyle={inRoutine.includes(id) ? "solid" : "dashed"}
            onClick={() => setAt(index)}
          >
            {board.nameOf(id)}
          </Button>
        ))}
      </Flex>
      <Text color="soft" fontSize="sm" mb="3">
        {board.nameOf(figureId)}, {LAYER_WORDS[layer]}
      </Text>
      {steps ? (
        <Box mb="3" display={{ base: "none", md: "block" }}>
          <CountRibbon figure={steps} name={board.nameOf(figureId)} timing={board.dance} small />
        </Box>
      ) : null}
      {way === "watch" ? (
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
              {cards.map((dancer, index) =>
                card(dancer, figureId, index === 0 ? "would settle most" : `${dancer.as}; still open`),
              )}
            </Grid>
          )}
          <Everybody
            dancers={dancers}
            figureId={figureId}
            board={board}
            marking={marking}
            readOnly={readOnly}
          />
        </>
      ) : way === "figure" ? (
        <Everybody
          dancers={dancers}
          figureId={figureId}
          board={board}
          marking={marking}
          readOnly={readOnly}
        />
      ) : way === "couple" ? (
        <RoomCouples
          board={board}
          dancers={dancers}
          heldOn={check.heldOn}
          card={(dancer) => card(dancer, figureId, dancer.as)}
        />
      ) : (
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
                strip.map((of) =>
                  card(dancer, of, dancer.role === "both" ? dancer.as : "", board.nameOf(of)),
                ),
              )}
          </Grid>
        </>
      )}
      <NoteAbout key={figureId} board={board} check={check} figureId={figureId} />
      <Box
        role="status"
        mt="4"
        p="3"
        borderRadius="md"
        bg={open?.length === 0 && unmarked.length === 0 ? "pineWash" : "apricotWash"}
      >
        {open ? (
          <>
            <Text fontWeight="700">{settledInWords(open, board.dancers.length, unmarked)}</Text>
            {open.length > 0 ? (
              <Text fontSize="sm">
                {telling
                  .slice(0, 3)
                  .map(({ id, figureId: of }) => `${nameOf(id)} on ${board.nameOf(of)}`)
                  .join(", ")}
              </Text>
            ) : null}
          </>
        ) : (
          <Text>Working out who is settled …</Text>
        )}
      </Box>
    </Box>
  );
}
