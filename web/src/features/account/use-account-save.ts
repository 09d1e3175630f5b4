import type { Session } from "@map-step/contract";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { errorText } from "../../kit/api.ts";
import { showFieldErrors } from "../../kit/form.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useStartSession } from "../session/session.tsx";

/** Saves a form about one's own account: the answer is the session as it is from then on. */
export function useAccountSave<T extends FieldValues, O>(
  form: UseFormReturn<T, unknown, O>,
  send: (body: O) => Promise<Session>,
  done: string,
  onSaved: () => void,
) {
  const start = useStartSession();
  return form.handleSubmit((body) =>
    send(body).then(
      (session) => {
        onSaved();
        start(session);
        tellDone(done);
      },
      (error: unknown) => {
        if (!showFieldErrors(form, error)) tellError(errorText(error));
      },
    ),
  );
}
