import { createHash } from "node:crypto";
import type { Person } from "@map-step/contract";
import type { AuthenticatorTransport } from "@simplewebauthn/server";
import type { Request } from "express";
import { Op } from "sequelize";
import type { Config } from "../../config.ts";
import type { Database } from "../../db/connection.ts";
import type { FactorRow } from "./models.ts";

/** So long what a key is asked may wait for its answer. Milliseconds. */
const CHALLENGE_MS = 5 * 60_000;

/** What a browser says of a key, in the form of the standard. */
export type Spoken = Readonly<Record<string, unknown>>;

/** Whose keys are asked for: the studio's address, as its pages have it. */
function partyOf(request: Request, { PUBLIC_URL }: Pick<Config, "PUBLIC_URL">) {
  const origin = PUBLIC_URL ? new URL(PUBLIC_URL).origin : `${request.protocol}://${request.get("host")}`;
  return { origin, id: new URL(origin).hostname };
}

/** Read when somebody uses a key: it takes as long to read as all the rest of the server. */
const protocol = () => import("@simplewebauthn/server");

const hashOf = (challenge: string): string => createHash("sha256").update(challenge).digest("base64url");

async function keepChallenge(db: Database, staffId: string, challenge: string): Promise<void> {
  await db.Challenge.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
  await db.Challenge.create({
    hash: hashOf(challenge),
    staffId,
    expiresAt: new Date(Date.now() + CHALLENGE_MS),
  });
}

/** Takes what was asked away: it is answered once. @returns whether it was asked of this account, lately */
const takeChallenge = async (db: Database, staffId: string, challenge: string): Promise<boolean> =>
  (await db.Challenge.destroy({
    where: { hash: hashOf(challenge), staffId, expiresAt: { [Op.gt]: new Date() } },
  })) === 1;

const named = ({ credentialId, transports }: FactorRow) => ({
  id: credentialId ?? "",
  transports: transports as AuthenticatorTransport[],
});

/** What the browser is asked in order to make a key for somebody. */
export async function askForNewKey(
  db: Database,
  config: Config,
  request: Request,
  person: Pick<Person, "id" | "name"> & { readonly email: string; readonly studio: string },
  present: readonly FactorRow[],
): Promise<Spoken> {
  const options = await (await protocol()).generateRegistrationOptions({
    rpName: person.studio,
    rpID: partyOf(request, config).id,
    userID: new TextEncoder().encode(person.id),
    userName: person.email,
    userDisplayName: person.name,
    attestationType: "none",
    excludeCredentials: present.map(named) as never,
    authenticatorSelection: { userVerification: "preferred", residentKey: "discouraged" },
  });
  await keepChallenge(db, person.id, options.challenge);
  return options as unknown as Spoken;
}

/** What is kept of a new key; null where the answer is none to what was asked. */
export async function readNewKey(
  db: Database,
  config: Config,
  request: Request,
  staffId: string,
  answer: Spoken,
): Promise<{ credentialId: string; publicKey: string; uses: number; transports: string[] } | null> {
  const { id, origin } = partyOf(request, config);
  const verified = await (await protocol())
    .verifyRegistrationResponse({
      response: answer as never,
      expectedChallenge: (challenge) => takeChallenge(db, staffId, challenge),
      expectedOrigin: origin,
      expectedRPID: id,
      requireUserVerification: false,
    })
    .catch(() => null);
  if (!verified?.verified || !verified.registrationInfo) return null;
  const { credential } = verified.registrationInfo;
  return {
    credentialId: credential.id,
    publicKey: Buffer.from(credential.publicKey).toString("base64url"),
    uses: credential.counter,
    transports: [...(credential.transports ?? [])],
  };
}

/** What the browser is asked at the sign-in. */
export async function askForKey(
  db: Database,
  config: Config,
  request: Request,
  staffId: string,
  keys: readonly FactorRow[],
): Promise<Spoken> {
  const options = await (await protocol()).generateAuthenticationOptions({
    rpID: partyOf(request, config).id,
    allowCredentials: keys.map(named) as never,
    userVerification: "preferred",
  });
  await keepChallenge(db, staffId, options.challenge);
  return options as unknown as Spoken;
}

/** Whether a key of somebody signed what was asked; its count goes on. */
export async function isSignedBy(
  db: Database,
  config: Config,
  request: Request,
  staffId: string,
  keys: readonly FactorRow[],
  answer: Spoken,
): Promise<boolean> {
  const key = keys.find(({ credentialId }) => credentialId === answer.id);
  if (!key?.publicKey) return false;
  const { id, origin } = partyOf(request, config);
  const verified = await (await protocol())
    .verifyAuthenticationResponse({
      response: answer as never,
      expectedChallenge: (challenge) => takeChallenge(db, staffId, challenge),
      expectedOrigin: origin,
      expectedRPID: id,
      credential: {
        ...named(key),
        publicKey: new Uint8Array(Buffer.from(key.publicKey, "base64url")),
        counter: Number(key.uses),
      } as never,
      requireUserVerification: false,
    })
    .catch(() => null);
  if (!verified?.verified) return false;
  await key.update({ uses: verified.authenticationInfo.newCounter });
  return true;
}
