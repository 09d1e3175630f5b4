import { Box, Button, Flex, Grid, Heading, Input, Text } from "@chakra-ui/react";
import type { Check } from "@map-step/contract";
import { MARK_NAMES, type Mark } from "@map-step/core/check";
import { figureItemsOf } from "@map-step/core/sequence";
import { counted } from "@map-step/core/words";
import { type KeyboardEvent, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { HeldBadge } from "../../kit/held-badge.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { tellError } from "../../kit/toasts.ts";
import type { BoardAnswer } from "../../workers/board.ts";
import type { Board } from "./board-data.ts";
import { thingsOf } from "./design.tsx";
import { MARK_KEYS, MarkSign } from "./mark-sign.tsx";
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
}

type Marking = ReturnType<typeof useMarking>;

/** Four marks for one dancer and one figure: one tap, or the keys 1 to 4. */
function MarkCard({
  dancer,
  figureId,
  why,
  title,
  figure,
  marking,
  readOnly,
}: {
  dancer: Marked;
  figureId: string;
  why: string;
  title: string;
  figure: string;
  marking: Marking;
  readOnly: boolean;
}) {
  const given = marking.markOf(dancer, figureId);
  const others = marking.othersOf(dancer, figureId);
  const give = (mark: Mark | null) => void marking.give([{ dancer, figureId, mark }]);
  const keyed = (event: KeyboardEvent) => {
    const chosen = MARK_KEYS.find(({ key }) => key === event.key);
    if (readOnly) return;
    if (chosen) give(chosen.mark);
    if (event.key === "0" || event.key === "Delete") give(null);
  };
  return (
    <Box
      role="group"
      aria-label={`${dancer.title}, ${figure}`}
      onKeyDown={keyed}
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderLeftWidth="5px"
      borderLeftColor={dancer.as === "follower" ? "plum" : "pine"}
      borderRadius={dancer.as === "follower" ? "sm" : "lg"}
      p="3"
    >
      <Flex justify="space-between" align="baseline" gap="2" mb="2" wrap="wrap">
        <Text fontFamily="heading" fontWeight="700" fontSize="lg">
          {title}
        </Text>
        <Text color="soft" fontSize="sm">
          {why}
        </Text>
      </Flex>
      <Grid templateColumns="repeat(4, 1fr)" gap="2">
        {MARK_KEYS.map(({ mark, name, key }) => (
          <Button
            key={mark}
            h="16"
            px="1"
            flexDirection="column"
            gap="1"
            whiteSpace="normal"
            lineHeight="1.1"
            variant="outline"
            disabled={readOnly}
            aria-pressed={given === mark}
            aria-keyshortcuts={key}
            bg={given === mark ? "pineWash" : "panel"}
            borderWidth={given === mark ? "2px" : "1px"}
            borderColor={given === mark ? "pine" : "pine2"}
            fontWeight="400"
            fontSize="sm"
            onClick={() => give(given === mark ? null : mark)}
          >
            <MarkSign mark={mark} size={20} />
            {name}
          </Button>
        ))}
      </Grid>
      {others.length > 0 ? (
        <Text fontSize="sm" color="soft" mt="1">
          Seen by another tonight: {others.map(({ mark }) => (mark ? MARK_NAMES[mark] : "")).join(", ")}
        </Text>
      ) : null}
    </Box>
  );
}

