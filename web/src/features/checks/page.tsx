import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type Check, type FigureLine, type Section, type Student } from "@map-step/contract";
import { MARK_NAMES, type Mark, standingOf } from "@map-step/core/check";
import { useState } from "react";
import { Link } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { longDay, shortDay } from "../../kit/dates.ts";
import { Aside, PageHead, Panel } from "../../kit/page.tsx";
import { SectionGate } from "../../kit/section-gate.tsx";
import { Select } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { useFigureLines } from "../figures/library.ts";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { MARK_KEYS, MarkSign } from "./mark-sign.tsx";
import { CheckTable } from "./table.tsx";
import { given, useCheck } from "./use-check.ts";

const markText = (mark: Mark | null): string => (mark ? MARK_NAMES[mark] : "no mark");

function Names({ title, names }: { title: string; names: readonly string[] }) {
  if (names.length === 0) return null;
  return (
    <Box mt="3">
      <Text fontWeight="700">{title}</Text>
      <Text>{names.join(", ")}</Text>
    </Box>
  );
}

interface StandingProps {
  readonly student: Student;
  readonly figures: readonly FigureLine[];
  readonly check: Check;
}

/** What one student has and what is still missing. */
function StandingNote({ student, figures, check }: StandingProps) {
  const ids = figures.map(({ id }) => id);
  const { has, missing, unseen } = standingOf(student.id, ids, given(check.marks));
  const names = (list: readonly string[]) =>
    list.flatMap((id) => figures.find((figure) => figure.id === id)?.name ?? []);
  return (
    <>
      <Heading as="h2" size="lg">
        {student.name}
      </Heading>
      <Text color="soft">
        {student.role}; {has.length} of {ids.length} without help or better
      </Text>
      <Names title="Still missing" names={names(missing)} />
      <Names title="Not seen yet" names={names(unseen)} />
      {missing.length + unseen.length === 0 ? <Text mt="3">Nothing is missing.</Text> : null}
    </>
  );
}

/** Which mark a tap gives. */
function Pen({ pen, onChoose }: { pen: Mark | null; onChoose: (mark: Mark | null) => void }) {
  return (
    <Flex role="radiogroup" aria-label="A tap marks" gap="2" wrap="wrap" mb="3" align="center">
      <Text color="soft" fontSize="sm">
        A tap marks
      </Text>
      {MARK_KEYS.map(({ mark, key, name }) => (
        <Button
          key={mark}
          role="radio"
          aria-checked={pen === mark}
          size="sm"
          variant="outline"
          bg={pen === mark ? "pineWash" : "panel"}
          borderColor={pen === mark ? "pine" : "rule"}
          borderWidth={pen === mark ? "2px" : "1px"}
          onClick={() => onChoose(mark)}
        >
          <MarkSign mark={mark} size={16} /> {name}
          <Text as="span" color="soft" fontSize="xs">
            {key}
          </Text>
        </Button>
      ))}
    </Flex>
  );
}

interface SheetProps {
  readonly mayMark: boolean;
  readonly check: Check;
  readonly students: readonly Student[];
  readonly figures: readonly FigureLine[];
}

function CheckSheet({ mayMark, check, students, figures }: SheetProps) {
  const { mark, conflict, forgetConflict } = useCheck(check);
  const [pen, setPen] = useState<Mark | null>("alone");
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const selected = students.find(({ id }) => id === selectedId) ?? students[0];
  const settle = (chosen: ReadonlySet<string>) => {
    if (!conflict) return;
    const { mine, theirs } = conflict;
    forgetConflict();
    void mark(theirs, chosen.has("mark") ? theirs.mark : mine, theirs.version);
  };
  return (
    <Flex gap="5" direction={{ base: "column", lg: "row" }} align="flex-start">
      <Panel flex="1" minW="0" w="full">
        {mayMark ? <Pen pen={pen} onChoose={setPen} /> : null}
        <CheckTable
          {...{ check, students, figures, pen, mayMark }}
          selectedId={selected?.id ?? null}
          onSelect={setSelectedId}
          onMark={(cell, value) => void mark(cell, value)}
        />
      </Panel>
      {selected ? (
        <Aside label="About this student">
          <StandingNote student={selected} figures={figures} check={check} />
        </Aside>
      ) : null}
      {conflict ? (
        <ConflictDialog
          differences={[
            {
              key: "mark",
              label: "The mark",
              mine: markText(conflict.mine),
              theirs: markText(conflict.theirs.mark),
            },
          ]}
          onChoose={settle}
          onClose={forgetConflict}
        />
      ) : null}
    </Flex>
  );
}

