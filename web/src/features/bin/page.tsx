import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, BIN_DAYS, type RemovableKind, type Removed } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";

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
      <Box minW="0">
        <Text fontWeight="700">{name}</Text>
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
      <PageHead title="Bin" about={`What was removed in the last ${BIN_DAYS} days, newest first`} />
      <Loaded all={[bin]}>
        {(removed) =>
          removed.length === 0 ? (
            <Empty title="The bin is empty">
              Figures, levels, sections, students and whatever else is removed waits here for {BIN_DAYS} days.
            </Empty>
          ) : (
            <Stack as="ul" gap="2" listStyleType="none" maxW="56rem">
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
