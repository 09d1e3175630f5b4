import { Button, Flex, Stack } from "@chakra-ui/react";
import { api, ownAccount } from "@map-step/contract";
import { PasswordField } from "../../kit/account-fields.tsx";
import { useChange } from "../../kit/api.ts";
import { TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useSession } from "../session/session.tsx";
import { useAccountSave } from "./use-account-save.ts";

/** One's own name and address; another address asks for the password. */
export function OwnAccount({ email }: { email: string }) {
  const { person } = useSession();
  const change = useChange(api.session.changeOwn);
  const { form } = useContractForm(ownAccount, { name: person.name, email, password: "" }, null);
  const { errors } = form.formState;
  const isElsewhere = form.watch("email").trim().toLowerCase() !== email.toLowerCase();
  const save = useAccountSave(
    form,
    (body) => change.mutateAsync({ body }),
    "Your account is saved",
    () => form.setValue("password", ""),
  );
  return (
    <Panel>
      <PanelTitle>Name and address</PanelTitle>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Stack gap="3">
          <TextField
            label="Name"
            autoComplete="name"
            error={errors.name?.message}
            {...form.register("name")}
          />
          <TextField
            label="Email address"
            type="email"
            autoComplete="email"
            error={errors.email?.message}
            {...form.register("email")}
          />
          {isElsewhere || errors.password ? (
            <PasswordField
              label="Password, to use another address"
              autoComplete="current-password"
              error={errors.password?.message}
              {...form.register("password")}
            />
          ) : null}
          <Flex justify="flex-end">
            <Button type="submit" loading={change.isPending}>
              Save
            </Button>
          </Flex>
        </Stack>
      </form>
    </Panel>
  );
}
