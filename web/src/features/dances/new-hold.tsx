import { Button, Text } from "@chakra-ui/react";
import { api, type DanceRecord } from "@map-step/contract";
import type { Hold } from "@map-step/core/hold";
import { useState } from "react";
import { errorText, fieldErrors, isStale, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { HoldFields } from "./hold-fields.tsx";

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
  const change = useChange(api.dances.change);
  const add = ({ id, ...content }: DanceRecord) =>
    change.mutateAsync({ params: { id }, body: { ...content, holds: [...content.holds, hold] } });
  const save = async () => {
    try {
      // Whatever somebody else changed of the dance meanwhile, one more hold goes with it.
      await add(dance).catch((error: unknown) => {
        if (isStale(error)) return add(error.problem.current as DanceRecord);
        throw error;
      });
      tellDone(`${dance.name} has the hold ${hold.name} now`);
      onClose();
    } catch {
      // What is wrong stands in the form.
    }
  };
  const place = `holds.${dance.holds.length}`;
  const faults = fieldErrors(change.error);
  const errorAt = (field: keyof Hold) => faults.find(({ path }) => path === `${place}.${field}`)?.message;
  const other =
    change.error && !faults.some(({ path }) => path.startsWith(place)) ? errorText(change.error) : null;
  const foot = (
    <Button onClick={() => void save()} loading={change.isPending}>
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
