import { Checkbox, Text } from "@chakra-ui/react";
import { api, type OwnFactors } from "@map-step/contract";
import { useQueryClient } from "@tanstack/react-query";
import { call, keyOf, useApi } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";

/** Whether the studio asks its directors for more than a password. */
export function DirectorsShowMore() {
  const own = useApi(api.factors.list, {});
  const client = useQueryClient();
  const set = (on: boolean) =>
    call(api.factors.askDirectors, { body: { on } }).then((now) => {
      client.setQueryData<OwnFactors>(keyOf(api.factors.list), now);
      tellDone(on ? "Directors are asked for more from their next page on" : "A password is enough again");
    }, tellError);
  return (
    <Panel>
      <PanelTitle>Signing in</PanelTitle>
      <Checkbox.Root
        checked={own.data?.directorsShowMore ?? false}
        disabled={own.data === undefined}
        onCheckedChange={({ checked }) => void set(checked === true)}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label>Directors show something beside the password</Checkbox.Label>
      </Checkbox.Root>
      <Text color="soft" fontSize="sm" mt="1">
        A key of a device, or codes of an app, under their account. Whoever has neither adds one first.
      </Text>
    </Panel>
  );
}
