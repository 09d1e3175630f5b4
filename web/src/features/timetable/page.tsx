import { Button, Flex, IconButton, Stack, Text } from "@chakra-ui/react";
import { may, type Term } from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import type { Slot } from "@map-step/core/timetable";
import { inWords } from "@map-step/core/words";
import { ChevronLeft, ChevronRight, Printer } from "lucide-react";
import { type ComponentProps, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { dayAndMonth } from "../../kit/dates.ts";
import { Aside, PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useSession } from "../session/session.tsx";
import { CalendarDialog, type CalendarOf } from "./calendar-address.tsx";
import { ChosenLesson } from "./chosen.tsx";
import { Clashes } from "./clashes.tsx";
import { slotKey, TimetableGrid } from "./grid.tsx";
import { rowsOf } from "./rows.ts";
import { useRemedy } from "./use-remedy.ts";
import { namesIn, type TimetableData, useMeans, useTimetable, weekStart } from "./use-timetable.ts";

interface WeekProps {
  readonly data: TimetableData;
  readonly term: Term | undefined;
  readonly days: readonly string[];
}

function Week({ data, term, days }: WeekProps) {
  const { sections, levels, slots } = data;
  const { today, person } = useSession();
  const [search, setSearch] = useSearchParams();
  const byRoom = search.get("by") !== "teacher";
  const chosenKey = search.get("lesson");
  const { means, clashes } = useMeans(data, today);
  const { take, put, busy } = useRemedy(sections);
  const names = namesIn(data);
  const set = (name: string, value: string | null) =>
    setSearch(
      (before) => {
        if (value === null) before.delete(name);
        else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  const week = slots.filter(({ date }) => days.includes(date));
  const chosen = week.find((slot) => slotKey(slot) === chosenKey);
  const clashing = new Set(
    clashes.flatMap(({ sectionIds, days: when }) =>
      week
        .filter((slot) => sectionIds.includes(slot.sectionId) && when.some(({ date }) => date === slot.date))
        .map(slotKey),
    ),
  );
  const levelOf = new Map(levels.map(({ id, name }) => [id, name]));
  const sectionOf = new Map(sections.map(({ id, name }) => [id, name]));
  const dateOf = (sectionId: string, one: number) =>
    sections.find(({ id }) => id === sectionId)?.dates[one - 1] ?? "";
  const who = (slot: Slot) => {
    const standingIn = slot.standIns.map(
      ({ staffId, forId }) => `${names.person(staffId)} for ${names.person(forId)}`,
    );
    const own = slot.teacherIds.filter((id) => !slot.standIns.some(({ forId }) => forId === id));
    return inWords([...own.map(names.person), ...standingIn]) || "nobody yet";
  };
  return (
    <Flex gap="5" align="flex-start" direction={{ base: "column", lg: "row" }}>
      <Panel flex="1" minW="0" w="full" p="3">
        <Flex gap="3" mb="2" wrap="wrap" justify="space-between" align="center">
          <ChoiceButtons
            label="Lines"
            hideLabel
            choices={[
              { value: "room", label: "By room" },
              { value: "teacher", label: "By teacher" },
            ]}
            isChosen={(value) => (value === "room") === byRoom}
            onChoose={(value) => set("by", value === "room" ? null : value)}
          />
          <Text color="soft" fontSize="sm">
            {term
              ? `${term.name}, ${dayAndMonth(term.firstDay)} to ${dayAndMonth(term.lastDay)}`
              : "In no term"}
          </Text>
        </Flex>
        {sections.length === 0 ? (
          <Empty title="No section yet">
            A section of a level has a weekday, an hour, a room and teachers; then it stands here.
          </Empty>
        ) : (
          <TimetableGrid
            label={byRoom ? "The week by room" : "The week by teacher"}
            days={days}
            today={today}
            closed={means.closed}
            rows={rowsOf(data, week, days, byRoom)}
            clashing={clashing}
            chosen={chosenKey}
            onChoose={(key) => set("lesson", key === chosenKey ? null : key)}
            levelName={({ levelId }) => levelOf.get(levelId) ?? ""}
            sectionName={({ sectionId }) => sectionOf.get(sectionId) ?? ""}
            also={byRoom ? who : ({ room }) => room || "no room"}
          />
        )}
      </Panel>
      <Aside label="What clashes, and the lesson that is chosen">
        {chosen ? (
          <ChosenLesson
            key={slotKey(chosen)}
            slot={chosen}
            means={means}
            names={names}
            levelName={levelOf.get(chosen.levelId) ?? ""}
            maySubstitute={(forId) => person.role === "director" || forId === person.id}
            onStandIn={(forId, staffId) => void put(chosen.sectionId, chosen.week, forId, staffId)}
            busy={busy}
            onClose={() => set("lesson", null)}
          />
        ) : null}
        <Clashes
          clashes={clashes}
          means={means}
          names={names}
          dateOf={dateOf}
          onTake={may(person.role, "sections.write") ? take : null}
          busy={busy}
        />
      </Aside>
    </Flex>
  );
}

function Calendars({ data, onClose }: { data: TimetableData; onClose: () => void }) {
  const { rooms, sections, staff } = data;
  const { person } = useSession();
  const names = namesIn(data);
  const isDirector = person.role === "director";
  const teachers = staff.filter(({ id, active }) => id === person.id || (isDirector && active));
  const choices: CalendarOf[] = [
    ...teachers
      .toSorted((a, b) => Number(b.id === person.id) - Number(a.id === person.id))
      .map(({ id, name }) => ({
        kind: "teacher" as const,
        id,
        label: id === person.id ? `${name} (you)` : name,
      })),
    ...(isDirector ? rooms.map(({ id, name }) => ({ kind: "room" as const, id, label: name })) : []),
    ...sections
      .filter(({ teacherIds }) => isDirector || teacherIds.includes(person.id))
      .map(({ id }) => ({ kind: "section" as const, id, label: names.section(id) })),
  ];
  return <CalendarDialog choices={choices} onClose={onClose} />;
}

const Step = ({ label, ...button }: { label: string } & ComponentProps<typeof IconButton>) => (
  <IconButton size="sm" variant="outline" bg="panel" aria-label={label} {...button} />
);

/** The week by room and by teacher, what clashes in the rest of the term, and who could stand in. */
export function TimetablePage() {
  const { today, studio } = useSession();
  const [search, setSearch] = useSearchParams();
  const firstWeekday = studio?.firstWeekday ?? 1;
  const asked = search.get("week") ?? today;
  const monday = weekStart(Number.isNaN(Date.parse(asked)) ? today : asked, firstWeekday);
  const days = Array.from({ length: 7 }, (_, at) => addDays(monday, at));
  const { all, term } = useTimetable(monday);
  const [calendars, setCalendars] = useState(false);
  const go = (day: string) =>
    setSearch((before) => {
      before.set("week", day);
      before.delete("lesson");
      return before;
    });
  return (
    <>
      <style>{"@page { size: landscape; margin: 10mm }"}</style>
      <PageHead
        title="Timetable"
        about={`Week of ${dayAndMonth(monday)} to ${dayAndMonth(days[6] ?? monday)}`}
      >
        <Step label="The week before" onClick={() => go(addDays(monday, -7))}>
          <ChevronLeft size={18} />
        </Step>
        <Button size="sm" variant="outline" bg="panel" onClick={() => go(today)}>
          This week
        </Button>
        <Step label="The week after" onClick={() => go(addDays(monday, 7))}>
          <ChevronRight size={18} />
        </Step>
        <Step label="Print the week" onClick={() => window.print()}>
          <Printer size={16} />
        </Step>
        <Button size="sm" variant="outline" bg="panel" onClick={() => setCalendars(true)}>
          In your calendar
        </Button>
        <Button asChild size="sm" variant="outline" bg="panel">
          <Link to="/timetable/terms">Terms, rooms, away</Link>
        </Button>
      </PageHead>
      <Stack gap="4">
        <Loaded all={all}>
          {(terms, rooms, absences, sections, levels, staff, slots) => {
            const data = { terms, rooms, absences, sections, levels, staff, slots };
            return (
              <>
                <Week data={data} term={term} days={days} />
                {calendars ? <Calendars data={data} onClose={() => setCalendars(false)} /> : null}
              </>
            );
          }}
        </Loaded>
      </Stack>
    </>
  );
}
