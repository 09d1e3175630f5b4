import { Box, Button, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { openLibrary, replaceHold } from "@map-step/core/notation";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { errorText, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField } from "../../kit/fields.tsx";
import { tellDone } from "../../kit/toasts.ts";

interface Props {
  readonly dance: DanceRecord;
  readonly figures: readonly FigureRecord[];
  /** The hold that the figures say now. */
  readonly from: string;
  readonly onClose: () => void;
}

interface Changed {
  readonly id: string;
  readonly name: string;
  /** The lines in which the hold is said, as they are and as they would be. */
  readonly lines: readonly (readonly [before: string, after: string])[];
}

function changesOf(
  figures: readonly FigureRecord[],
  dance: DanceRecord,
  from: string,
  to: string,
): Changed[] {
  const reading = readingOf(dance);
  const find = openLibrary(figures, reading);
  return figures.flatMap(({ id, name, notation }) => {
    const next = replaceHold(notation, from, to, reading, (other) => find(other)?.figure ?? null);
    if (next === notation) return [];
    const after = next.split("\n");
    const lines = notation
      .split("\n")
      .flatMap((line, at) => (line === after[at] ? [] : [[line, after[at] ?? ""] as const]));
    return [{ id, name, lines }];
  });
}

/** Another hold in the steps of every figure that says one, after a look at what becomes of each line. */
export function ReplaceHold({ dance, figures, from, onClose }: Props) {
  const others = dance.holds.map(({ name }) => name).filter((name) => name !== from);
  const [to, setTo] = useState(others[0] ?? "");
  const replace = useChange(api.dances.replaceHold);
  const changed = useMemo(() => changesOf(figures, dance, from, to), [figures, dance, from, to]);
  const save = () =>
    replace.mutate(
      { params: { id: dance.id }, body: { from, to } },
      {
        onSuccess: (done) => {
          tellDone(
            `${counted(done.changed.length, "figure")} say${done.changed.length === 1 ? "s" : ""} ${to} now`,
          );
          onClose();
        },
      },
    );
  const foot = (
    <Button onClick={save} loading={replace.isPending} disabled={changed.length === 0}>
      Change {counted(changed.length, "figure")}
    </Button>
  );
  return (
    <Modal open title={`Say another hold instead of ${from}`} onClose={onClose} foot={foot} size="lg">
      <Stack gap="3">
        <ChoiceField
          label="The other hold"
          value={to}
          onChange={({ target }) => setTo(target.value)}
          choices={others.map((name) => ({ value: name, label: name }))}
        />
        {replace.error ? (
          <Text role="alert" color="brick">
            {errorText(replace.error)}
          </Text>
        ) : null}
        <Stack as="ul" gap="2" listStyleType="none" aria-label="What would change">
          {changed.map(({ id, name, lines }) => (
            <Box as="li" key={id} borderTopWidth="1px" borderColor="rule" pt="2">
              <Text fontWeight="700">{name}</Text>
              {lines.map(([before, after], at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike, and their order stays
                <Box key={at} fontFamily="mono" fontSize="sm">
                  <Text color="soft" textDecoration="line-through">
                    {before}
                  </Text>
                  <Text>{after}</Text>
                </Box>
              ))}
            </Box>
          ))}
        </Stack>
      </Stack>
    </Modal>
  );
}
