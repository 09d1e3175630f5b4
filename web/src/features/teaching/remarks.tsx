import { Box, Button, Flex, Heading, IconButton, Text, Textarea } from "@chakra-ui/react";
import { REMARK_KINDS, type RemarkKind, remarksOf } from "@map-step/core/lesson";
import { X } from "lucide-react";
import { useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { keptDraft, useKeepDraft } from "../../kit/kept-draft.ts";
import type { ClassLogEdit } from "../class-log/use-class-log.ts";
import { REMARK_NAMES } from "../class-log/words.ts";

interface Props {
  readonly log: ClassLogEdit;
  /** Under which name an unfinished remark is kept on this device. */
  readonly name: string;
  readonly figureId: string | null;
}

/** Quick notes of a class: what struck the teacher, who struggled, what was promised. */
export function Remarks({ log, name, figureId }: Props) {
  const [text, setText] = useState(() => keptDraft<string>(name) ?? "");
  const [kind, setKind] = useState<RemarkKind>("note");
  const { keep, forget } = useKeepDraft<string>(name);
  const remarks = remarksOf(log.log);
  const add = async () => {
    const words = text.trim();
    if (words === "") return;
    await log.note("remark", crypto.randomUUID(), { kind, text: words, figureId });
    setText("");
    forget();
  };
  return (
    <Box>
      <Heading as="h2" size="md" mb="2">
        Quick notes
      </Heading>
      <ChoiceButtons
        label="What it is"
        hideLabel
        choices={REMARK_KINDS.map((value) => ({ value, label: REMARK_NAMES[value] }))}
        isChosen={(one) => one === kind}
        onChoose={setKind}
      />
      <Textarea
        aria-label="Quick note"
        mt="2"
        rows={2}
        bg="panel"
        maxLength={1000}
        placeholder="For the recap and for whoever teaches next"
        value={text}
        onChange={({ target }) => {
          setText(target.value);
          keep(target.value);
        }}
      />
      <Button mt="2" w="full" disabled={text.trim() === ""} onClick={() => void add()}>
        Note it
      </Button>
      <Box as="ul" listStyleType="none" mt="3" hidden={remarks.length === 0}>
        {remarks.map((remark) => (
          <Flex
            as="li"
            key={remark.id}
            gap="2"
            align="flex-start"
            py="1"
            borderTopWidth="1px"
            borderColor="rule"
          >
            <Text flex="1" fontSize="sm">
              <Text as="span" fontWeight="700">
                {REMARK_NAMES[remark.kind]}:
              </Text>{" "}
              {remark.text}
            </Text>
            <IconButton
              size="xs"
              variant="ghost"
              aria-label={`Take back: ${remark.text}`}
              onClick={() => void log.note("remark", remark.id, null)}
            >
              <X />
            </IconButton>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
