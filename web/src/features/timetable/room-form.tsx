import { Button, Stack } from "@chakra-ui/react";
import { api, namesOf, ROOM_FIELDS, type Room, roomContent, startOf } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { useRemoval } from "../../kit/removal.ts";
import { tellDone } from "../../kit/toasts.ts";
import { FormHistory } from "../history/form-history.tsx";

const SHOWN = shownBy(ROOM_FIELDS);
const schema = roomContent.extend({ version: api.rooms.change.body.shape.version });

/** A room: its name, how many it holds, what is good to know. */
export function RoomDialog({ room, onClose }: { room: Room | null; onClose: () => void }) {
  const create = useChange(api.rooms.create);
  const change = useChange(api.rooms.change);
  const { remove, busy } = useRemoval(api.rooms.remove, api.rooms.restore);
  const start = room ?? { ...startOf(ROOM_FIELDS), version: 0 };
  const { form, base, restored, forget, discard } = useContractForm(
    schema,
    start,
    `room:${room?.id ?? "new"}`,
  );
  const { errors, isSubmitting } = form.formState;
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: SHOWN,
    save: ({ version, ...content }) =>
      room
        ? change.mutateAsync({ params: { id: room.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ name }) => {
      forget();
      tellDone(`${name} is saved`);
      onClose();
    },
  });
  const foot = (
    <>
      {room ? (
        <Button
          variant="ghost"
          disabled={busy}
          onClick={() => remove(room.id, `${room.name} is removed`, onClose)}
        >
          Remove
        </Button>
      ) : null}
      {room ? (
        <FormHistory
          list="rooms"
          id={room.id}
          what={room.name}
          shape={roomContent}
          shown={SHOWN}
          form={form}
        />
      ) : null}
      <Button disabled={isSubmitting} onClick={submit}>
        Save the room
      </Button>
    </>
  );
  return (
    <Modal open title={room ? room.name : "New room"} onClose={onClose} foot={foot}>
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <Stack gap="4">
        {namesOf(ROOM_FIELDS, "name").map((name) => (
          <TextField
            key={name}
            {...labelled(ROOM_FIELDS, name)}
            error={errors[name]?.message}
            {...form.register(name)}
          />
        ))}
        <TextField
          {...labelled(ROOM_FIELDS, "places")}
          type="number"
          error={errors.places?.message}
          {...form.register("places", MAYBE_NUMBER)}
        />
        {namesOf(ROOM_FIELDS, "line").map((name) => (
          <TextField
            key={name}
            {...labelled(ROOM_FIELDS, name)}
            error={errors[name]?.message}
            {...form.register(name)}
          />
        ))}
      </Stack>
      {conflict}
    </Modal>
  );
}

/** Names of the studio's rooms, offered where one is written. */
export function RoomNames({ id }: { id: string }) {
  const rooms = useApi(api.rooms.list, {});
  return (
    <datalist id={id}>
      {(rooms.data ?? []).map(({ name }) => (
        <option key={name} value={name} />
      ))}
    </datalist>
  );
}
