import { Box, Text } from "@chakra-ui/react";
import type { ClosedDay, Slot } from "@map-step/core/timetable";
import { timeOf } from "@map-step/core/timetable";
import { format, parseISO } from "date-fns";
import { dayAndMonth, timeText } from "../../kit/dates.ts";

/** One line of the timetable: a room or a person. */
export interface GridRow {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly slots: readonly Slot[];
  /** Days on which there is nobody. */
  readonly away: readonly string[];
}

interface Props {
  readonly label: string;
  readonly days: readonly string[];
  readonly today: string;
  readonly closed: readonly ClosedDay[];
  readonly rows: readonly GridRow[];
  /** Keys of the lessons that clash with something. */
  readonly clashing: ReadonlySet<string>;
  readonly chosen: string | null;
  readonly onChoose: (key: string) => void;
  readonly levelName: (slot: Slot) => string;
  readonly sectionName: (slot: Slot) => string;
  /** Who teaches it, or where it is: whatever the line does not say. */
  readonly also: (slot: Slot) => string;
}

/** Tells a lesson from all others. */
export const slotKey = ({ sectionId, week }: Pick<Slot, "sectionId" | "week">): string =>
  `${sectionId} ${week}`;

/** The hours of the evening that are drawn under each lesson, in minutes. */
function hoursOf(rows: readonly GridRow[]): readonly [from: number, until: number] {
  const all = rows.flatMap(({ slots }) => slots);
  const from = Math.min(18 * 60, ...all.map(({ start }) => start));
  const until = Math.max(22 * 60, ...all.map(({ start, minutes }) => start + minutes));
  return [Math.floor(from / 60) * 60, Math.ceil(until / 60) * 60];
}

interface SlipProps extends Pick<Props, "levelName" | "sectionName" | "also" | "onChoose"> {
  readonly slot: Slot;
  readonly clashes: boolean;
  readonly isChosen: boolean;
  readonly hours: readonly [number, number];
}

function Slip({ slot, clashes, isChosen, hours, levelName, sectionName, also, onChoose }: SlipProps) {
  const [from, until] = hours;
  const part = (minutes: number) => `${(100 * minutes) / (until - from)}%`;
  const ends = timeText(timeOf(slot.start + slot.minutes));
  return (
    <Box
      as="button"
      display="block"
      w="full"
      textAlign="start"
      px="2"
      py="1"
      borderRadius="md"
      borderWidth={clashes || isChosen ? "2px" : "1px"}
      borderColor={clashes ? "apricot" : isChosen ? "pine.fg" : "rule"}
      bg={clashes ? "apricotWash" : slot.held ? "panel" : "sunk"}
      aria-pressed={isChosen}
      cursor="pointer"
      _hover={{ borderColor: clashes ? "apricot" : "pine2" }}
      onClick={() => onChoose(slotKey(slot))}
    >
      {clashes || !slot.held ? (
        <Text fontSize="xs" fontWeight="700">
          {clashes ? "Clash" : "Cancelled"}
        </Text>
      ) : null}
      <Text className="numbers" fontSize="sm" fontWeight="700" lineHeight="1.25" letterSpacing="-0.02em">
        {timeText(timeOf(slot.start))}–<wbr />
        {ends}
      </Text>
      <Text fontSize="sm" lineHeight="1.25" textDecoration={slot.held ? undefined : "line-through"}>
        {levelName(slot)}, {sectionName(slot)}
      </Text>
      <Text fontSize="xs" color="soft" lineHeight="1.25">
        {also(slot)}
      </Text>
      <Box position="relative" h="4px" mt="1" bg="sunk" borderRadius="full" aria-hidden>
        <Box
          position="absolute"
          top="0"
          h="4px"
          borderRadius="full"
          bg={clashes ? "apricot" : slot.held ? "pine2" : "rule"}
          left={part(slot.start - from)}
          w={part(slot.minutes)}
        />
      </Box>
    </Box>
  );
}

/** A week by room or by person: a line each, a column a day, each lesson with its hours drawn under it. */
export function TimetableGrid({
  label,
  days,
  today,
  closed,
  rows,
  clashing,
  chosen,
  onChoose,
  ...names
}: Props) {
  const hours = hoursOf(rows);
  const shut = new Map(closed.map(({ day, reason }) => [day, reason || "closed"]));
  const isBusy = (day: string) => rows.some(({ slots }) => slots.some(({ date }) => date === day));
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        w="full"
        minW="46rem"
        aria-label={label}
        css={{
          tableLayout: "fixed",
          borderCollapse: "separate",
          borderSpacing: "4px",
          "& th": { textAlign: "start", fontWeight: 600, verticalAlign: "bottom" },
          // A height of its own lets what is in a cell be as tall as the line.
          "& td": { verticalAlign: "top", height: "1px" },
        }}
      >
        <colgroup>
          <col style={{ width: "6.75rem" }} />
          {days.map((day) => (
            <col key={day} style={isBusy(day) ? {} : { width: "4rem" }} />
          ))}
        </colgroup>
        <thead>
          <tr>
            <td />
            {days.map((day) => (
              <th key={day} scope="col">
                <Box
                  px="2"
                  py="1"
                  borderRadius="md"
                  bg={day === today ? "pineWash" : undefined}
                  color={isBusy(day) || day === today ? "ink" : "soft"}
                >
                  <Text fontWeight="700">{format(parseISO(day), "EEE")}</Text>
                  <Text fontSize="xs" className="numbers" fontWeight="400">
                    {dayAndMonth(day)}
                    {day === today ? ", today" : ""}
                  </Text>
                  {shut.has(day) ? (
                    <Text fontSize="xs" fontWeight="600">
                      Closed: {shut.get(day)}
                    </Text>
                  ) : null}
                </Box>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, name, note, slots, away }) => (
            <tr key={id}>
              <th scope="row" style={{ verticalAlign: "top" }}>
                <Text fontSize="sm" lineHeight="1.2" pt="1" overflowWrap="anywhere">
                  {name}
                </Text>
                <Text fontSize="xs" color="soft" fontWeight="400">
                  {note}
                </Text>
              </th>
              {days.map((day) => (
                <td key={day}>
                  <Box
                    minH="12"
                    h="full"
                    p="1"
                    borderRadius="md"
                    bg={shut.has(day) ? "sunk" : "bg.subtle"}
                    display="flex"
                    flexDirection="column"
                    gap="1"
                  >
                    {away.includes(day) ? (
                      <Text fontSize="xs" color="soft" px="1">
                        away
                      </Text>
                    ) : null}
                    {slots
                      .filter(({ date }) => date === day)
                      .map((slot) => (
                        <Slip
                          key={slotKey(slot)}
                          slot={slot}
                          hours={hours}
                          clashes={clashing.has(slotKey(slot))}
                          isChosen={chosen === slotKey(slot)}
                          onChoose={onChoose}
                          {...names}
                        />
                      ))}
                  </Box>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
