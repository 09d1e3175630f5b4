import { createHmac, randomBytes } from "node:crypto";
import { keyFor, NONCE_BYTES, openText, sealText } from "./seal.ts";

/** The last part of a public address, which nobody guesses. */
export const newSecret = (): string => randomBytes(18).toString("base64url");

/** How the last parts of public addresses are kept, so that the database alone opens none. */
export interface LinkSecrets {
  /** As it is kept: the same for the same secret, so that it is found by it. */
  readonly seal: (secret: string) => string;
  /** What was sealed; `null` where it was sealed with another key, so that its address is dead. */
  readonly unseal: (kept: string | null) => string | null;
  /** All ways in which a secret may be kept: sealed, or as it was before secrets were. */
  readonly asKept: (secret: string) => readonly string[];
}

/** Begins what is sealed; no secret has a full stop in it. */
export const SEALED = "sealed.";

const OPEN: LinkSecrets = {
  seal: (secret) => secret,
  unseal: (kept) => (kept?.startsWith(SEALED) ? null : kept),
  asKept: (secret) => [secret],
};

/**
 * Seals with AES-256-GCM, whose nonce is made from the secret itself (a synthetic one, as in RFC 5297): secrets are
 * random, so that the same is never sealed for two things.
 * @param key the server's own secret; without one, as for programs beside the server, secrets stay as they are
 */
export function linkSecrets(key: string | undefined): LinkSecrets {
  if (key === undefined) return OPEN;
  const [sealing, naming] = [keyFor(key, "links"), keyFor(key, "links-nonce")];
  const seal = (secret: string): string => {
    const nonce = createHmac("sha256", naming).update(secret).digest().subarray(0, NONCE_BYTES);
    return SEALED + sealText(sealing, nonce, secret);
  };
  const unseal = (kept: string | null): string | null => {
    if (!kept?.startsWith(SEALED)) return kept;
    try {
      return openText(sealing, kept.slice(SEALED.length));
    } catch {
      return null;
    }
  };
  return { seal, unseal, asKept: (secret) => [seal(secret), secret] };
}
