import { Box, Flex, Text } from "@chakra-ui/react";
import { type Finding, type WeekLoad, type WeekRoom, WORK } from "@map-step/core/plan";
import { daysBetween } from "@map-step/core/time";
import { Check } from "lucide-react";
import { tone } from "../../../app/theme.ts";
import { dayAndMonth } from "../../../kit/dates.ts";
import { LABEL_WIDTH, WORK_FILL } from "../../../kit/strand-look.ts";

const SKY = 84;

interface Props {
  readonly loads: readonly WeekLoad[];
  readonly findings: readonly Finding[];
  /** What each week has room for. */
  readonly rooms: readonly WeekRoom[];
  /** Minutes a plain lesson has for figures. */
  readonly room: number;
  /** The date of each week; none for a level without a section. */
  readonly dates: readonly string[];
  readonly taught: number;
  readonly column: number;
  readonly week: number | null;
  readonly onSelect: (week: number) => void;
}

/** The minutes of one week, stacked by kind of work. */
function Tower({ load, scale, over }: { load: WeekLoad; scale: number; over: boolean }) {
  return (
    <Flex direction="column" justify="flex-end" align="center" h={`${SKY + 20}px`}>
      <Text
        className="numbers"
        fontWeight="700"
        lineHeight="18px"
        color={over ? "brick" : "ink"}
        bg="ground"
        px="1"
        zIndex="1"
        borderRadius="sm"
      >
        {load.minutes}
      </Text>
      <Box w="62%" borderWidth={load.minutes > 0 ? "1px" : "0"} borderColor={over ? "brick" : "pine"}>
        {WORK.filter((work) => load.byWork[work] > 0).map((work) => (
          <Box
            key={work}
            h={`${load.byWork[work] * scale}px`}
            style={{ background: WORK_FILL[work] }}
            css={{ printColorAdjust: "exact" }}
          />
        ))}
      </Box>
    </Flex>
  );
}

/** What a special week takes away of the lesson: hatched, from the minutes that are left up to the full lesson. */
const SpecialRoof = ({ here, room, scale }: { here: WeekRoom; room: number; scale: number }) => (
  <Box
    position="absolute"
    left="19%"
    w="62%"
    top={`${20 + SKY - room * scale}px`}
    h={`${Math.max(0, room - here.minutes) * scale}px`}
    pointerEvents="none"
    opacity="0.6"
    style={{
      background: `repeating-linear-gradient(45deg, ${tone("rule")} 0 3px, transparent 3px 8px)`,
      border: `1px dashed ${tone("soft")}`,
    }}
  />
);

/** The skyline of minutes over the weeks against what a lesson has, and the head of each week. */
export function WeekHeads({ loads, findings, rooms, room, dates, taught, column, week, onSelect }: Props) {
  const most = Math.max(room, ...loads.map(({ minutes }) => minutes));
  const scale = SKY / Math.max(1, most);
  const skipped = (index: number): boolean => {
    const [date, next] = [dates[index], dates[index + 1]];
    return date !== undefined && next !== undefined && daysBetween(date, next) > 7;
  };
  return (
    <Box position="relative">
      <Flex
        position="absolute"
        left="0"
        right="0"
        top={`${20 + SKY - room * scale}px`}
        align="center"
        pointerEvents="none"
      >
        <Text
          className="numbers"
          w={`${LABEL_WIDTH - 8}px`}
          mr="2"
          mt="-0.5"
          textAlign="right"
          fontSize="sm"
          color="brick"
          flexShrink="0"
          position="sticky"
          left="0"
        >
          {room} min to teach
        </Text>
        <Box flex="1" borderTopWidth="1.5px" borderStyle="dashed" borderColor="brick" />
      </Flex>
      <Flex pl={`${LABEL_WIDTH}px`}>
        {loads.map((load, index) => {
          const here = findings.filter((finding) => finding.week === load.week);
          const fresh = load.newFigures.length;
          return (
            <Box
              asChild
              key={load.week}
              w={`${column}px`}
              flexShrink="0"
              position="relative"
              cursor="pointer"
              bg={week === load.week ? "pineWash" : "transparent"}
              borderTopRadius="md"
            >
              <button type="button" aria-pressed={week === load.week} onClick={() => onSelect(load.week)}>
                <Tower load={load} scale={scale} over={load.minutes > (rooms[index]?.minutes ?? room)} />
                {rooms[index]?.special ? <SpecialRoof {...{ room, scale }} here={rooms[index]} /> : null}
                <Box borderTopWidth="1.5px" borderColor="ink" pt="1" pb="1">
                  <Flex
                    justify="center"
                    align="center"
                    gap="1"
                    fontWeight="700"
                    fontSize={column < 64 ? "sm" : "md"}
                  >
                    {column < 64 ? load.week : `Week ${load.week}`}
                    {load.week <= taught ? <Check size={14} aria-label="taught" role="img" /> : null}
                  </Flex>
                  <Text fontSize="xs" color="soft" className="numbers" lineHeight="1.3">
                    {dates[index] ? dayAndMonth(dates[index]) : " "}
                  </Text>
                  <Text fontSize="xs" color="soft" lineHeight="1.3">
                    {rooms[index]?.special ? rooms[index].special.kind : fresh > 0 ? `${fresh} new` : "–"}
                  </Text>
                </Box>
                {here.length > 0 ? (
                  <Box
                    position="absolute"
                    right={column < 64 ? "0" : "1"}
                    bottom="1"
                    minW="5"
                    h="5"
                    lineHeight="20px"
                    borderRadius="full"
                    bg="apricot"
                    color="#1C2B2A"
                    fontSize="xs"
                    fontWeight="700"
                  >
                    <Text as="span" aria-hidden>
                      {here.length}
                    </Text>
                    <Text as="span" srOnly>
                      {here.length} to solve
                    </Text>
                  </Box>
                ) : null}
                {skipped(index) ? (
                  <Box
                    position="absolute"
                    right="-2px"
                    bottom="2"
                    h="9"
                    w="3px"
                    bg="apricot"
                    title="The class does not meet in between"
                  />
                ) : null}
              </button>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
}
