import { sending as seenSending } from "../features/checks/seen-outbox.ts";
import { sending as classSending } from "../features/class-log/send.ts";
import { useSession } from "../features/session/session.tsx";
import { HeldNotice } from "../kit/held-notice.tsx";

/** What was noted in classes and in checks, and is still on this device only. */
export function Held() {
  const { person } = useSession();
  return (
    <>
      <HeldNotice sending={classSending} person={person} />
      <HeldNotice sending={seenSending} person={person} />
    </>
  );
}