/** Everybody on one figure as one line: all at a tap, then those that differ. */
function Everybody({
  dancers,
  figureId,
  board,
  marking,
  readOnly,
}: {
  dancers: readonly Marked[];
  figureId: string;
  board: Board;
  marking: Marking;
  readOnly: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const missing = dancers.filter((dancer) => marking.markOf(dancer, figureId) === null);
  const keyOf = ({ id, as }: Marked) => `${id} ${as}`;
  const chosen = dancers.find((dancer) => keyOf(dancer) === open);
  return (
    <Box mt="4">
      <Flex justify="space-between" align="center" gap="2" wrap="wrap" mb="2">
        <Heading as="h3" size="sm">
          Everybody on {board.nameOf(figureId)}
        </Heading>
        {missing.length > 0 && !readOnly ? (
          <Button
            size="sm"
            variant="outline"
            bg="panel"
            onClick={() =>
              void marking.give(
                missing.map((dancer) => ({ dancer, figureId, mark: "alone" as const })),
                `${counted(missing.length, "dancer")} on ${board.nameOf(figureId)}: without help`,
              )
            }
          >
            {missing.length === dancers.length ? "All" : `The other ${missing.length}`}: without help
          </Button>
        ) : null}
      </Flex>
      <Flex gap="2" wrap="wrap">
        {dancers.map((dancer) => {
          const mark = marking.markOf(dancer, figureId);
          return (
            <Button
              key={keyOf(dancer)}
              size="sm"
              borderRadius="full"
              variant="outline"
              bg={open === keyOf(dancer) ? "apricotWash" : "panel"}
              borderColor={open === keyOf(dancer) ? "apricot" : "pine2"}
              aria-expanded={open === keyOf(dancer)}
              aria-label={`${dancer.title}: ${mark ? MARK_NAMES[mark] : "not marked"}`}
              onClick={() => setOpen(open === keyOf(dancer) ? null : keyOf(dancer))}
            >
              <MarkSign mark={mark} size={14} />
              {dancer.title}
            </Button>
          );
        })}
      </Flex>
      {chosen ? (
        <Box mt="2">
          <MarkCard
            dancer={chosen}
            figureId={figureId}
            title={chosen.title}
            why={board.nameOf(figureId)}
            figure={board.nameOf(figureId)}
            marking={marking}
            readOnly={readOnly}
          />
        </Box>
      ) : null}
    </Box>
  );
}

const entropy = (chance: number): number =>
  chance <= 0 || chance >= 1 ? 0 : -chance * Math.log2(chance) - (1 - chance) * Math.log2(1 - chance);
/** From here on a dancer counts as settled: nothing that is left would likely change it. */
const SETTLED = 0.05;

/** Who is not settled, and about how many looks it takes. */
export function openOf({ dancers }: Pick<BoardAnswer, "dancers">, nameOf: (id: string) => string) {
  return dancers.flatMap(({ studentId, readiness: { probability }, telling }) => {
    const best = telling[0]?.gain ?? 0;
    if (probability <= SETTLED || probability >= 1 - SETTLED || telling.length === 0 || best < 0.01)
      return [];
    const looks = Math.min(telling.length, Math.max(1, Math.round(entropy(probability) / best)));
    return [{ name: nameOf(studentId), looks }];
  });
}

function NoteAbout({ board, check, figureId }: { board: Board; check: Check; figureId: string }) {
  const [text, setText] = useState("");
  const notes = board.seen.notes.filter((note) => note.checkId === check.id && note.figureId === figureId);
  const keep = () => {
    const said = text.trim();
    if (said === "") return;
    board.seen
      .note({ figureId, checkId: check.id, text: said, corrects: null })
      .then(() => setText(""), tellError);
  };
  return (
    <Box mt="4">
      {notes.map(({ id, text: said, by }) => (
        <Text key={id} fontSize="sm">
          {said}{" "}
          <Text as="span" color="soft">
            {by.split(" ")[0]}
          </Text>
        </Text>
      ))}
      {board.mayMark ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <Flex gap="2" mt="1">
            <Input
              size="sm"
              bg="panel"
              maxLength={500}
              aria-label={`A note about ${board.nameOf(figureId)}`}
              placeholder={`A note about ${board.nameOf(figureId)}, not about a person`}
              value={text}
              onChange={({ target }) => setText(target.value)}
            />
            <Button type="submit" size="sm" variant="outline" disabled={text.trim() === ""}>
              Note
            </Button>
          </Flex>
        </form>
      ) : null}
    </Box>
  );
}

