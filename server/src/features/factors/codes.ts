import { createHash, randomBytes } from "node:crypto";
import { Secret, TOTP } from "otpauth";
import type { Config } from "../../config.ts";
import { keyFor, NONCE_BYTES, openText, sealText } from "../../db/seal.ts";

/** So long one code of an app lasts, as all apps have it. Seconds. */
const STEP_S = 30;
/** Clocks of phones are off by so many codes at most. */
const WINDOW = 1;

const keyOf = ({ SESSION_SECRET }: Pick<Config, "SESSION_SECRET">): Buffer =>
  keyFor(SESSION_SECRET, "factors");

/** Locks a text with the server's own secret. */
export const lock = (config: Pick<Config, "SESSION_SECRET">, text: string): string =>
  sealText(keyOf(config), randomBytes(NONCE_BYTES), text);

/** @throws when it was locked with another secret, or changed since */
export const unlock = (config: Pick<Config, "SESSION_SECRET">, locked: string): string =>
  openText(keyOf(config), locked);

/** What an app makes its codes from. */
export const newSeed = (): string => new Secret({ size: 20 }).base32;

const appOf = (seed: string, issuer = "", label = ""): TOTP =>
  new TOTP({ issuer, label, secret: Secret.fromBase32(seed), period: STEP_S });

/** What an app reads from the picture. */
export const addressOf = (seed: string, studio: string, email: string): string =>
  appOf(seed, studio, email).toString();

/**
 * Which moment a code belongs to, counted in steps since 1970; null where it is none of now.
 * @param after none of this moment or before counts: a code is good once
 */
export function stepOf(seed: string, code: string, after: number, now = Date.now()): number | null {
  const token = code.replaceAll(/\D/g, "");
  if (token.length !== 6) return null;
  const delta = appOf(seed).validate({ token, window: WINDOW, timestamp: now });
  const step = delta === null ? null : Math.floor(now / 1000 / STEP_S) + delta;
  return step !== null && step > after ? step : null;
}

/** Letters and digits that nobody takes for each other. */
const SIGNS = "abcdefghjkmnpqrstuvwxyz23456789";
export const RECOVERY_CODES = 10;

/** A code to write down: `k7mq-x2vd-9fhr`. */
export function newRecoveryCode(): string {
  const signs = Array.from({ length: 12 }, () => {
    for (;;) {
      const [byte = 255] = randomBytes(1);
      // Each sign equally likely.
      if (byte < 248) return SIGNS[byte % SIGNS.length] ?? "";
    }
  }).join("");
  return signs.match(/.{4}/g)?.join("-") ?? signs;
}

/** What is kept of a recovery code, however it was written. */
export const hashOfCode = (staffId: string, code: string): string =>
  createHash("sha256")
    .update(`${staffId} ${code.toLowerCase().replaceAll(/[^a-z\d]/g, "")}`)
    .digest("base64url");
