import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type RecapVersion } from "@map-step/contract";
import { type RecapDocument, recapToText } from "@map-step/core/recap";
import { diffWords } from "diff";
import { useState } from "react";
import { useApi } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import { Loaded } from "../../kit/states.tsx";

interface Content {
  readonly title: string;
  readonly document: RecapDocument;
}

/** What differs between an older text and the present one, word by word: taken out is struck, put in is marked. */
function Difference({ older, present }: { older: Content; present: Content }) {
  const parts = diffWords(
    recapToText(older.title, older.document),
    recapToText(present.title, present.document),
  );
  let place = 0;
  return (
    <Box
      whiteSpace="pre-wrap"
      bg="ground"
      borderRadius="md"
      p="3"
      maxH="22rem"
      overflowY="auto"
      tabIndex={0}
      role="region"
      aria-label="What differs"
    >
      {parts.map(({ value, added, removed }) => {
        place += value.length;
        if (added)
          return (
            <Box as="ins" key={`in ${place}`} bg="pine3" textDecoration="none" fontWeight="600">
              {value}
            </Box>
          );
        return removed ? (
          <Box as="del" key={`out ${place}`} bg="brickWash">
            {value}
          </Box>
        ) : (
          <span key={`same ${place}`}>{value}</span>
        );
      })}
    </Box>
  );
}

interface Props {
  readonly sectionId: string;
  readonly week: number;
  readonly present: Content;
  readonly onTake: (content: Content) => void;
  readonly onClose: () => void;
}

/** The texts a recap had before, beside what it says now; one can be taken back. */
export function VersionsDialog({ sectionId, week, present, onTake, onClose }: Props) {
  const versions = useApi(api.recaps.versions, { params: { sectionId, week } });
  const [chosen, setChosen] = useState<number | null>(null);
  return (
    <Modal open title="Versions of this recap" onClose={onClose} size="xl">
      <Loaded all={[versions]}>
        {(all) => {
          const shown: RecapVersion | undefined = all.find(({ number }) => number === chosen) ?? all[0];
          if (!shown) return <Text>Nothing has been saved yet; the draft is as the class left it.</Text>;
          return (
            <Flex gap="4" direction={{ base: "column", md: "row" }}>
              <Flex direction="column" gap="1" flexShrink="0">
                {all.map(({ number, by, at }) => (
                  <Button
                    key={number}
                    variant={number === shown.number ? "solid" : "outline"}
                    justifyContent="flex-start"
                    height="auto"
                    py="1.5"
                    onClick={() => setChosen(number)}
                  >
                    {number}. {by}, {momentOf(at)}
                  </Button>
                ))}
              </Flex>
              <Box flex="1" minW="0">
                <Text color="soft" fontSize="sm" mb="2">
                  From version {shown.number} to what it says now.
                </Text>
                <Difference older={shown} present={present} />
                <Button
                  mt="3"
                  variant="outline"
                  onClick={() => {
                    onTake({ title: shown.title, document: shown.document });
                    onClose();
                  }}
                >
                  Take version {shown.number} back
                </Button>
              </Box>
            </Flex>
          );
        }}
      </Loaded>
    </Modal>
  );
}
