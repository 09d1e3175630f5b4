import { Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { api, type CalendarKind } from "@map-step/contract";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { keyOf, useApi, useChange } from "../../kit/api.ts";
import { Confirm } from "../../kit/confirm.tsx";
import { copyText } from "../../kit/copy.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField } from "../../kit/fields.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";

/** Whose lessons a calendar can show. */
export interface CalendarOf {
  readonly kind: CalendarKind;
  readonly id: string;
  readonly label: string;
}

function Address({ kind, id }: CalendarOf) {
  const params = { kind, id };
  const now = useApi(api.calendars.read, { params });
  const renew = useChange(api.calendars.renew);
  const close = useChange(api.calendars.close);
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const secret = now.data?.secret ?? null;
  const busy = now.data === undefined || renew.isPending || close.isPending;
  const make = (told: string) => void renew.mutateAsync({ params }).then(() => tellDone(told), tellError);
  if (secret === null)
    return (
      <Flex gap="3" align="center" wrap="wrap">
        <Text color="soft">It has no address yet.</Text>
        <Button disabled={busy} onClick={() => make("The address is made")}>
          Make an address
        </Button>
      </Flex>
    );
  const url = `${window.location.origin}/api/calendar/${secret}.ics`;
  return (
    <Stack gap="3">
      <Input readOnly value={url} aria-label="Address" onFocus={({ target }) => target.select()} />
      <Flex gap="2" wrap="wrap">
        <Button onClick={() => copyText(url, "The address is copied")}>Copy the address</Button>
        <Button variant="outline" disabled={busy} onClick={() => setAsking(true)}>
          Make another
        </Button>
        <Button
          variant="ghost"
          disabled={busy}
          onClick={() =>
            void close.mutateAsync({ params }).then((closed) => {
              // What is taken away is not read again by itself.
              client.setQueryData(keyOf(api.calendars.read, params), closed);
              tellDone("The address is closed");
            }, tellError)
          }
        >
          Close it
        </Button>
      </Flex>
      {asking ? (
        <Confirm
          title="Make another address?"
          action="Make another"
          onClose={() => setAsking(false)}
          onConfirm={() => {
            setAsking(false);
            make("The address is another one now");
          }}
        >
          Calendars that ask at the present one will hear nothing new any more.
        </Confirm>
      ) : null}
    </Stack>
  );
}

/** The addresses at which calendars ask for lessons, and keep up with what changes. */
export function CalendarDialog({
  choices,
  onClose,
}: {
  choices: readonly CalendarOf[];
  onClose: () => void;
}) {
  const [which, setWhich] = useState(0);
  const chosen = choices[which];
  return (
    <Modal open title="Lessons in your calendar" onClose={onClose}>
      <Stack gap="4">
        <Text>
          Give this address to your calendar as a subscription: it keeps up with changes by itself. Whoever
          has it sees the lessons, never the students.
        </Text>
        <ChoiceField
          label="Lessons of"
          value={String(which)}
          onChange={({ target }) => setWhich(Number(target.value))}
          choices={choices.map(({ label }, index) => ({ value: String(index), label }))}
        />
        {chosen ? <Address key={`${chosen.kind} ${chosen.id}`} {...chosen} /> : null}
      </Stack>
    </Modal>
  );
}
