import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { Modal } from "../../kit/dialog.tsx";
import { TickField } from "../../kit/fields.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { CountedRoutines } from "./counted-routines.tsx";
import { FigureSet } from "./figure-set.tsx";
import type { Builder } from "./use-builder.ts";
import { useCount } from "./use-count.ts";
import { grouped } from "./words.ts";

/** Beyond this nobody dances, and counting would hold the page up. */
const MOST_BEATS = 512;

interface Props {
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

/** How many routines of so many counts there are, exactly; one dealt fairly, and all of them in order. */
export function CountDialog({ builder, mayEdit, onClose }: Props) {
  const counting = useCount(builder, onClose);
  const { chosen, setChosen, beats, setBeats, inARow, setInARow, isLoop, setLoop } = counting;
  const { withTurn, setWithTurn, counted, total, again } = counting;
  return (
    <Modal open size="xl" title="How many are there?" onClose={onClose}>
      <Stack gap="4">
        <Box aria-live="polite">
          <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1.1" className="numbers">
            {"tooMany" in counted ? "Too many cases" : grouped(total)}
          </Text>
          <Text color="soft">
            {"tooMany" in counted
              ? "Choose fewer figures, or allow more of one in a row."
              : `${total === 1n ? "routine" : "routines"} of ${beats} counts${isLoop ? " that go round" : ""}, every join fitting; exact, no estimate.`}
          </Text>
        </Box>
        <Flex gap="3" wrap="wrap" align="flex-end">
          <SmallInput
            label="Counts"
            type="number"
            min={1}
            max={MOST_BEATS}
            value={beats}
            onChange={({ target }) =>
              again(() => setBeats(Math.min(MOST_BEATS, Math.max(1, Math.round(Number(target.value)) || 1))))
            }
          />
          <SmallSelect
            label="The same in a row"
            value={`${inARow}`}
            choices={[
              ["0", "as often as one likes"],
              ["1", "no figure twice"],
              ["2", "at most 2"],
              ["3", "at most 3"],
            ]}
            onChange={(value) => again(() => setInARow(Number(value)))}
          />
          <TickField label="Goes round" checked={isLoop} onChange={(yes) => again(() => setLoop(yes))} />
          <TickField
            label="With at least one turn"
            checked={withTurn}
            onChange={(yes) => again(() => setWithTurn(yes))}
          />
        </Flex>
        <FigureSet
          builder={builder}
          levels={[]}
          chosen={chosen}
          onChange={(next) => again(() => setChosen(next))}
        />
        {total > 0n ? (
          <CountedRoutines counting={counting} nameOf={builder.library.nameOf} mayEdit={mayEdit} />
        ) : null}
      </Stack>
    </Modal>
  );
}