/** Marking in the room: the routine on top, who to watch now, everybody else below, and when to stop. */
export function Room({ board, check, answer }: Props) {
  const marking = useMarking(board, check);
  const things = thingsOf(board, check);
  const inRoutine = figureItemsOf(check.items).map(({ figureId }) => figureId);
  const strip = [...new Set([...inRoutine, ...things.map(({ figureId }) => figureId)])];
  const [at, setAt] = useState(0);
  const [way, setWay] = useState<Way>("watch");
  const dancers = inRoles(board.dancers);
  const [studentId, setStudentId] = useState(dancers[0]?.id ?? "");
  const [couple, setCouple] = useState(0);
  const figureId = strip[Math.min(at, strip.length - 1)] ?? "";
  const readOnly = !board.mayMark;
  const nameOf = (id: string) => board.dancers.find((one) => one.id === id)?.name ?? "";
  const layer = things.find((thing) => thing.figureId === figureId)?.layer ?? board.layer;
  // The most telling first: of this figure, or of all where this one would settle nothing.
  const telling = (answer?.dancers ?? [])
    .flatMap(({ studentId: id, telling: own }) => own.map((thing) => ({ ...thing, id })))
    .filter(({ gain, figureId: of }) => gain > 0.01 && strip.includes(of))
    .toSorted((a, b) => b.gain - a.gain);
  const here = telling.filter((thing) => thing.figureId === figureId);
  const watched = (here.length > 0 ? here : telling).slice(0, 4);
  const cards = watched.flatMap(({ id, figureId: of, gain }) =>
    dancers
      .filter((dancer) => dancer.id === id)
      .slice(0, 1)
      .map((dancer) => ({ dancer, of, gain })),
  );
  const leaders = dancers.filter(({ as }) => as === "leader");
  const followers = dancers.filter(({ as }) => as === "follower");
  const couples = Array.from({ length: Math.max(leaders.length, followers.length) }, (_, index) =>
    [leaders[index % Math.max(1, leaders.length)], followers[index % Math.max(1, followers.length)]].flatMap(
      (one) => one ?? [],
    ),
  );
  const open = answer ? openOf(answer, nameOf) : null;
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
        <ChoiceButtons label="Mark" choices={WAYS} isChosen={(one) => one === way} onChoose={setWay} />
        <HeldBadge edit={board.seen} />
      </Flex>
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
      {way === "watch" ? (
        <>
          <Heading as="h2" size="md" mb="2">
            Watch now
          </Heading>
          {cards.length === 0 ? (
            <Text color="soft">
              {answer ? "Nobody whose mark here would settle anything." : "Working out whom to watch …"}
            </Text>
          ) : (
            <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
              {cards.map(({ dancer, of }, index) =>
                card(
                  dancer,
                  of,
                  of === figureId
                    ? index === 0
                      ? "would settle most"
                      : `${dancer.as}; still open`
                    : board.nameOf(of),
                ),
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
        <>
          <Flex gap="2" mb="3" wrap="wrap">
            {couples.map((pair, index) => (
              <Button
                key={pair.map(({ id, as }) => `${id}${as}`).join()}
                size="sm"
                variant={index === couple ? "solid" : "outline"}
                bg={index === couple ? undefined : "panel"}
                aria-pressed={index === couple}
                onClick={() => setCouple(index)}
              >
                {pair.map(({ name }) => name).join(" and ")}
              </Button>
            ))}
          </Flex>
          <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
            {(couples[couple] ?? []).map((dancer) => card(dancer, figureId, dancer.as))}
          </Grid>
          {couples.length === 0 ? <Text color="soft">Nobody dances as a couple here.</Text> : null}
        </>
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
      <Box role="status" mt="4" p="3" borderRadius="md" bg={open?.length === 0 ? "pineWash" : "apricotWash"}>
        {open ? (
          <>
            <Text fontWeight="700">{settledInWords(open, board.dancers.length)}</Text>
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
