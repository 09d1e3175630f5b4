import { Button, Stack } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { type Setup, sessionApi, setup } from "@map-step/contract/session";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { EmailField, NEW_PASSWORD, PasswordField } from "../../kit/account-fields.tsx";
import { call, errorText } from "../../kit/api.ts";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { showFieldErrors } from "../../kit/form.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { Door } from "./door.tsx";
import { useStartSession } from "./session.tsx";

const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set([here, ...Intl.supportedValuesOf("timeZone")])].map((zone) => ({
  value: zone,
  label: zone.replaceAll("_", " "),
}));

/** The first page of an empty studio: names it and creates its director. */
export function SetupPage() {
  const start = useStartSession();
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm<Setup>({
    resolver: zodResolver(setup),
    defaultValues: { studioName: "", timeZone: here, name: "", email: "", password: "" },
  });
  const { errors, isSubmitting } = form.formState;
  const create = (values: Setup) =>
    call(sessionApi.setUp, { body: values }).then(start, (error: unknown) => {
      if (!showFieldErrors(form, error)) setProblem(errorText(error));
    });
  return (
    <Door title="Open your studio" about="You become its program director; you add the staff afterwards.">
      <form noValidate onSubmit={form.handleSubmit(create)}>
        <Stack gap="4">
          <TextField
            label="Name of the studio"
            error={errors.studioName?.message}
            {...form.register("studioName")}
          />
          <ChoiceField
            label="Time zone"
            choices={ZONES}
            error={errors.timeZone?.message}
            {...form.register("timeZone")}
          />
          <TextField
            label="Your name"
            autoComplete="name"
            error={errors.name?.message}
            {...form.register("name")}
          />
          <EmailField autoComplete="username" error={errors.email?.message} {...form.register("email")} />
          <PasswordField
            autoComplete="new-password"
            help={NEW_PASSWORD}
            error={errors.password?.message}
            {...form.register("password")}
          />
          <FormProblem problem={problem} />
          <Button type="submit" alignSelf="flex-start" loading={isSubmitting}>
            Open the studio
          </Button>
        </Stack>
      </form>
    </Door>
  );
}
