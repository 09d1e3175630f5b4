import { Box, Button, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import { useState } from "react";
import { Modal } from "../../kit/dialog.tsx";

interface Props {
  readonly segments: readonly LessonSegment[];
  readonly onFinish: () => Promise<void>;
  readonly onClose: () => void;
}

function Names({ title, parts }: { title: string; parts: readonly LessonSegment[] }) {
  if (parts.length === 0) return null;
  return (
    <Box mt="3">
      <Text fontWeight="700">{title}</Text>
      <Box as="ul" listStyleType="disc" pl="5">
        {parts.map(({ id, title: name }) => (
          <li key={id}>{name}</li>
        ))}
      </Box>
    </Box>
  );
}

/** Says before a class ends what goes on to the next lesson. */
export function FinishDialog({ segments, onFinish, onClose }: Props) {
  const [busy, setBusy] = useState(false);
  const figures = segments.filter(({ figureId }) => figureId !== null);
  const open = figures.filter(({ covered }) => covered !== "done");
  // A figure with two parts is named once, and as begun when one of them was marked.
  const firstOf = open.filter(
    ({ figureId }, at) => open.findIndex((one) => one.figureId === figureId) === at,
  );
  const isMarked = (id: string | null) => figures.some((one) => one.figureId === id && one.covered !== null);
  const unmarked = firstOf.filter(({ figureId }) => !isMarked(figureId));
  const carried = firstOf.filter(({ figureId }) => isMarked(figureId));
  const finish = async () => {
    setBusy(true);
    await onFinish();
  };
  return (
    <Modal
      open
      title="Finish the class"
      onClose={onClose}
      foot={
        <Button loading={busy} onClick={() => void finish()}>
          Finish the class
        </Button>
      }
    >
      <Text>
        {unmarked.length + carried.length === 0
          ? "Everything was done. The recap is drafted from it."
          : "What was not finished comes first in the next lesson. The recap is drafted from what was done."}
      </Text>
      <Names title="Not finished" parts={carried} />
      <Names title="Not marked, so counted as not done" parts={unmarked} />
    </Modal>
  );
}