function SectionChecks({ section }: { section: Section }) {
  const params = { id: section.id };
  const checks = useApi(api.checks.list, { params });
  const students = useApi(api.students.list, { params });
  const lessons = useApi(api.lessons.list, { params });
  const library = useFigureLines();
  const create = useChange(api.checks.create);
  const { mine } = useOwnClass(section);
  const mayMark = useMay("checks.write") && mine;
  const { today } = useSession();
  const [checkId, setCheckId] = useState<string | null>(null);
  const hold = () =>
    create.mutate(
      { params, body: { heldOn: today } },
      { onSuccess: ({ id }) => setCheckId(id), onError: tellError },
    );
  return (
    <Loaded all={[checks, students, lessons, library]}>
      {(all, roster, term, figures) => {
        const check = all.find(({ id }) => id === checkId) ?? all[0];
        const danced = term.filter(({ state }) => state === "taught").flatMap(({ newFigures }) => newFigures);
        const marked = new Set(given(check?.marks ?? []).map(({ figureId }) => figureId));
        const order = [...danced.map(({ id }) => id), ...marked];
        const shown = [...new Set(order)].flatMap((id) => figures.find((figure) => figure.id === id) ?? []);
        return (
          <>
            <PageHead
              title="Checks"
              about={check ? `${section.name}, held ${longDay(check.heldOn)} by ${check.by}` : section.name}
            >
              {all.length > 1 ? (
                <Select
                  label="Check"
                  value={check?.id ?? ""}
                  onChange={setCheckId}
                  choices={all.map(({ id, heldOn, by }) => [id, `${shortDay(heldOn)}, ${by}`])}
                />
              ) : null}
              <Button asChild variant="outline" bg="panel">
                <Link to={`/sections/${section.id}/roster`}>Students</Link>
              </Button>
              {mayMark && roster.length > 0 && check ? (
                <Button loading={create.isPending} onClick={hold}>
                  Hold a check today
                </Button>
              ) : null}
            </PageHead>
            <ReadingAlong section={section} />
            {roster.length === 0 ? (
              <Empty
                title="Who is in this class?"
                action={
                  mine ? (
                    <Button asChild>
                      <Link to={`/sections/${section.id}/roster`}>Write the roster</Link>
                    </Button>
                  ) : undefined
                }
              >
                A check marks students one by one, so the roster comes first.
              </Empty>
            ) : !check ? (
              <Empty
                title="No check yet"
                action={
                  mayMark ? (
                    <Button loading={create.isPending} onClick={hold}>
                      Hold a check today
                    </Button>
                  ) : undefined
                }
              >
                A check says for every student and figure: not yet, with help, alone, dances it.
              </Empty>
            ) : shown.length === 0 ? (
              <Empty title="Nothing to check yet">
                Figures appear here once their lesson has been taught.
              </Empty>
            ) : (
              <CheckSheet key={check.id} mayMark={mayMark} check={check} students={roster} figures={shown} />
            )}
          </>
        );
      }}
    </Loaded>
  );
}

export const ChecksPage = () => (
  <SectionGate place="checks">
    {(section) => <SectionChecks key={section.id} section={section} />}
  </SectionGate>
);
