import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Enrolled } from "@map-step/contract";
import { notedAt, rotation, wasHere } from "@map-step/core/lesson";
import { sidesOf } from "@map-step/core/student";
import { Bell, UserCheck, UserX } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { useRemembered } from "../../kit/remembered.ts";
import type { ClassLogEdit } from "../class-log/use-class-log.ts";
import { soundPartnerChange } from "./signal.ts";

/** So many rounds are laid ahead; nobody changes partners more often in one evening. */
const ROUNDS = 40;
/** After how many minutes partners change by themselves; 0 for only at a tap. */
const MINUTES = [0, 1, 2, 3, 5] as const;

interface Props {
  readonly students: readonly Enrolled[];
  readonly log: ClassLogEdit;
  /** For another order of partners each week. */
  readonly week: number;
}

interface PartnersProps extends Props {
  /** Under which name the round is kept on this device. */
  readonly name: string;
}

const isHere = (log: ClassLogEdit, { id }: Enrolled): boolean => wasHere(log.log, id);

/** Who is here: one tap for who is missing, another to take it back. */
export function Attendance({
  students,
  log,
  readOnly = false,
}: Omit<Props, "week"> & { readOnly?: boolean }) {
  const here = students.filter((student) => isHere(log, student));
  const noted = students.filter(({ id }) => notedAt(log.log, "attendance", id) !== null);
  const all = async () => {
    for (const { id } of students)
      if (notedAt(log.log, "attendance", id) === null) await log.note("attendance", id, { present: true });
  };
  return (
    <Box>
      <Flex justify="space-between" align="baseline" gap="2" mb="2" wrap="wrap">
        <Heading as="h2" size="md">
          Who is here
        </Heading>
        <Text className="numbers" fontSize="sm" color="soft">
          {here.length} of {students.length}
        </Text>
      </Flex>
      <Flex direction="column" gap="1.5">
        {students.map((student) => {
          const present = isHere(log, student);
          return (
            <Button
              key={student.id}
              size="lg"
              justifyContent="flex-start"
              variant={present ? "outline" : "solid"}
              bg={present ? "panel" : "plumSolid"}
              aria-pressed={!present}
              disabled={readOnly}
              aria-label={`${student.name} is missing`}
              onClick={() => void log.note("attendance", student.id, { present: !present })}
            >
              {present ? <UserCheck aria-hidden /> : <UserX aria-hidden />}
              <Text as="span" flex="1" textAlign="left">
                {student.name}
              </Text>
              <Text as="span" fontSize="sm" fontWeight="400">
                {present ? student.role : "missing"}
              </Text>
            </Button>
          );
        })}
      </Flex>
      {noted.length < students.length && !readOnly ? (
        <Button mt="3" w="full" onClick={() => void all()}>
          Everybody else is here
        </Button>
      ) : null}
    </Box>
  );
}

/** Since when the same people dance, and how often each of them had sat out by then. */
interface Rotation {
  readonly round: number;
  readonly people: string;
  readonly from: number;
  readonly waited: readonly number[];
}

/** Who dances with whom: partners change at a tap or by the clock, and nobody waits more than once more than others. */
export function Partners({ students, log, week, name }: PartnersProps) {
  const [kept, keep] = useRemembered<Rotation>(`rotation:${name}`, {
    round: 0,
    people: "",
    from: 0,
    waited: [],
  });
  const [every, setEvery] = useState<(typeof MINUTES)[number]>(0);
  const [changed, setChanged] = useState(() => Date.now());
  const due = useRef(() => {});
  const here = students.filter((student) => isHere(log, student));
  // Who dances both goes where fewer are.
  const { leaders, followers } = sidesOf(here);
  const larger = leaders.length >= followers.length ? leaders : followers;
  const tonight = (id: string): number => notedAt(log.log, "waited", id)?.times ?? 0;
  const people = here.map(({ id }) => id).join();
  // Somebody comes or goes: the ring is laid anew, and knows who has sat out how often.
  const now: Rotation =
    kept.people === people
      ? kept
      : {
          round: kept.round,
          people,
          from: kept.round,
          waited: larger.map(({ id }) => (log.waitedBefore.get(id) ?? 0) + tonight(id)),
        };
  const { round, from } = now;
  const waited = now.waited.join();
  const rounds = useMemo(
    () => rotation(leaders.length, followers.length, ROUNDS, week + from, waited.split(",").map(Number)),
    [leaders.length, followers.length, week, from, waited],
  );
  useEffect(() => {
    if (every === 0) return;
    const timer = window.setTimeout(() => due.current(), changed + every * 60_000 - Date.now());
    return () => window.clearTimeout(timer);
  }, [every, changed]);
  const dance = rounds[(round - from) % ROUNDS];
  if (!dance) return <Text color="soft">No couples: one of the roles has nobody here.</Text>;
  const names = (indexes: readonly number[]) =>
    indexes.flatMap((index) => larger[index]?.name ?? []).join(", ");
  const change = () => {
    setChanged(Date.now());
    soundPartnerChange();
    keep({ ...now, round: round + 1 });
    for (const index of dance.waiting) {
      const student = larger[index];
      if (student) void log.note("waited", student.id, { times: tonight(student.id) + 1 });
    }
  };
  due.current = change;
  return (
    <Box>
      <Flex justify="space-between" align="baseline" mb="2">
        <Heading as="h2" size="md">
          Partners
        </Heading>
        <Text className="numbers" fontSize="sm" color="soft">
          round {round + 1}
        </Text>
      </Flex>
      <Button size="xl" w="full" variant="outline" onClick={change}>
        <Bell aria-hidden /> Change partners
      </Button>
      <Box mt="2">
        <ChoiceButtons
          label="By itself"
          choices={MINUTES.map((minutes) => ({
            value: minutes,
            label: minutes === 0 ? "off" : `${minutes} min`,
          }))}
          isChosen={(minutes) => minutes === every}
          onChoose={(minutes) => {
            setEvery(minutes);
            setChanged(Date.now());
          }}
        />
      </Box>
      <Text mt="2" fontWeight="600" role="status">
        {dance.waiting.length === 0 ? "Nobody waits." : `Waiting: ${names(dance.waiting)}`}
      </Text>
      <Box as="ul" listStyleType="none" mt="2" fontSize="sm" aria-label="Couples">
        {dance.couples.map(([leader, follower]) => (
          <li key={`${leader} ${follower}`}>
            {leaders[leader]?.name} with {followers[follower]?.name}
          </li>
        ))}
      </Box>
    </Box>
  );
}
