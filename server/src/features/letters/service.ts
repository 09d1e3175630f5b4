import { createHash } from "node:crypto";
import { type Letter, LINK_LASTS, type LinkKind, type Person } from "@map-step/contract";
import type { Logger } from "pino";
import { Op } from "sequelize";
import type { Config } from "../../config.ts";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { errorForLog } from "../../http/log.ts";
import { inUse, notFound } from "../../http/problems.ts";
import { refuseWeak } from "../session/password.ts";
import { endSignIns } from "../session/service.ts";
import { hashPassword } from "../staff/service.ts";
import type { LetterRow } from "./models.ts";
import { openPost, type Post } from "./post.ts";

const HOUR_MS = 60 * 60_000;
/** Letters are kept for so many days, and so many are shown. */
const [KEPT_DAYS, MOST] = [30, 100];

/** What letters are written with. */
export interface LetterDesk {
  readonly db: Database;
  readonly config: Config;
  readonly post: Post;
  readonly log: Pick<Logger, "error">;
}

const hashOf = (token: string): string => createHash("sha256").update(token).digest("base64url");

const view = ({ id, toAddress, subject, text, path, sentAt, createdAt }: LetterRow): Letter => ({
  id,
  to: toAddress,
  subject,
  text,
  path,
  sentAt: sentAt?.toISOString() ?? null,
  at: createdAt.toISOString(),
});

/** The last letters, the newest first. */
export const listLetters = async (db: Database): Promise<Letter[]> =>
  (await db.Letter.findAll({ order: [["createdAt", "desc"]], limit: MOST })).map(view);

const WORDS: Readonly<Record<LinkKind, (name: string, studio: string) => readonly [string, string]>> = {
  invitation: (name, studio) => [
    `Your door to ${studio}`,
    `Hello ${name},\n\n${studio} plans its classes with Map Step, and you are on the staff. With this link you choose a password and are in. It works once, for seven days.`,
  ],
  reset: (name, studio) => [
    `A new password for ${studio}`,
    `Hello ${name},\n\nsomebody, probably you, said that the password of this address is forgotten. With this link you choose another. It works once, for one hour. If it was not you, do nothing: the old password stays.`,
  ],
};

interface Addressee {
  readonly id: string;
  readonly name: string;
  readonly email: string;
}

/** Makes a link that works once and writes it to whom it is for; what they had before is over. */
async function writeLink(
  { db, config, post, log }: LetterDesk,
  kind: LinkKind,
  { id, name, email }: Addressee,
): Promise<Letter> {
  const token = newSecret();
  const path = `/d/${token}`;
  const [studio] = await rowsOf<{ name: string }>(db, "select name from studio");
  const [subject, text] = WORDS[kind](name, studio?.name ?? "Map Step");
  const letter = await inTransaction(db, async () => {
    await endLinks(db, id);
    const { sessionsEpoch: epoch } = await db.Staff.findByPk(id, { rejectOnEmpty: true });
    await db.OneTimeLink.create({
      kind,
      staffId: id,
      tokenHash: hashOf(token),
      epoch,
      expiresAt: new Date(Date.now() + LINK_LASTS[kind] * HOUR_MS),
    });
    await db.Letter.destroy({
      where: { createdAt: { [Op.lt]: new Date(Date.now() - KEPT_DAYS * 24 * HOUR_MS) } },
    });
    return db.Letter.create({ toAddress: email, subject, text, path });
  });
  if (post === null) return view(letter);
  try {
    await post({ to: email, subject, text: `${text}\n\n${config.PUBLIC_URL ?? ""}${path}\n` });
    await letter.update({ sentAt: new Date(), path: null });
  } catch (error) {
    // It waits in the studio, where the director finds it.
    log.error({ error: errorForLog(error) }, "a letter did not go out");
  }
  return view(letter);
}

/** What happened to an account, of which its owner is told, and when. */
export type Notice = "password" | "address" | "factor-added" | "factor-removed";
const NOTICES: Readonly<Record<Notice, readonly [subject: string, what: string]>> = {
  password: ["Your password was changed", "the password of your account was changed."],
  address: [
    "Your address was changed",
    "your account has another email address now. This letter goes to the one of before.",
  ],
  "factor-added": [
    "Something was added to your sign-in",
    "your account now asks for something more beside the password.",
  ],
  "factor-removed": [
    "Something was removed from your sign-in",
    "something that you showed beside the password was removed from your account.",
  ],
};

