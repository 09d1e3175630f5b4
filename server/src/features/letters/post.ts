import { createTransport } from "nodemailer";
import type { Config } from "../../config.ts";

/** A letter as it goes out. */
export interface Outgoing {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Sends a letter by mail; nothing where the studio has no mail, and letters wait in the studio. */
export type Post = ((letter: Outgoing) => Promise<unknown>) | null;

/** How long a mail server may take, in milliseconds. */
const PATIENCE = 15_000;

/** The way letters go out, by the settings. */
export function openPost({ SMTP_URL, MAIL_FROM }: Config): Post {
  if (SMTP_URL === undefined) return null;
  const transport = createTransport(SMTP_URL, {
    from: MAIL_FROM ?? "Map Step <no-reply@localhost>",
  });
  const late = () => new Error(`the mail server took longer than ${PATIENCE} ms`);
  return (letter) =>
    Promise.race([
      transport.sendMail(letter),
      new Promise<never>((_, reject) => {
        setTimeout(() => reject(late()), PATIENCE).unref();
      }),
    ]);
}
