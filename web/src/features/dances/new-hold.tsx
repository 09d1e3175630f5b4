import { Button, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import type { Hold } from "@map-step/core/hold";
import { useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { HoldFields } from "./hold-fields.tsx";
import { useAddToDance } from "./use-add-to-dance.ts";

interface Props {
  readonly dance: DanceRecord;
  /** What the text calls it. */
  readonly name: string;
  readonly onClose: () => void;
}

/** A hold that the steps name and the dance does not have yet, described where one is writing. */
export function NewHold({ dance, name, onClose }: Props) {
  const [hold, setHold] = useState<Hold>({
    name,
    otherNames: [],
    hands: 2,
    close: false,
    facing: "facing",
    changesTo: [],
  });
  const { add, isAdding, errorAt, other } = useAddToDance(dance, "holds");
  const told = `${dance.name} has the hold ${hold.name} now`;
  const foot = (
    <Button onClick={() => void add(hold, told, onClose)} loading={isAdding}>
      Add the hold
    </Button>
  );
  return (
    <Modal open title={`A new hold of ${dance.name}`} onClose={onClose} foot={foot} size="lg">
      {other ? (
        <Text role="alert" color="brick" mb="3">
          {other}
        </Text>
      ) : null}
      <HoldFields
        hold={hold}
        others={dance.holds.map((one) => one.name)}
        errorAt={errorAt}
        onChange={setHold}
      />
    </Modal>
  );
}
