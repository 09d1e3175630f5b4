import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { Section } from "@map-step/contract";
import { type WalkLine, watchInWords } from "@map-step/core/lesson";
import { Modal } from "../../kit/dialog.tsx";
import { useWalkThrough } from "./use-walk-through.ts";

/** One figure of a walk-through: how it is counted, what it is made of, what to watch for. */
export function WalkFigure({ line: { name, counts, madeOf, tempi, watch } }: { line: WalkLine }) {
  return (
    <Box>
      <Text>
        <b>{name}</b>{" "}
        <Text as="span" className="numbers">
          {counts}
        </Text>
      </Text>
      {madeOf === "" ? null : <Text fontSize="sm">{madeOf}</Text>}
      {tempi === null ? null : (
        <Text fontSize="sm" color="soft" className="numbers">
          once at {tempi[0]}, once at {tempi[1]} beats a minute
        </Text>
      )}
      {watch.length > 0 ? <Text fontSize="sm">Watch for: {watchInWords(watch)}</Text> : null}
    </Box>
  );
}

interface Props {
  readonly section: Section;
  readonly week: number;
  /** Puts it into the lesson as a part; nothing where that is not possible any more. */
  readonly onAdd: ((figureIds: readonly string[]) => void) | null;
  readonly onClose: () => void;
}

/** Everything the section was taught so far, figure by figure, to be gone through once more. */
export function WalkThroughDialog({ section, week, onAdd, onClose }: Props) {
  const lines = useWalkThrough(section, week) ?? [];
  return (
    <Modal
      open
      size="lg"
      title="Walk-through"
      onClose={onClose}
      foot={
        onAdd ? (
          <Button
            disabled={lines.length === 0}
            onClick={() => {
              onAdd(lines.map(({ figureId }) => figureId));
              onClose();
            }}
          >
            Put it into the lesson
          </Button>
        ) : undefined
      }
    >
      <Text color="soft" mb="3">
        Everything that {section.name} was taught until week {week}, in the order of its weeks: each once
        slowly and once at speed.
      </Text>
      {lines.length === 0 ? <Text>Nothing was new yet.</Text> : null}
      <Stack as="ol" gap="3" listStyleType="none">
        {lines.map((line, at) => (
          <Flex as="li" key={line.figureId} gap="3">
            <Text className="numbers" color="soft" minW="1.6rem" textAlign="right">
              {at + 1}.
            </Text>
            <WalkFigure line={line} />
          </Flex>
        ))}
      </Stack>
    </Modal>
  );
}