/** Tells somebody what happened to their account; nobody waits for it. */
async function writeNotice(
  { db, post, log }: LetterDesk,
  { name, email }: Pick<Addressee, "name" | "email">,
  notice: Notice,
): Promise<void> {
  const [studio] = await rowsOf<{ name: string }>(db, "select name from studio");
  const [subject, what] = NOTICES[notice];
  const title = `${subject} (${studio?.name ?? "Map Step"})`;
  const text = `Hello ${name},\n\n${what} If it was not you, tell your director at once and choose another password.`;
  const letter = await db.Letter.create({ toAddress: email, subject: title, text, path: "" });
  if (post === null) return;
  try {
    await post({ to: email, subject: title, text });
    await letter.update({ sentAt: new Date() });
  } catch (error) {
    log.error({ error: errorForLog(error) }, "a letter did not go out");
  }
}

/** Where letters are written, and notices. */
export interface Desk {
  readonly desk: (log: LetterDesk["log"]) => LetterDesk;
  /** @param to the address of before, where that is the news */
  readonly notify: (log: LetterDesk["log"], staffId: string, notice: Notice, to?: string) => void;
}

export function openDesk({ db, config }: Pick<LetterDesk, "db" | "config">): Desk {
  const post = openPost(config);
  const desk = (log: LetterDesk["log"]): LetterDesk => ({ db, config, post, log });
  return {
    desk,
    notify: (log, staffId, notice, to) => {
      const write = async () => {
        const row = await db.Staff.findByPk(staffId);
        if (row) await writeNotice(desk(log), { name: row.name, email: to ?? row.email }, notice);
      };
      void write().catch((error: unknown) =>
        log.error({ error: errorForLog(error) }, "a notice was not written"),
      );
    },
  };
}

/** Links that somebody has are over, and letters that wait with one lead nowhere any more. */
async function endLinks(db: Database, staffId: string): Promise<void> {
  await db.OneTimeLink.update({ usedAt: new Date() }, { where: { staffId, usedAt: null } });
  const staff = await db.Staff.findByPk(staffId);
  const { email: toAddress } = staff ?? { email: "" };
  await db.Letter.update({ path: null }, { where: { toAddress, path: { [Op.ne]: "" } } });
}

/** @throws a problem where nobody of that id may sign in */
export async function invite(desk: LetterDesk, id: string): Promise<Letter> {
  const row = await desk.db.Staff.findByPk(id);
  if (!row) throw notFound();
  if (!row.active) throw inUse("Who no longer works here gets no link. Let them in again first.");
  return writeLink(desk, row.passwordHash === null ? "invitation" : "reset", row);
}

/**
 * Writes a link to whoever has an address, if somebody has. An invitation that waits stays as it is: whoever says that
 * a password is forgotten may be anybody.
 */
export async function writeToForgetful(desk: LetterDesk, email: string): Promise<void> {
  const row = await desk.db.Staff.findOne({ where: { email, active: true } });
  if (!row) return;
  const isInvited = { kind: "invitation", usedAt: null, expiresAt: { [Op.gt]: new Date() } } as const;
  if ((await desk.db.OneTimeLink.count({ where: { staffId: row.id, ...isInvited } })) > 0) return;
  await writeLink(desk, row.passwordHash === null ? "invitation" : "reset", row);
}

const dead = () =>
  notFound("This link does not open anything any more. It works once, and not for long; ask for another.");

interface Open extends Addressee, Pick<Person, "role"> {
  readonly linkId: string;
  readonly kind: LinkKind;
  readonly studioName: string;
}

async function openLink(db: Database, token: string, hold: "" | "for update of l"): Promise<Open> {
  const [open] = await rowsOf<Open>(
    db,
    `select l.id as "linkId", l.kind, s.id, s.name, s.email, s.role, (select name from studio) as "studioName"
     from one_time_links l join staff s on s.id = l.staff_id and s.active
     where l.token_hash = $hash and l.used_at is null and l.expires_at > now()
       -- One that was written before the password was changed is over.
       and coalesce(l.epoch = s.sessions_epoch, l.created_at >= coalesce(s.sessions_since, l.created_at)) ${hold}`,
    { hash: hashOf(token) },
  );
  if (!open) throw dead();
  return open;
}

/** Whose door a link opens. @throws a not-found problem */
export async function doorOf(
  db: Database,
  token: string,
): Promise<{ name: string; email: string; studioName: string; isNew: boolean }> {
  const { name, email, studioName, kind } = await openLink(db, token, "");
  return { name, email, studioName, isNew: kind === "invitation" };
}

/** Chooses a password by a link; every sign-in and every link from before is over. @throws a not-found problem */
export async function enterBy(db: Database, token: string, password: string): Promise<Person> {
  refuseWeak(password, (await openLink(db, token, "")).email);
  const passwordHash = await hashPassword(password);
  return inTransaction(db, async () => {
    const { id, name, role } = await openLink(db, token, "for update of l");
    await endLinks(db, id);
    await db.Staff.update({ passwordHash, demoPassword: null, ...endSignIns() }, { where: { id } });
    return { id, name, role };
  });
}
