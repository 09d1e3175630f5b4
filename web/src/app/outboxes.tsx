import { sending as seenSending } from "../features/checks/seen-outbox.ts";
import { sending as classSending } from "../features/class-log/send.ts";
import { useSession } from "../features/session/session.tsx";
import { OutboxNotice } from "../kit/outbox-notice.tsx";

/** What was noted in classes and in checks, and is still on this device only. */
export function Outboxes() {
  const { person } = useSession();
  return (
    <>
      <OutboxNotice sending={classSending} person={person} />
      <OutboxNotice sending={seenSending} person={person} />
    </>
  );
}
