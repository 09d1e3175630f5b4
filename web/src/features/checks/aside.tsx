import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { MARK_NAMES } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { Link } from "react-router";
import { Aside } from "../../kit/page.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import type { BoardAnswer } from "../../workers/board.ts";
import { FigureName } from "../figures/figure-name.tsx";
import { DancerName } from "../students/dancer-name.tsx";
import { type Board, type Dancer, dancerName } from "./board.ts";
import type { Chosen } from "./board-table.tsx";
import { hardnessInWords, twiceInWords } from "./figure-seen.tsx";
import { FromWhat } from "./from-what.tsx";
import { MARK_KEYS } from "./mark-sign.tsx";
import { ReadinessLine } from "./readiness-line.tsx";
import { TeachNext } from "./teach-next.tsx";
import { chanceInWords, LAYER_WORDS, readinessInWords } from "./words.ts";

interface Props {
  readonly board: Board;
  readonly answer: BoardAnswer | null;
  readonly chosen: Chosen;
}

const Title = ({ children }: { children: string }) => (
  <Heading as="h3" size="sm" mt="4" mb="1">
    {children}
  </Heading>
);

/** One dancer: where they stand, what to look at next, and what it rests on. */
function AboutDancer({ board, answer, dancer }: Omit<Props, "chosen"> & { dancer: Dancer }) {
  const now = answer?.dancers.find(({ studentId }) => studentId === dancer.id);
  const [next] = now?.telling ?? [];
  return (
    <>
      <Heading as="h2" size="lg">
        <DancerName id={dancer.id} name={dancer.name} />
      </Heading>
      <Text color="soft">{dancer.role === "both" ? "both roles" : dancer.role}</Text>
      {now ? (
        <>
          <Box mt="3">
            <ReadinessLine readiness={now.readiness} wide />
            <Flex justify="space-between" fontSize="xs" color="soft">
              <span>not yet</span>
              <Text as="strong" color="ink" fontSize="sm">
                {chanceInWords(now.readiness.probability)}
              </Text>
              <span>ready</span>
            </Flex>
          </Box>
          <Text mt="2">{readinessInWords(now.readiness, board.clauses)}</Text>
          {now.readiness.probability > 0 && now.readiness.probability < 1 ? (
            <Text fontSize="sm" color="soft" mt="1">
              How likely is an estimate, from what was seen of them and of others.
            </Text>
          ) : null}
          {next && next.gain > 0.001 ? (
            <>
              <Title>Look at next</Title>
              <Box bg="apricotWash" borderRadius="md" p="3">
                <strong>{board.nameOf(next.figureId)}</strong>, {LAYER_WORDS[next.layer]}: it would settle
                most.
              </Box>
            </>
          ) : null}
        </>
      ) : (
        <Text mt="3" color="soft">
          Working it out …
        </Text>
      )}
      <Title>From what?</Title>
      <FromWhat
        evidence={board.seen.evidence.filter(
          ({ studentId, figureId }) =>
            studentId === dancer.id && board.figures.some(({ id }) => id === figureId),
        )}
        about={({ figureId }) => board.nameOf(figureId)}
      />
      <Button asChild variant="outline" size="sm" mt="3">
        <Link to={`/dancers/${dancer.id}`}>All terms of {dancer.name}</Link>
      </Button>
    </>
  );
}

/** One dancer on one figure: what was seen, and a mark in class without a check. */
function AboutCell({ board, dancer, figureId }: { board: Board; dancer: Dancer; figureId: string }) {
  const own = board.seen.evidence.filter(
    (entry) => entry.studentId === dancer.id && entry.figureId === figureId,
  );
  const give = async (mark: (typeof MARK_KEYS)[number]["mark"]) => {
    const thing = {
      studentId: dancer.id,
      figureId,
      layer: board.layer,
      seenOn: board.today,
      checkId: null,
      role: dancer.role === "both" ? ("leader" as const) : dancer.role,
    };
    const [id = ""] = await board.seen.record([{ ...thing, mark, corrects: null }]);
    tellRemoved(`${dancer.name}: ${MARK_NAMES[mark]}`, () => {
      void board.seen.record([{ ...thing, mark: null, corrects: id }]).catch(tellError);
    });
  };
  return (
    <>
      <Heading as="h2" size="md">
        {dancer.name}, {board.nameOf(figureId)}
      </Heading>
      <Title>From what?</Title>
      <FromWhat evidence={own} />
      {board.mayMark ? (
        <>
          <Title>Seen in class today</Title>
          <Flex gap="1" wrap="wrap">
            {MARK_KEYS.map(({ mark, name }) => (
              <Button key={mark} size="xs" variant="outline" onClick={() => void give(mark).catch(tellError)}>
                {name}
              </Button>
            ))}
          </Flex>
        </>
      ) : null}
    </>
  );
}

/** One figure: how many have it, how hard it is, and on whom opinions differ. */
function AboutFigure({ board, figureId }: { board: Board; figureId: string }) {
  const own = board.cells.filter((cell) => cell.figureId === figureId);
  const names = (is: (mark: string) => boolean) =>
    own.flatMap(({ studentId, mark }) =>
      is(mark) ? (board.dancers.find(({ id }) => id === studentId)?.name ?? []) : [],
    );
  const have = names((mark) => mark === "alone" || mark === "dances-it");
  const word = hardnessInWords(board.levelSeen.model, figureId);
  const twice = twiceInWords(board.levelSeen, figureId);
  const notes = board.seen.notes.filter((note) => note.figureId === figureId);
  return (
    <>
      <Heading as="h2" size="lg">
        <FigureName id={figureId} name={board.nameOf(figureId)} />
      </Heading>
      <Text mt="1">
        {have.length} of {counted(own.length, "dancer")} seen {have.length === 1 ? "has" : "have"} it without
        help; {word}.
      </Text>
      <Text fontSize="sm" color="soft">
        How hard is an estimate over all sections, strictness of each teacher taken off.
      </Text>
      {twice === "" ? null : <Text mt="1">{twice}</Text>}
      {have.length < own.length ? (
        <>
          <Title>Still lack it</Title>
          <Text>{names((mark) => mark === "not-yet" || mark === "with-help").join(", ")}</Text>
        </>
      ) : null}
      {notes.length > 0 ? (
        <>
          <Title>Noted</Title>
          {notes.map(({ id, text, by }) => (
            <Text key={id} fontSize="sm">
              {text}{" "}
              <Text as="span" color="soft">
                {by.split(" ")[0]}
              </Text>
            </Text>
          ))}
        </>
      ) : null}
      <Title>From what?</Title>
      <FromWhat
        evidence={board.seen.evidence.filter((entry) => entry.figureId === figureId)}
        about={({ studentId }) => dancerName(board, studentId)}
        most={8}
      />
    </>
  );
}

/** Explains what is chosen on the board; with nothing chosen, what to do next. */
export function BoardAside({ board, answer, chosen }: Props) {
  const dancer = board.dancers.find(({ id }) => id === chosen.dancerId);
  return (
    <Aside label="What it says">
      {dancer && chosen.figureId !== null ? (
        <AboutCell board={board} dancer={dancer} figureId={chosen.figureId} />
      ) : dancer ? (
        <AboutDancer board={board} answer={answer} dancer={dancer} />
      ) : chosen.figureId !== null ? (
        <AboutFigure board={board} figureId={chosen.figureId} />
      ) : (
        <Text color="soft">Choose a dancer, a figure or a ring.</Text>
      )}
      {answer ? <TeachNext board={board} teach={answer.teach} /> : null}
    </Aside>
  );
}
