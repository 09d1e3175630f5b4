import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Enrolled } from "@map-step/contract";
import { notedAt, wasHere } from "@map-step/core/lesson";
import { Bell, UserCheck, UserX } from "lucide-react";
import { useEffect, useEffectEvent, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import type { ClassLogEdit } from "../class-log/use-class-log.ts";
import { soundPartnerChange } from "./signal.ts";
import { useRotation } from "./use-rotation.ts";

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

/** Who dances with whom: partners change at a tap or by the clock, and nobody waits more than once more than others. */
export function Partners({ students, log, week, name }: PartnersProps) {
  const [every, setEvery] = useState<(typeof MINUTES)[number]>(0);
  const [changed, setChanged] = useState(() => Date.now());
  const { round, couples, waiting, change: goOn } = useRotation({ students, log, week, name });
  const change = () => {
    setChanged(Date.now());
    soundPartnerChange();
    goOn();
  };
  const changeByItself = useEffectEvent(change);
  useEffect(() => {
    if (every === 0) return;
    const timer = window.setTimeout(() => changeByItself(), changed + every * 60_000 - Date.now());
    return () => window.clearTimeout(timer);
  }, [every, changed]);
  if (couples.length === 0) return <Text color="soft">No couples: one of the roles has nobody here.</Text>;
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
        {waiting.length === 0 ? "Nobody waits." : `Waiting: ${waiting.map((one) => one.name).join(", ")}`}
      </Text>
      <Box as="ul" listStyleType="none" mt="2" fontSize="sm" aria-label="Couples">
        {couples.map(([leader, follower]) => (
          <li key={`${leader.id} ${follower.id}`}>
            {leader.name} with {follower.name}
          </li>
        ))}
      </Box>
    </Box>
  );
}
