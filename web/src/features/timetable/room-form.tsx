import { Stack } from "@chakra-ui/react";
import { api, namesOf, ROOM_FIELDS, type Room, roomContent, startOf } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { TextField } from "../../kit/fields.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { savedBy, useRecordForm } from "../../kit/record-form.ts";
import { useRemoval } from "../../kit/removal.ts";
import { tellDone } from "../../kit/toasts.ts";
import { RecordDialog } from "../history/record-dialog.tsx";

const SHOWN = shownBy(ROOM_FIELDS);
const schema = roomContent.extend({ version: api.rooms.change.body.shape.version });

/** A room: its name, how many it holds, what is good to know. */
export function RoomDialog({ room, onClose }: { room: Room | null; onClose: () => void }) {
  const create = useChange(api.rooms.create);
  const change = useChange(api.rooms.change);
  const { remove, busy } = useRemoval(api.rooms.remove, api.rooms.restore);
  const start = room ?? { ...startOf(ROOM_FIELDS), version: 0 };
  const save = savedBy(room, create, change);
  const record = useRecordForm({
    schema,
    start,
    draft: `room:${room?.id ?? "new"}`,
    shown: SHOWN,
    save,
    onSaved: ({ name }) => {
      tellDone(`${name} is saved`);
      onClose();
    },
  });
  const { form, errors } = record;
  return (
    <RecordDialog
      title={room ? room.name : "New room"}
      saves="Save the room"
      record={record}
      history={room && { list: "rooms", id: room.id, what: room.name, shape: roomContent, shown: SHOWN }}
      removal={room && { busy, remove: () => remove(room.id, `${room.name} is removed`, onClose) }}
      onClose={onClose}
    >
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
    </RecordDialog>
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
