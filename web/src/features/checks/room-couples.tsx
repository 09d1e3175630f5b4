import { Button, Flex, Grid, Text } from "@chakra-ui/react";
import { api, type Enrolled } from "@map-step/contract";
import { isEnrolledOn } from "@map-step/core/student";
import { Bell } from "lucide-react";
import { type ReactNode, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { Loaded } from "../../kit/states.tsx";
import { type ClassLogEdit, useClassLog } from "../class-log/use-class-log.ts";
import { useRotation } from "../teaching/use-rotation.ts";
import type { Board } from "./board.ts";
import type { Marked } from "./use-marking.ts";

interface Props {
  readonly board: Board;
  /** Everybody in each of their roles. */
  readonly dancers: readonly Marked[];
  readonly heldOn: string;
  readonly card: (dancer: Marked) => ReactNode;
}

interface CouplesProps extends Props {
  readonly students: readonly Enrolled[];
  readonly log: ClassLogEdit | null;
  /** Of the class of this evening; 0 where there is none. */
  readonly week: number;
}

function Couples({ board, dancers, card, students, log, week }: CouplesProps) {
  const name = `${board.section.id}/${week}`;
  const { round, couples, waiting, change } = useRotation({ students, log, week, name });
  const [at, setAt] = useState(0);
  const marked = (one: Enrolled, as: Marked["as"]) =>
    dancers.filter((dancer) => dancer.id === one.personId && dancer.as === as);
  const pairs = couples.map(([leader, follower]) => ({
    title: `${leader.name} and ${follower.name}`,
    both: [...marked(leader, "leader"), ...marked(follower, "follower")],
  }));
  const shown = pairs[Math.min(at, pairs.length - 1)];
  if (!shown) return <Text color="soft">No couples: one of the roles has nobody here.</Text>;
  return (
    <>
      <Flex
        gap="2"
        mb="3"
        wrap="wrap"
        align="center"
        role="group"
        aria-label={`Couples of round ${round + 1}`}
      >
        {pairs.map((pair, index) => (
          <Button
            key={pair.title}
            size="sm"
            variant={pair === shown ? "solid" : "outline"}
            bg={pair === shown ? undefined : "panel"}
            aria-pressed={pair === shown}
            onClick={() => setAt(index)}
          >
            {pair.title}
          </Button>
        ))}
        <Button size="sm" variant="ghost" disabled={!board.mayMark} onClick={change}>
          <Bell aria-hidden /> Change partners
        </Button>
      </Flex>
      <Text fontSize="sm" color="soft" mb="2" role="status">
        Round {round + 1} of this evening.
        {waiting.length === 0 ? "" : ` Waiting: ${waiting.map((one) => one.name).join(", ")}.`}
      </Text>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
        {shown.both.map(card)}
      </Grid>
    </>
  );
}

function OfTheClass(props: Omit<CouplesProps, "log">) {
  const log = useClassLog({ sectionId: props.board.section.id, week: props.week });
  return log.ready ? <Couples {...props} log={log} /> : <Text color="soft">Reading who is here …</Text>;
}

/** Couple by couple, as they dance this evening: the partners of the class, by who is here. */
export function RoomCouples(props: Props) {
  const { board, heldOn } = props;
  const roster = useApi(api.students.list, { params: { id: board.section.id } });
  const week = board.section.dates.indexOf(heldOn) + 1;
  return (
    <Loaded all={[roster]}>
      {(all) => {
        const students = all.filter((one) => isEnrolledOn(one, heldOn));
        return week > 0 ? (
          <OfTheClass {...props} students={students} week={week} />
        ) : (
          <Couples {...props} students={students} log={null} week={week} />
        );
      }}
    </Loaded>
  );
}
