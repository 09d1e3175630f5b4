import { Button, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { readElement, readingOf } from "@map-step/core/element";
import type { OwnElement } from "@map-step/core/time";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { AreaField, TextField } from "../../kit/fields.tsx";
import { ElementRibbon } from "./element-fields.tsx";
import { useAddToDance } from "./use-add-to-dance.ts";

interface Props {
  readonly dance: DanceRecord;
  /** What the text calls it. */
  readonly name: string;
  readonly onClose: () => void;
}

/** Something that is said and not known yet: its steps make it an element of the dance, where one is writing. */
export function NewElement({ dance, name, onClose }: Props) {
  const [element, setElement] = useState<OwnElement>({ name, otherNames: [], steps: "" });
  const { add, isAdding, errorAt, other } = useAddToDance(dance, "ownElements");
  const read = useMemo(() => readElement(element, readingOf(dance)), [element, dance]);
  const isReady = element.steps.trim() !== "" && read.faults.length === 0 && element.name.trim() !== "";
  const told = `${dance.name} has the element ${element.name} now`;
  const foot = (
    <Button disabled={!isReady} loading={isAdding} onClick={() => void add(element, told, onClose)}>
      Add the element
    </Button>
  );
  return (
    <Modal open title={`A new element of ${dance.name}`} onClose={onClose} foot={foot} size="lg">
      <Stack gap="4">
        {other ? (
          <Text role="alert" color="brick">
            {other}
          </Text>
        ) : null}
        <TextField
          label="What it is called"
          value={element.name}
          error={errorAt("name")}
          onChange={({ target }) => setElement({ ...element, name: target.value })}
        />
        <AreaField
          label="Its steps, from the left foot"
          help="As they are said, a step a line or with commas: side, close, side, tap"
          rows={4}
          value={element.steps}
          error={errorAt("steps")}
          onChange={({ target }) => setElement({ ...element, steps: target.value.replaceAll(",", "\n") })}
        />
        {isReady ? <ElementRibbon element={read.element} dance={dance} /> : null}
      </Stack>
    </Modal>
  );
}
