import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import { shorten, totalMinutes } from "@map-step/core/lesson";
import { useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { TextField } from "../../kit/fields.tsx";

interface Props {
  readonly segments: readonly LessonSegment[];
  readonly onTake: (segments: readonly LessonSegment[], minutes: number) => Promise<void>;
  readonly onClose: () => void;
}

/** What if there is less time? Shows who would give way and why, and takes it only when told to. */
export function ShorterDialog({ segments, onTake, onClose }: Props) {
  const [typed, setTyped] = useState("15");
  const [busy, setBusy] = useState(false);
  const most = totalMinutes(segments) - 1;
  const minutes = Number(typed);
  const fault =
    typed.trim() === "" || !Number.isInteger(minutes) || minutes < 1 || minutes > most
      ? `A whole number from 1 to ${most}`
      : undefined;
  const proposal = fault === undefined ? shorten(segments, minutes) : null;
  const take = async () => {
    if (!proposal) return;
    setBusy(true);
    await onTake(proposal.segments, minutes);
  };
  return (
    <Modal
      open
      title="What if we have less time?"
      onClose={onClose}
      foot={
        <Button disabled={!proposal} loading={busy} onClick={() => void take()}>
          Take it
        </Button>
      }
    >
      <TextField
        label="Minutes less"
        type="number"
        min={1}
        max={most}
        value={typed}
        error={fault}
        onChange={({ target }) => setTyped(target.value)}
      />
      {proposal ? (
        <Box mt="4" aria-live="polite">
          <Text fontWeight="700" mb="1">
            {totalMinutes(proposal.segments)} minutes are left. These give way:
          </Text>
          {proposal.changes.map(({ index, title, from, to, why }) => (
            <Flex key={index} gap="3" py="1" borderTopWidth="1px" borderColor="rule">
              <Text className="numbers" w="6.5rem" flexShrink="0">
                {from} {to === 0 ? "min, left out" : `to ${to} min`}
              </Text>
              <Text>
                <b>{title}</b>: {why}
              </Text>
            </Flex>
          ))}
          <Text color="soft" fontSize="sm" mt="3">
            Cautions stay, also those of what is left out. What is not reached comes first next time.
          </Text>
        </Box>
      ) : null}
    </Modal>
  );
}
