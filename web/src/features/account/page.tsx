import { Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, passwordChange } from "@map-step/contract";
import { NEW_PASSWORD, PasswordField } from "../../kit/account-fields.tsx";
import { useApi, useChange } from "../../kit/api.ts";
import { useContractForm } from "../../kit/form.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { FactorsPanel } from "../factors/panel.tsx";
import { useSession } from "../session/session.tsx";
import { OwnAccount } from "./own-account.tsx";
import { Places } from "./places.tsx";
import { useAccountSave } from "./use-account-save.ts";

/** A new password, for which the one in use is asked. */
function NewPassword() {
  const change = useChange(api.session.changePassword);
  const { form } = useContractForm(passwordChange, { current: "", next: "" }, null);
  const { errors } = form.formState;
  const save = useAccountSave(
    form,
    (body) => change.mutateAsync({ body }),
    "Your password is changed. Every other sign-in of yours has ended.",
    () => form.reset({ current: "", next: "" }),
  );
  return (
    <Panel>
      <PanelTitle>Change your password</PanelTitle>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Stack gap="3">
          <PasswordField
            label="Password you use now"
            autoComplete="current-password"
            error={errors.current?.message}
            {...form.register("current")}
          />
          <PasswordField
            label="New password"
            autoComplete="new-password"
            help={`${NEW_PASSWORD}; a few words that nobody would guess`}
            error={errors.next?.message}
            {...form.register("next")}
          />
          <Text color="soft" fontSize="sm">
            You stay signed in here; everywhere else you sign in again.
          </Text>
          <Flex justify="flex-end">
            <Button type="submit" loading={change.isPending}>
              Change the password
            </Button>
          </Flex>
        </Stack>
      </form>
    </Panel>
  );
}

/** One's own account: name, address, password, and where one is signed in. */
export function AccountPage() {
  const { person } = useSession();
  const staff = useApi(api.staff.list, {});
  return (
    <>
      <PageHead title="Your account" about={`${person.name}, ${person.role}`} />
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" maxW="64rem" alignItems="start">
        <Stack gap="4">
          <Loaded all={[staff]}>
            {(people) => <OwnAccount email={people.find(({ id }) => id === person.id)?.email ?? ""} />}
          </Loaded>
          <NewPassword />
        </Stack>
        <Stack gap="4">
          <FactorsPanel />
          <Places />
        </Stack>
      </SimpleGrid>
    </>
  );
}
