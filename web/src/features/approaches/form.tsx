import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { type ApproachContent, type ApproachRecord, api, approachContent } from "@map-step/contract";
import { useState } from "react";
import { errorText, isStale, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { AreaField, TextField } from "../../kit/fields.tsx";
import { differencesOf } from "../../kit/merge.ts";
import { tellDone } from "../../kit/toasts.ts";
import { HistoryButton } from "../history/history-button.tsx";
import { MinutesTable } from "./minutes-table.tsx";
import { StrandPicture } from "./strand-picture.tsx";
import { SHOWN_APPROACH } from "./told.ts";

interface Props {
  /** `null` for a new one. */
  readonly approach: ApproachRecord | null;
  readonly start: ApproachContent;
  readonly onClose: () => void;
}

/** Lesson ages as text: `4, 7`. */
const readReturns = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);

/** A studio's own approach: minutes of a figure of sixteen by lesson and layer, and its returns. */
export function ApproachDialog({ approach, start, onClose }: Props) {
  const create = useChange(api.approaches.create);
  const change = useChange(api.approaches.change);
  const [content, setContent] = useState(start);
  const [returns, setReturns] = useState(start.returns.join(", "));
  const [version, setVersion] = useState(approach?.version ?? 0);
  const [problem, setProblem] = useState<string | null>(null);
  const now = { ...content, returns: readReturns(returns) };
  const checked = approachContent.safeParse(now);
  const faults = checked.success ? [] : checked.error.issues.map(({ message }) => message);
  const set = (part: Partial<ApproachContent>) => setContent({ ...content, ...part });
  const save = async () => {
    setProblem(null);
    try {
      if (approach) await change.mutateAsync({ params: { id: approach.id }, body: { ...now, version } });
      else await create.mutateAsync({ body: now });
      tellDone(`${now.name} is saved`);
      onClose();
    } catch (error) {
      if (isStale(error)) {
        setVersion((error.problem.current as ApproachRecord).version);
        setProblem(
          "Somebody changed it meanwhile. Save again to keep what stands here, or close to see theirs.",
        );
      } else setProblem(errorText(error));
    }
  };
  const foot = (
    <>
      {approach ? (
        <HistoryButton
          list="approaches"
          id={approach.id}
          what={approach.name}
          shape={approachContent}
          differ={(was, is) => differencesOf(was, is, SHOWN_APPROACH)}
          onBack={(was) => {
            setContent(was);
            setReturns(was.returns.join(", "));
          }}
        />
      ) : null}
      <Button
        disabled={!checked.success}
        loading={create.isPending || change.isPending}
        onClick={() => void save()}
      >
        Save the approach
      </Button>
    </>
  );
  return (
    <Modal
      open
      title={approach ? `${approach.name}: edit` : "An approach of our own"}
      onClose={onClose}
      size="xl"
      foot={foot}
    >
      <Stack gap="4">
        <TextField label="Name" value={content.name} onChange={({ target }) => set({ name: target.value })} />
        <AreaField
          label="Reasons"
          rows={2}
          value={content.reason}
          onChange={({ target }) => set({ reason: target.value })}
        />
        <MinutesTable ages={content.ages} onChange={(ages) => set({ ages })} />
        <Flex gap="4" wrap="wrap">
          <Box w="14rem">
            <TextField
              label="Comes back after so many lessons"
              value={returns}
              onChange={({ target }) => setReturns(target.value)}
            />
          </Box>
          <Box w="10rem">
            <TextField
              label="Minutes each time"
              type="number"
              value={content.returnMinutes || ""}
              onChange={({ target }) => set({ returnMinutes: Math.round(Number(target.value)) })}
            />
          </Box>
        </Flex>
        {checked.success ? <StrandPicture approach={{ id: "", ...checked.data }} /> : null}
        {[...new Set(faults), ...(problem ? [problem] : [])].map((fault) => (
          <Text key={fault} color="brick" role="alert">
            {fault}
          </Text>
        ))}
      </Stack>
    </Modal>
  );
}
