import { Button, Stack, Text } from "@chakra-ui/react";
import { lettersApi } from "@map-step/contract/letters";
import { useState } from "react";
import { NEW_PASSWORD, PasswordField } from "../../kit/account-fields.tsx";
import { call, errorText, useApi } from "../../kit/api.ts";
import { showFieldErrors, useContractForm } from "../../kit/form.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { Loading, PageFailed } from "../../kit/states.tsx";
import { Door } from "../session/door.tsx";

/** Where a link of a letter leads: whoever has it chooses a password and is in. */
export function DoorPage({ token }: { token: string }) {
  const door = useApi(lettersApi.door, { params: { token } });
  const { form } = useContractForm(lettersApi.enter.body, { password: "" }, null);
  const [problem, setProblem] = useState<string | null>(null);
  const { errors, isSubmitting } = form.formState;
  if (door.error?.problem.status === 404 || door.error?.problem.status === 422)
    return (
      <Door title="This link is over" about="It works once, and not for long.">
        <Stack gap="4" align="flex-start">
          <Text>
            Ask your director for another, or say on the sign-in page that you forgot your password.
          </Text>
          <Button asChild>
            <a href="/">To the sign-in page</a>
          </Button>
        </Stack>
      </Door>
    );
  if (door.error) return <PageFailed />;
  if (!door.data) return <Loading />;
  const { name, email, studioName, isNew } = door.data;
  const enter = form.handleSubmit(({ password }) =>
    call(lettersApi.enter, { params: { token }, body: { password } }).then(
      () => window.location.assign("/"),
      (error: unknown) => {
        if (!showFieldErrors(form, error)) setProblem(errorText(error));
      },
    ),
  );
  return (
    <Door
      title={isNew ? `Welcome to ${studioName}` : "Choose another password"}
      about={`${name}, you sign in with ${email}.`}
    >
      <form noValidate onSubmit={(event) => void enter(event)}>
        <Stack gap="4">
          <PasswordField
            label="Password"
            autoComplete="new-password"
            help={`${NEW_PASSWORD}; a few words that nobody would guess`}
            error={errors.password?.message}
            {...form.register("password")}
          />
          <FormProblem problem={problem} />
          <Button type="submit" alignSelf="flex-start" disabled={isSubmitting}>
            {isNew ? "Enter" : "Save it and enter"}
          </Button>
        </Stack>
      </form>
    </Door>
  );
}
