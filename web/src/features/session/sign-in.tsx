import { Box, Button, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { lettersApi } from "@map-step/contract/letters";
import { type Asked, type Session, type SignIn, sessionApi, signIn } from "@map-step/contract/session";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { EmailField, PasswordField } from "../../kit/account-fields.tsx";
import { call, errorText, isShowMore } from "../../kit/api.ts";
import { showFieldErrors } from "../../kit/form.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { Door } from "./door.tsx";
import { useStartSession } from "./session.tsx";
import { ShowMore } from "./show-more.tsx";

export function SignInPage({ session }: { session: Session }) {
  const start = useStartSession();
  const [problem, setProblem] = useState<string | null>(null);
  const [forgotten, setForgotten] = useState(false);
  const form = useForm<SignIn>({ resolver: zodResolver(signIn), defaultValues: { email: "", password: "" } });
  const { errors, isSubmitting } = form.formState;
  const [asked, setAsked] = useState<Asked | null>(null);
  const enter = (values: SignIn) =>
    call(sessionApi.signIn, { body: values }).then(start, (error: unknown) => {
      if (isShowMore(error)) {
        setProblem(null);
        setAsked(error.problem.current as Asked);
      } else if (values.shown || !showFieldErrors(form, error)) setProblem(errorText(error));
    });
  const forget = async () => {
    if (!(await form.trigger("email"))) return;
    setProblem(null);
    await call(lettersApi.forgot, { body: { email: form.getValues("email") } }).then(
      () => setForgotten(true),
      (error: unknown) => setProblem(errorText(error)),
    );
  };
  if (asked)
    return (
      <Door title="One more step" about="Show the second thing that you chose for your account.">
        <ShowMore
          asked={asked}
          problem={problem}
          busy={isSubmitting}
          onShow={(shown) => void form.handleSubmit((values) => enter({ ...values, shown }))()}
          onProblem={setProblem}
          onBack={() => {
            setAsked(null);
            setProblem(null);
          }}
        />
      </Door>
    );
  return (
    <Door title={session.studio?.name ?? "Sign in"} about="Sign in with the email address the studio knows.">
      <form noValidate onSubmit={form.handleSubmit(enter)}>
        <Stack gap="4">
          <EmailField autoComplete="username" error={errors.email?.message} {...form.register("email")} />
          <PasswordField
            autoComplete="current-password"
            error={errors.password?.message}
            {...form.register("password")}
          />
          <FormProblem problem={problem} />
          <Button type="submit" alignSelf="flex-start" loading={isSubmitting}>
            Sign in
          </Button>
        </Stack>
      </form>
      {forgotten ? (
        <Text mt="4" role="status">
          If the studio knows this address, a link with which you choose a new password is on its way. It
          works once, for an hour. Without mail, your director finds it under Staff.
        </Text>
      ) : (
        <Button mt="4" variant="plain" px="0" h="auto" onClick={() => void forget()}>
          Forgot your password?
        </Button>
      )}
      {session.demoAccounts.length > 0 ? (
        <Box mt="8" pt="5" borderTopWidth="1px" borderColor="rule">
          <Heading as="h2" size="md">
            This is a made-up studio
          </Heading>
          <Text color="soft" mb="3">
            Choose who you are; one click signs you in.
          </Text>
          <SimpleGrid columns={2} gap="2">
            {session.demoAccounts.map(({ name, email, role, password }) => (
              <Button
                key={email}
                variant="outline"
                bg="panel"
                height="auto"
                py="2"
                justifyContent="flex-start"
                disabled={isSubmitting}
                onClick={() => {
                  form.reset({ email, password });
                  void form.handleSubmit(enter)();
                }}
              >
                <Stack gap="0" align="flex-start">
                  <Text>{name}</Text>
                  <Text color="soft" fontSize="xs" fontWeight="400">
                    {role}
                  </Text>
                </Stack>
              </Button>
            ))}
          </SimpleGrid>
        </Box>
      ) : null}
    </Door>
  );
}
