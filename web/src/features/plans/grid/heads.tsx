import { Box, Flex, Text } from "@chakra-ui/react";
import { type Finding, type WeekCapacity, type WeekLoad, WORK } from "@map-step/core/plan";
import { daysBetween } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { Check } from "lucide-react";
import { dayAndMonth } from "../../../kit/dates.ts";
import { LABEL_WIDTH, WORK_FILL } from "../../../kit/strand-look.ts";
import look from "./grid.module.css";

const SKY = 84;

interface Props {
  readonly loads: readonly WeekLoad[];
  readonly findings: readonly Finding[];
  /** What each week has room for. */
  readonly capacities: readonly WeekCapacity[];
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
const Tower = ({ load, scale }: { load: WeekLoad; scale: number }) => (
  <div className={look.tower} style={{ height: SKY + 20 }}>
    <span className={look.total}>{load.minutes}</span>
    <div className={look.floors} style={load.minutes > 0 ? {} : { borderWidth: 0 }}>
      {WORK.filter((work) => load.byWork[work] > 0).map((work) => (
        <div key={work} style={{ height: load.byWork[work] * scale, background: WORK_FILL[work] }} />
      ))}
    </div>
  </div>
);

/** What a special week takes away of the lesson: hatched, from the minutes that are left up to the full lesson. */
const SpecialRoof = ({ here, room, scale }: { here: WeekCapacity; room: number; scale: number }) => (
  <div
    className={look.special}
    style={{ top: 20 + SKY - room * scale, height: Math.max(0, room - here.minutes) * scale }}
  />
);

/** The skyline of minutes over the weeks against what a lesson has, and the head of each week. */
export function WeekHeads({
  loads,
  findings,
  capacities,
  room,
  dates,
  taught,
  column,
  week,
  onSelect,
}: Props) {
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
        // The dashes lie at the minutes, in the middle of the words beside them.
        style={{ top: 20 + SKY - room * scale, transform: "translateY(-50%)" }}
        align="center"
        pointerEvents="none"
      >
        <Text
          className="numbers"
          w={`${LABEL_WIDTH - 8}px`}
          mr="2"
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
          const there = capacities[index];
          const minutes = there?.minutes ?? room;
          const over = load.minutes > minutes;
          const date = dates[index] ? dayAndMonth(dates[index]) : "";
          const isTaught = load.week <= taught;
          const name = [
            `Week ${load.week}`,
            date,
            isTaught && there?.special?.kind !== "cancelled" ? "taught" : "",
            there?.special?.kind ?? "",
            `${load.minutes} of ${counted(minutes, "minute")}`,
            `${fresh} new`,
            here.length > 0 ? `${here.length} to solve` : "",
            skipped(index) ? "no class the week after" : "",
          ];
          return (
            <button
              key={load.week}
              type="button"
              className={`${look.head} ${column < 64 ? look.narrow : ""} ${over ? look.over : ""} ${here.length > 0 ? look.flagged : ""}`}
              style={{ width: column }}
              aria-label={name.filter((part) => part !== "").join(", ")}
              aria-pressed={week === load.week}
              onClick={() => onSelect(load.week)}
            >
              <Tower load={load} scale={scale} />
              {there?.special ? <SpecialRoof {...{ room, scale }} here={there} /> : null}
              <div className={look.title}>
                <div className={look.week}>
                  {column < 64 ? load.week : `Week ${load.week}`}
                  {isTaught ? <Check size={14} /> : null}
                </div>
                <div className={look.line}>{date}</div>
                <div className={look.line}>
                  {there?.special ? there.special.kind : fresh > 0 ? `${fresh} new` : "–"}
                </div>
              </div>
              {here.length > 0 ? <div className={look.count}>{here.length}</div> : null}
              {skipped(index) ? (
                <div className={look.gap} title="The class does not meet in between" />
              ) : null}
            </button>
          );
        })}
      </Flex>
    </Box>
  );
}
