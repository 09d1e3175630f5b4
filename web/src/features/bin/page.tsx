import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, BIN_DAYS, type RemovableKind, type Removed } from "@map-step/contract";
import { clockAt, daysBetween } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { tone } from "../../app/theme.ts";
import { useApi, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { studioZone } from "../../kit/locale-format.ts";
import { PageHead } from "../../kit/page.tsx";
import { Letters } from "../../kit/ribbon/index.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";

/** What each sort of thing is called. */
const NAMES: Readonly<Record<RemovableKind, string>> = {
  figure: "Figure",
  level: "Level",
  section: "Section",
  student: "Student",
  sequence: "Sequence",
  approach: "Approach",
  "plan-draft": "Saved plan",
  "lesson-template": "Lesson template",
  room: "Room",
  term: "Term",
};

const RESTORES = {
  figure: api.figures.restore,
  level: api.levels.restore,
  section: api.sections.restore,
  student: api.students.restore,
  sequence: api.sequences.restore,
  approach: api.approaches.restore,
  "plan-draft": api.planDrafts.restore,
  "lesson-template": api.lessonTemplates.restore,
  room: api.rooms.restore,
  term: api.terms.restore,
} as const;

/** Pixels: a ring, and its line. */
const [RING, STROKE] = [36, 3.5] as const;

/** How long something still waits: a ring that empties day by day. */
function DaysLeft({ at }: { at: string }) {
  const { today } = useSession();
  const { date } = clockAt(new Date(at), studioZone());
  const left = Math.max(0, Math.min(BIN_DAYS, BIN_DAYS - daysBetween(date, today)));
  const radius = (RING - STROKE) / 2;
  const round = 2 * Math.PI * radius;
  return (
    <svg width={RING} height={RING} role="img" aria-label={`waits for ${counted(left, "day")} more`}>
      <circle cx={RING / 2} cy={RING / 2} r={radius} fill="none" stroke={tone("rule")} strokeWidth={STROKE} />
      <circle
        cx={RING / 2}
        cy={RING / 2}
        r={radius}
        fill="none"
        stroke={tone(left <= LATE ? "apricot" : "pine2")}
        strokeWidth={STROKE}
        strokeDasharray={`${(round * left) / BIN_DAYS} ${round}`}
        transform={`rotate(-90 ${RING / 2} ${RING / 2})`}
      />
      <Letters x={RING / 2} y={RING / 2 + 4.5} size={13} colour={tone("ink")} strong middle>
        {String(left)}
      </Letters>
    </svg>
  );
}

/** From here on it is time to look, in days. */
const LATE = 7;

function Line({ removed }: { removed: Removed }) {
  const { id, kind, name, of, by, at } = removed;
  // Each takes an id and nothing else; what they give back is read again by the pages that show it.
  const restore = useChange(RESTORES[kind] as typeof api.figures.restore);
  const bringBack = () =>
    restore.mutate(
      { params: { id } },
      {
        onSuccess: () => tellDone(`${name} is back`),
        onError: tellError,
      },
    );
  return (
    <Flex
      as="li"
      align="center"
      justify="space-between"
      gap="3"
      wrap="wrap"
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="md"
      px="4"
      py="2.5"
    >
      <DaysLeft at={at} />
      <Box minW="0" flex="1">
        <Text fontWeight="700" overflowWrap="anywhere">
          {name}
        </Text>
        <Text color="soft" fontSize="sm">
          {[NAMES[kind], of, `removed ${momentOf(at)}${by === "" ? "" : ` by ${by}`}`]
            .filter(Boolean)
            .join(", ")}
        </Text>
      </Box>
      <Button
        size="sm"
        variant="outline"
        loading={restore.isPending}
        onClick={bringBack}
        aria-label={`Bring back ${name}`}
      >
        Bring back
      </Button>
    </Flex>
  );
}

/** Everything that was removed lately, to be brought back. */
export function BinPage() {
  const bin = useApi(api.bin.list, {});
  return (
    <>
      <PageHead
        title="Bin"
        about={`Removed in the last ${BIN_DAYS} days, newest first; each ring tells the days that are left`}
      />
      <Loaded all={[bin]}>
        {(removed) =>
          removed.length === 0 ? (
            <Empty title="The bin is empty">
              Figures, levels, sections, students and whatever else is removed waits here for {BIN_DAYS} days.
            </Empty>
          ) : (
            <Stack as="ul" gap="2" listStyleType="none" maxW="60rem">
              {removed.map((one) => (
                <Line key={one.id} removed={one} />
              ))}
            </Stack>
          )
        }
      </Loaded>
    </>
  );
}
