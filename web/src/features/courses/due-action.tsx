import { Button, Text } from "@chakra-ui/react";
import type { Course } from "@map-step/contract";
import { daysBetween } from "@map-step/core/time";
import { Link } from "react-router";
import { awayInWords, shortDay } from "../../kit/dates.ts";
import { useSession } from "../session/session.tsx";
import { dueIn } from "./due.ts";

const WORDS = {
  close: "Close the class",
  recap: "Write the recap",
  teach: "Open the lesson",
} as const;

const PLACES = {
  close: (section: string, week: number) => `/lessons/${section}/${week}/log`,
  recap: (section: string, week: number) => `/recaps/${section}/${week}`,
  teach: (section: string, week: number) => `/lessons/${section}/${week}`,
} as const;

/** Lessons nearer than this are said as `in 3 days`. */
const SOON = 7;

interface Props {
  readonly course: Course;
  readonly name: string;
  readonly mine: boolean;
  /** The only lesson of it that is the person's, where they stand in for one. */
  readonly only?: number | undefined;
}

/** The one thing that a section waits for, as a button; for a reader of other people's classes, in words. */
export function DueAction({ course, name, mine, only }: Props) {
  const { today } = useSession();
  const own = course.weeks.find(({ week }) => week === only);
  const due = own ? ({ what: "teach", week: own } as const) : dueIn(course, today);
  if (due.what === "over" || course.sectionId === null)
    return (
      <Text color="soft" fontSize="sm">
        over
      </Text>
    );
  const { week, date } = due.week;
  const isLate = due.what !== "teach";
  if (!mine && isLate)
    return (
      <Text color="soft" fontSize="sm">
        {due.what === "close" ? `week ${week} is not closed` : `recap of week ${week} to come`}
      </Text>
    );
  const day = date ?? today;
  const when =
    due.what === "teach" && daysBetween(today, day) < SOON ? awayInWords(today, day) : shortDay(day);
  return (
    <Button
      asChild
      size="sm"
      variant={isLate ? "solid" : "outline"}
      height="auto"
      minH="9"
      py="1"
      textAlign="start"
    >
      <Link
        to={PLACES[due.what](course.sectionId, week)}
        aria-label={`${WORDS[due.what]} of week ${week}, ${name}, ${when}`}
      >
        <span>
          {WORDS[due.what]}
          <Text as="span" display="block" fontSize="xs" fontWeight="400">
            week {week}, {when}
          </Text>
        </span>
      </Link>
    </Button>
  );
}
