import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { MARK_NAMES, type TeachAgain } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { Aside } from "../../kit/page.tsx";
import { tellDone, tellError, tellRemoved } from "../../kit/toasts.ts";
import type { BoardAnswer } from "../../workers/board.ts";
import { useMay } from "../session/session.tsx";
import type { Board, Dancer } from "./board-data.ts";
import type { Chosen } from "./board-table.tsx";
import { hardnessInWords, twiceInWords } from "./figure-seen.tsx";
import { FromWhat } from "./from-what.tsx";
import { MARK_KEYS } from "./mark-sign.tsx";
import { ReadinessLine } from "./readiness-line.tsx";
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
        <Link to={`/dancers/${dancer.id}`}>{dancer.name}</Link>
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
        nameOf={board.nameOf}
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
      ...{ studentId: dancer.id, figureId, layer: board.layer, seenOn: board.today, checkId: null },
      role: dancer.role === "both" ? ("leader" as const) : dancer.role,
    };
    const [id = ""] = await board.seen.see([{ ...thing, mark, corrects: null }]);
    tellRemoved(`${dancer.name}: ${MARK_NAMES[mark]}`, () => {
      void board.seen.see([{ ...thing, mark: null, corrects: id }]).catch(tellError);
    });
  };
  return (
    <>
      <Heading as="h2" size="md">
        {dancer.name}, {board.nameOf(figureId)}
      </Heading>
      <Title>From what?</Title>
      <FromWhat evidence={own} nameOf={board.nameOf} oneFigure />
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
        <Link to={`/figures/${figureId}`}>{board.nameOf(figureId)}</Link>
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
        nameOf={(id) => board.nameOf(id)}
        oneFigure
        most={8}
      />
    </>
  );
}

/** The first week ahead of a class that nobody cancelled. */
function nextWeek({ section, plan, today }: Board): number | null {
  const off = new Set(plan.special.flatMap(({ week, kind }) => (kind === "cancelled" ? [week] : [])));
  const held = Math.max(0, ...plan.held.map(({ week }) => week));
  const at = section.dates.findIndex(
    (date, index) => date >= today && index + 1 > held && !off.has(index + 1),
  );
  return at < 0 ? null : at + 1;
}

const MINUTES = [5, 10, 20] as const;

/** What is worth teaching once more, by how many more would be ready for the time; the first goes into the plan. */
function TeachNext({ board, teach }: { board: Board; teach: readonly TeachAgain[] }) {
  const mayPlan = useMay("plans.write");
  const [minutes, setMinutes] = useState<number>(10);
  const week = nextWeek(board);
  const list = teach.filter(({ lacking }) => lacking.length > 0).slice(0, 5);
  const most = Math.max(0.001, ...list.map(({ perTenMinutes }) => perTenMinutes));
  const [first] = list;
  if (!first) return null;
  const more = (perTen: number) => (perTen * minutes) / 10;
  return (
    <>
      <Title>If minutes were left to teach</Title>
      <ChoiceButtons
        label="Minutes"
        choices={MINUTES.map((value) => ({ value, label: `${value}`, said: `${value} minutes` }))}
        isChosen={(value) => value === minutes}
        onChoose={setMinutes}
      />
      <Box as="ul" listStyleType="none" mt="2" aria-label="What to teach again">
        {list.map(({ figureId, layer, lacking, perTenMinutes }) => (
          <Box as="li" key={`${figureId} ${layer}`} mb="2">
            <Flex justify="space-between" gap="2" fontSize="sm">
              <Text>
                {board.nameOf(figureId)}{" "}
                <Text as="span" color="soft">
                  {counted(lacking.length, "lacks", "lack")} it
                </Text>
              </Text>
              <Text fontWeight="700" className="numbers" whiteSpace="nowrap">
                {perTenMinutes < 0.005 ? "+0" : `+${more(perTenMinutes).toFixed(1)} ready`}
              </Text>
            </Flex>
            <Box
              h="8px"
              borderRadius="sm"
              bg={perTenMinutes === most ? "pineSolid" : "pine3"}
              style={{ width: `${Math.max(2, (perTenMinutes / most) * 100)}%` }}
            />
          </Box>
        ))}
      </Box>
      <Text fontSize="sm" color="soft" mb="2">
        How many more would be ready for that time, if all had it then: an estimate.
      </Text>
      {week === null ? (
        <Text fontSize="sm" color="soft">
          No lesson lies ahead.
        </Text>
      ) : mayPlan ? (
        <Button asChild size="sm" whiteSpace="normal" h="auto" minH="8" py="1.5">
          <Link
            to={`/levels/${board.level.id}/sections/${board.section.id}?again=${first.figureId}&week=${week}`}
            onClick={() => tellDone("Laid into the plan as a proposal")}
          >
            Put {board.nameOf(first.figureId)} into week {week}
          </Link>
        </Button>
      ) : (
        <Text fontSize="sm" color="soft">
          The director puts it into the plan.
        </Text>
      )}
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
