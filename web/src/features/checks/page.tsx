import { Button, Flex, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { uncorrected } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { OutboxBadge } from "../../kit/outbox-badge.tsx";
import { PageHead } from "../../kit/page.tsx";
import { Empty } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { isOver } from "../courses/due.ts";
import { Elsewhere, useOtherCourses } from "../courses/elsewhere.tsx";
import { ReadingAlong } from "../sections/own-class.tsx";
import { useMay } from "../session/session.tsx";
import { BoardAside } from "./aside.tsx";
import type { Board } from "./board.ts";
import { BoardTable, type Chosen } from "./board-table.tsx";
import { checkDue, checkInWords } from "./check-due.ts";
import { BoardPage } from "./gate.tsx";
import { Legend } from "./legend.tsx";
import { RefusedSeen } from "./refused.tsx";
import { RuleDialog } from "./rule-dialog.tsx";
import { sending } from "./seen-outbox.ts";
import { useBoardAnswer } from "./use-board-answer.ts";
import { ruleInWords } from "./words.ts";

/** Checks held and ahead of a section, and the week of the plan that is for one. */
function Checks({ board }: { board: Board }) {
  const { section, plan, today } = board;
  const checks = useApi(api.checks.list, { params: { id: section.id } });
  const create = useChange(api.checks.create);
  const navigate = useNavigate();
  const open = (heldOn: string) =>
    create.mutate(
      { params: { id: section.id }, body: { heldOn } },
      { onSuccess: ({ id }) => void navigate(`/checks/${section.id}/${id}`), onError: tellError },
    );
  const week = plan.special.find(({ kind }) => kind === "check")?.week;
  const planned = week === undefined ? undefined : section.dates[week - 1];
  const all = checks.data ?? [];
  return (
    <Flex gap="2" wrap="wrap" align="center" mb="3" className="no-print">
      <Text color="soft" fontSize="sm">
        Checks
      </Text>
      {all.toReversed().map(({ id, heldOn, marks }) => (
        <Button asChild key={id} size="xs" variant="outline" bg="panel">
          <Link to={`/checks/${section.id}/${id}`}>
            {dayAndMonth(heldOn)}
            <Text as="span" color="soft" fontWeight="400">
              {heldOn > today ? "ahead" : `${marks} marks`}
            </Text>
          </Link>
        </Button>
      ))}
      {board.mayMark && planned && !all.some(({ heldOn }) => heldOn === planned) ? (
        <Button
          size="xs"
          variant="outline"
          bg="apricotWash"
          loading={create.isPending}
          onClick={() => open(planned)}
        >
          Week {week}, {dayAndMonth(planned)}: design the check
        </Button>
      ) : null}
      {board.mayMark ? (
        <Button size="xs" loading={create.isPending} onClick={() => open(today)}>
          Check tonight
        </Button>
      ) : null}
    </Flex>
  );
}

/** The checks that other running classes of the person's own wait for: what went by before what is next. */
function OtherChecks({ board: { section, today } }: { board: Board }) {
  const { data: checks } = useApi(api.checks.mine, {});
  const courses = useOtherCourses(section.id);
  if (!checks) return null;
  const items = courses
    .filter(({ course }) => !isOver(course, today))
    .flatMap(({ section: { id }, course, title }) => {
      const own = checks.filter(({ sectionId }) => sectionId === id);
      const due = checkDue(course, own, today);
      if (!due) return [];
      const to = due.checkId === null ? `/checks/${id}` : `/checks/${id}/${due.checkId}`;
      return [{ key: id, to, title, about: checkInWords(due), due, isLate: due.state === "late" }];
    })
    .sort((a, b) => Number(b.isLate) - Number(a.isLate) || a.due.date.localeCompare(b.due.date));
  return <Elsewhere items={items} />;
}

function SectionBoard({ board }: { board: Board }) {
  const { section, level, clauses, stated } = board;
  const answer = useBoardAnswer(board);
  const [chosen, setChosen] = useState<Chosen>({ dancerId: null, figureId: null });
  const [ruling, setRuling] = useState(false);
  const mayRule = useMay("levels.write");
  const mayGroup = useMay("sections.write");
  // Whoever is shown at first stays, whatever others mark meanwhile.
  const [first, setFirst] = useState<string | null>(null);
  const opening = mostOpen(answer)?.studentId ?? null;
  if (first === null && opening !== null) setFirst(opening);
  const shown =
    chosen.dancerId === null && chosen.figureId === null ? { ...chosen, dancerId: first } : chosen;
  const ahead = uncorrected(board.seen.evidence).filter(({ at }) => at > board.today).length;
  const week = Math.max(0, ...board.plan.held.map((one) => one.week));
  return (
    <>
      <PageHead
        title="Who can dance what"
        about={`${level.name}${week > 0 ? `, after week ${week}` : ""}. ${stated.clauses.length > 0 ? "Rule" : "The usual rule"}: ${ruleInWords(clauses)}.`}
      >
        {mayRule ? (
          <Button variant="outline" bg="panel" onClick={() => setRuling(true)}>
            Rule
          </Button>
        ) : null}
        <Button asChild variant="outline" bg="panel">
          <Link to={`/checks/${section.id}/level`}>Markers</Link>
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/sections/${section.id}/roster`}>Students</Link>
        </Button>
        {mayGroup ? (
          <Button asChild variant="outline" bg="panel">
            <Link to={`/levels/${level.id}/groups`}>Groups for next term</Link>
          </Button>
        ) : null}
      </PageHead>
      <ReadingAlong section={section} />
      <RefusedSeen
        seen={board.seen}
        nameOf={board.nameOf}
        dancerOf={(id) => board.dancers.find((one) => one.id === id)?.name ?? "somebody"}
      />
      <Checks board={board} />
      {ahead > 0 ? (
        <Text bg="apricotWash" px="3" py="1" borderRadius="md" mb="3">
          {counted(ahead, "mark is", "marks are")} of a check that is dated ahead of today, and{" "}
          {ahead === 1 ? "counts" : "count"} from its day on.
        </Text>
      ) : null}
      {board.figures.length === 0 ? (
        <Empty title="Nothing was taught yet">
          Figures appear here once their lesson has been taught, or once something was seen of them.
        </Empty>
      ) : (
        <Flex gap="5" direction={{ base: "column", lg: "row" }} align="flex-start">
          <div style={{ flex: 1, minWidth: 0, width: "100%" }}>
            {board.seen.waiting > 0 ? <OutboxBadge of={sending} edit={board.seen} /> : null}
            <BoardTable board={board} answer={answer} chosen={shown} onChoose={setChosen} />
            <Legend />
          </div>
          <BoardAside board={board} answer={answer} chosen={shown} />
        </Flex>
      )}
      <OtherChecks board={board} />
      {ruling ? <RuleDialog board={board} onClose={() => setRuling(false)} /> : null}
    </>
  );
}

/** The dancer of whom the least is settled, to begin with. */
function mostOpen(answer: ReturnType<typeof useBoardAnswer>) {
  const from = (probability: number) => Math.abs(probability - 0.5);
  return answer?.dancers.toSorted((a, b) => from(a.readiness.probability) - from(b.readiness.probability))[0];
}

export const ChecksPage = () => (
  <BoardPage title="Who can dance what">{(board) => <SectionBoard board={board} />}</BoardPage>
);
