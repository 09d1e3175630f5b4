import { Button, Text } from "@chakra-ui/react";
import { sessionApi } from "@map-step/contract/session";
import { type FormEvent, useState, useSyncExternalStore } from "react";
import { PasswordField } from "./account-fields.tsx";
import { call, errorText } from "./api.ts";
import { endAsking, isAsking, onAsking } from "./asking-again.ts";
import { Modal } from "./dialog.tsx";

const FORM = "password-again";

/** Asks for the password once more, before what cannot be taken back or gives away much. */
export function PasswordAgain() {
  const open = useSyncExternalStore(onAsking, isAsking);
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const end = (isWritten: boolean) => {
    setPassword("");
    setProblem(undefined);
    endAsking(isWritten);
  };
  const send = async (event: FormEvent) => {
    event.preventDefault();
    // Not the form that the question stands in, though the page has it inside.
    event.stopPropagation();
    setBusy(true);
    await call(sessionApi.confirm, { body: { password } }).then(
      () => end(true),
      (error: unknown) => setProblem(errorText(error)),
    );
    setBusy(false);
  };
  return (
    <Modal
      open={open}
      title="Your password once more"
      size="sm"
      onClose={() => end(false)}
      foot={
        <>
          <Button variant="outline" onClick={() => end(false)}>
            Leave it
          </Button>
          <Button type="submit" form={FORM} loading={busy} disabled={password === ""}>
            Go on
          </Button>
        </>
      }
    >
      <form id={FORM} noValidate onSubmit={(event) => void send(event)}>
        <Text color="soft" mb="3">
          So that nobody does this from a screen that you left open. It holds for ten minutes.
        </Text>
        <PasswordField
          autoComplete="current-password"
          autoFocus
          value={password}
          onChange={({ target }) => setPassword(target.value)}
          error={problem}
        />
      </form>
    </Modal>
  );
}
