import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type SequenceRecord } from "@map-step/contract";
import { useChange } from "../../kit/api.ts";
import { copyText } from "../../kit/copy.ts";
import { Modal } from "../../kit/dialog.tsx";
import { download } from "../../kit/download.ts";
import { printBelow } from "../../kit/printing.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import type { Builder } from "./use-builder.ts";
import { sequenceAsCsv, sequenceAsJson, sequenceAsMarkdown, type WrittenSequence } from "./written.ts";

interface Props {
  readonly record: SequenceRecord;
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

/** A link for those without an account, the call sheet in open formats, and paper. */
export function FilesDialog({ record, builder, mayEdit, onClose }: Props) {
  const { content, library, picks, round, edit } = builder;
  const { dance, figureOf, nameOf } = library;
  const share = useChange(api.sequences.share);
  const unshare = useChange(api.sequences.unshare);
  const written: WrittenSequence = { content, danceName: dance.name, figureOf, nameOf, picks, round };
  const file = content.name.toLowerCase().replace(/\W+/g, "-");
  const link = record.secret === null ? null : `${window.location.origin}/s/${record.secret}`;
  const change = async (how: typeof share, told: string) => {
    try {
      // The link is given to what is saved.
      if (!(await edit.saving.flush())) return;
      await how.mutateAsync({ params: { id: record.id }, body: { version: record.version } });
      tellDone(told);
    } catch (error) {
      tellError(error);
    }
  };
  const print = () => {
    onClose();
    printBelow();
  };
  return (
    <Modal open title="Share and files" onClose={onClose}>
      <Stack gap="4">
        <Box as="section" aria-label="Share">
          {link === null ? (
            <Text mb="2">Nobody outside the studio can see it.</Text>
          ) : (
            <Stack gap="2" mb="2">
              <Text>Whoever has this link sees it as it is now, without an account:</Text>
              <Text fontSize="sm" wordBreak="break-all" bg="ground" p="2" borderRadius="md">
                {link}
              </Text>
            </Stack>
          )}
          <Flex gap="2" wrap="wrap">
            {link === null ? null : (
              <Button size="sm" onClick={() => copyText(link, "The link is copied")}>
                Copy the link
              </Button>
            )}
            {mayEdit ? (
              <Button
                size="sm"
                variant={link === null ? "solid" : "outline"}
                loading={share.isPending}
                onClick={() => void change(share, link === null ? "It is shared" : "The old link is dead")}
              >
                {link === null ? "Share it by a link" : "Give it another link"}
              </Button>
            ) : null}
            {mayEdit && link !== null ? (
              <Button
                size="sm"
                variant="ghost"
                loading={unshare.isPending}
                onClick={() => void change(unshare, "The link is dead")}
              >
                Stop sharing
              </Button>
            ) : null}
          </Flex>
        </Box>
        <Flex gap="2" wrap="wrap">
          <Button
            variant="outline"
            onClick={() => download(`${file}.md`, "text/markdown", sequenceAsMarkdown(written))}
          >
            Call sheet as Markdown
          </Button>
          <Button
            variant="outline"
            onClick={() => download(`${file}.csv`, "text/csv", sequenceAsCsv(written))}
          >
            Call sheet as CSV
          </Button>
          <Button
            variant="outline"
            onClick={() => download(`${file}.json`, "application/json", sequenceAsJson(written))}
          >
            All of it as JSON
          </Button>
        </Flex>
        <Button onClick={print}>Print the routine</Button>
      </Stack>
    </Modal>
  );
}
