import { Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { fieldErrors, keyOf, useApi, useChange } from "../../kit/api.ts";
import { copyText } from "../../kit/copy.ts";
import { longDay } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";

/** Days for which a link opens a plan where nothing else is said. */
const USUAL_DAYS = 14;

/** The link at which a guest teacher reads a plan without an account, until a day. */
export function PlanLinkField({ planId }: { planId: string }) {
  const { today } = useSession();
  const client = useQueryClient();
  const params = { id: planId };
  const link = useApi(api.planLinks.read, { params });
  const open = useChange(api.planLinks.open);
  const close = useChange(api.planLinks.close);
  const [until, setUntil] = useState<string | null>(null);
  const [fault, setFault] = useState<string | undefined>(undefined);
  if (!link.data) return null;
  const { secret, until: last } = link.data;
  const day = until ?? last ?? addDays(today, USUAL_DAYS);
  const url = secret === null ? null : `${window.location.origin}/p/${secret}`;
  const save = () => {
    setFault(undefined);
    void open.mutateAsync({ params, body: { until: day } }).then(
      () => tellDone(`A guest reads this plan until ${longDay(day)}`),
      (error: unknown) => {
        const [first] = fieldErrors(error);
        if (first) setFault(first.message);
        else tellError(error);
      },
    );
  };
  return (
    <Stack gap="2" as="fieldset">
      <Text as="legend" fontWeight="700">
        For a guest teacher
      </Text>
      <Text color="soft" fontSize="sm">
        Whoever has the link reads this plan as it is now, with its figures and cautions. Students are not in
        it.
      </Text>
      {url ? (
        <Flex gap="2">
          <Input
            readOnly
            value={url}
            aria-label="Link to this plan"
            onFocus={({ target }) => target.select()}
          />
          <Button variant="outline" onClick={() => copyText(url, "The link is copied")}>
            Copy
          </Button>
        </Flex>
      ) : null}
      <Flex gap="2" align="flex-end" wrap="wrap">
        <TextField
          label="Opens until"
          type="date"
          w="10rem"
          error={fault}
          value={day}
          onChange={({ target }) => setUntil(target.value)}
        />
        <Button variant="outline" disabled={open.isPending} onClick={save}>
          {url ? "Change the day" : "Make a link"}
        </Button>
        {url ? (
          <Button
            variant="ghost"
            disabled={close.isPending}
            onClick={() =>
              void close.mutateAsync({ params }).then((closed) => {
                // What is taken away is not read again by itself.
                client.setQueryData(keyOf(api.planLinks.read, params), closed);
                tellDone("The link is closed");
              }, tellError)
            }
          >
            Close it
          </Button>
        ) : null}
      </Flex>
    </Stack>
  );
}
