import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, contentOfSequence } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import { Loaded } from "../../kit/states.tsx";
import type { Builder } from "./use-builder.ts";
import { itemsInWords } from "./words.ts";

interface Props {
  readonly id: string;
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

/** What the sequence was before; one can be taken back. */
export function VersionsDialog({ id, builder, mayEdit, onClose }: Props) {
  const versions = useApi(api.sequences.versions, { params: { id } });
  const { library, edit, content } = builder;
  const now = JSON.stringify(contentOfSequence(content));
  return (
    <Modal open size="lg" title="Versions of this sequence" onClose={onClose}>
      <Loaded all={[versions]}>
        {(all) => (
          <Stack as="ul" gap="0" listStyleType="none">
            {all.map(({ number, content: older, by, at }) => (
              <Flex
                as="li"
                key={number}
                gap="3"
                py="2"
                borderTopWidth="1px"
                borderColor="rule"
                align="flex-start"
                justify="space-between"
              >
                <Stack gap="0">
                  <Text fontWeight="700">
                    {number}. {by}, {momentOf(at)}
                  </Text>
                  <Text fontSize="sm">{itemsInWords(older.items, library.nameOf) || "nothing in it"}</Text>
                </Stack>
                {mayEdit ? (
                  <Button
                    size="sm"
                    variant="outline"
                    disabled={JSON.stringify(contentOfSequence(older)) === now}
                    onClick={() => {
                      edit.edit(contentOfSequence(older));
                      onClose();
                    }}
                  >
                    Take it back
                  </Button>
                ) : null}
              </Flex>
            ))}
          </Stack>
        )}
      </Loaded>
    </Modal>
  );
}
