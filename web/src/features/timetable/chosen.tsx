import { Box, Button, CloseButton, Flex, Stack, Text } from "@chakra-ui/react";
import { isAway, type Means, type Proposed, type Slot, standInsFor, timeOf } from "@map-step/core/timetable";
import { counted, inWords } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { longDay, timeText } from "../../kit/dates.ts";
import type { TimetableNames } from "./words.ts";

interface Props {
  readonly slot: Slot;
  readonly means: Means;
  readonly names: TimetableNames;
  readonly levelName: string;
  /** For whom who looks at it may find somebody. */
  readonly maySubstitute: (forId: string) => boolean;
  readonly onStandIn: (forId: string, staffId: string | null) => void;
  readonly busy: boolean;
  readonly onClose: () => void;
}

/** Why somebody is proposed, or what speaks against them. */
export const standInReasons = ({ knows, mayNot, already, sameDay }: Proposed, levelName: string): string =>
  [
    mayNot.length > 0 ? `may not teach ${inWords(mayNot)}` : "",
    knows ? `teaches ${levelName}` : `has not taught ${levelName}`,
    already === 0 ? "stood in for nobody this term" : `stood in ${counted(already, "time")} this term`,
    sameDay === 0 ? "free that day" : `${sameDay} min of other classes that day`,
  ]
    .filter(Boolean)
    .join("; ");

function Finder({ forId, ...props }: Props & { forId: string }) {
  const { slot, means, names, levelName, onStandIn, busy } = props;
  const found = standInsFor(slot, forId, means);
  if (found.length === 0)
    return (
      <Text fontSize="sm" color="soft">
        Nobody of the staff is free at that time.
      </Text>
    );
  return (
    <Stack as="ol" listStyleType="none" gap="1.5">
      {found.map((one) => (
        <Flex as="li" key={one.staffId} gap="2" align="flex-start" justify="space-between">
          <Box minW="0">
            <Text fontSize="sm" fontWeight="600">
              {names.person(one.staffId)}
            </Text>
            <Text fontSize="xs" color="soft">
              {standInReasons(one, levelName)}
            </Text>
          </Box>
          <Button
            size="xs"
            variant="outline"
            disabled={busy}
            aria-label={`${names.person(one.staffId)} stands in for ${names.person(forId)}`}
            onClick={() => onStandIn(forId, one.staffId)}
          >
            Choose
          </Button>
        </Flex>
      ))}
    </Stack>
  );
}

function Teacher({ id, ...props }: Props & { id: string }) {
  const { slot, means, names, maySubstitute, onStandIn, busy } = props;
  const [finding, setFinding] = useState(false);
  const standIn = slot.standIns.find(({ forId }) => forId === id);
  const away = isAway(means.absences, id, slot.date);
  return (
    <Box as="li">
      <Flex gap="2" align="center" justify="space-between" wrap="wrap">
        <Text fontSize="sm">
          {standIn ? (
            <>
              <b>{names.person(standIn.staffId)}</b> for {names.person(id)}
            </>
          ) : (
            <b>{names.person(id)}</b>
          )}
          {away ? ", away" : ""}
        </Text>
        {maySubstitute(id) ? (
          standIn ? (
            <Button size="xs" variant="ghost" disabled={busy} onClick={() => onStandIn(id, null)}>
              Not needed
            </Button>
          ) : (
            <Button
              size="xs"
              variant={away ? "solid" : "outline"}
              aria-expanded={finding}
              aria-label={`Find a substitute for ${names.person(id)}`}
              onClick={() => setFinding(!finding)}
            >
              Find a substitute
            </Button>
          )
        ) : null}
      </Flex>
      {finding && !standIn ? (
        <Box mt="2">
          <Finder {...props} forId={id} />
        </Box>
      ) : null}
    </Box>
  );
}

/** One lesson of the timetable: where it leads, who teaches it, and who could in somebody's place. */
export function ChosenLesson(props: Props) {
  const { slot, names, onClose } = props;
  return (
    <Box mb="5">
      <Flex justify="space-between" align="flex-start" gap="2">
        <Text fontFamily="heading" fontWeight="700" lineHeight="1.2">
          {names.section(slot.sectionId)}
        </Text>
        <CloseButton size="xs" aria-label="Close this lesson" onClick={onClose} />
      </Flex>
      <Text fontSize="sm" color="soft" mb="2">
        Week {slot.week}, {longDay(slot.date)}, {timeText(timeOf(slot.start))} to{" "}
        {timeText(timeOf(slot.start + slot.minutes))}
        {slot.room ? `, ${slot.room}` : ""}
      </Text>
      {slot.held ? (
        <Flex gap="2" mb="3" wrap="wrap">
          <Button asChild size="xs" variant="outline">
            <Link to={`/lessons/${slot.sectionId}/${slot.week}`}>Lesson</Link>
          </Button>
          <Button asChild size="xs" variant="outline">
            <Link to={`/lessons/${slot.sectionId}/${slot.week}/cover`}>Substitute sheet</Link>
          </Button>
          <Button asChild size="xs" variant="outline">
            <Link to={`/levels/${slot.levelId}/sections/${slot.sectionId}`}>Plan</Link>
          </Button>
        </Flex>
      ) : (
        <Text fontSize="sm" mb="3">
          This lesson is cancelled; it needs no room and no teacher.
        </Text>
      )}
      {slot.held ? (
        <Stack as="ul" listStyleType="none" gap="2">
          {slot.teacherIds.map((id) => (
            <Teacher key={id} {...props} id={id} />
          ))}
        </Stack>
      ) : null}
    </Box>
  );
}
