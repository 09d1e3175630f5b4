import { Box, Text } from "@chakra-ui/react";
import { api, type KeptEvidence } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { evidenceInWords } from "./words.ts";

interface Props {
  /** Newest last, as they were kept. */
  readonly evidence: readonly KeptEvidence[];
  /** What each is about, where that is not said already: a figure, or a dancer. */
  readonly about?: (entry: KeptEvidence) => string;
  readonly most?: number;
}

/** What something rests on: each thing that was seen, by whom and when; what was corrected is struck through. */
export function FromWhat({ evidence, about, most = 12 }: Props) {
  const staff = useApi(api.staff.list, {});
  const corrected = new Set(evidence.flatMap(({ corrects }) => corrects ?? []));
  const who = (id: string) => staff.data?.find((one) => one.id === id)?.name.split(" ")[0] ?? "";
  const shown = evidence.toReversed().slice(0, most);
  if (shown.length === 0)
    return (
      <Text color="soft" fontSize="sm">
        Nobody saw it yet.
      </Text>
    );
  return (
    <>
      <Box as="ul" listStyleType="none" fontSize="sm" aria-label="What it rests on">
        {shown.map((entry) => (
          <Box as="li" key={entry.id} display="flex" gap="2" alignItems="baseline" py="0.5">
            <Text as="span" className="numbers" color="soft" w="3.6rem" flexShrink="0">
              {dayAndMonth(entry.at)}
            </Text>
            <Text as="span" flex="1" textDecoration={corrected.has(entry.id) ? "line-through" : undefined}>
              {about ? `${about(entry)}: ` : ""}
              {evidenceInWords(entry)}
            </Text>
            <Text as="span" color="soft">
              {who(entry.markerId)}
            </Text>
          </Box>
        ))}
      </Box>
      {evidence.length > most ? (
        <Text color="soft" fontSize="sm">
          and {evidence.length - most} before
        </Text>
      ) : null}
    </>
  );
}
