import { Button, Stack, Text } from "@chakra-ui/react";
import type { Asked, SignIn } from "@map-step/contract/session";
import { startAuthentication } from "@simplewebauthn/browser";
import { KeyRound } from "lucide-react";
import { type FormEvent, useState } from "react";
import { TextField } from "../../kit/fields.tsx";
import { FormProblem } from "../../kit/form-notes.tsx";

interface Props {
  readonly asked: Asked;
  readonly problem: string | null;
  readonly busy: boolean;
  readonly onShow: (shown: NonNullable<SignIn["shown"]>) => void;
  readonly onProblem: (problem: string) => void;
  readonly onBack: () => void;
}

/** After the password: a key that the device keeps, a code of an app, or a recovery code. */
export function ShowMore({ asked, problem, busy, onShow, onProblem, onBack }: Props) {
  const [code, setCode] = useState("");
  const askKey = () =>
    startAuthentication({ optionsJSON: asked.key as never }).then(
      (answer) => onShow({ kind: "key", answer: { ...answer } }),
      () => onProblem("The device showed no key. Try once more, or write a code."),
    );
  const send = (event: FormEvent) => {
    event.preventDefault();
    onShow({ kind: "code", code });
  };
  return (
    <Stack gap="4">
      {asked.key ? (
        <Button alignSelf="flex-start" loading={busy} onClick={() => void askKey()}>
          <KeyRound /> Use the key of this device
        </Button>
      ) : null}
      <form noValidate onSubmit={send}>
        <Stack gap="4">
          <TextField
            label={asked.codes ? "Code that your app shows now" : "Or a recovery code"}
            help={asked.codes ? "Or one of your recovery codes" : undefined}
            autoComplete="one-time-code"
            value={code}
            onChange={({ target }) => setCode(target.value)}
          />
          <FormProblem problem={problem} />
          <Button
            type="submit"
            alignSelf="flex-start"
            variant={asked.key ? "outline" : "solid"}
            loading={busy}
            disabled={code.trim().length < 6}
          >
            Sign in with the code
          </Button>
        </Stack>
      </form>
      <Text color="soft" fontSize="sm">
        Neither at hand? Your director can let you in anew under Staff.
      </Text>
      <Button variant="plain" px="0" h="auto" alignSelf="flex-start" onClick={onBack}>
        Back
      </Button>
    </Stack>
  );
}
