import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes } from "node:crypto";

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
const [NONCE_BYTES, TAG_BYTES] = [12, 16];

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
  const part = (name: string) => Buffer.from(hkdfSync("sha256", key, "map-step", name, 32));
  const [sealing, naming] = [part("links"), part("links-nonce")];
  const seal = (secret: string): string => {
    const nonce = createHmac("sha256", naming).update(secret).digest().subarray(0, NONCE_BYTES);
    const cipher = createCipheriv("aes-256-gcm", sealing, nonce);
    const sealed = Buffer.concat([cipher.update(secret, "utf8"), cipher.final()]);
    return SEALED + Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString("base64url");
  };
  const unseal = (kept: string | null): string | null => {
    if (!kept?.startsWith(SEALED)) return kept;
    const bytes = Buffer.from(kept.slice(SEALED.length), "base64url");
    try {
      const decipher = createDecipheriv("aes-256-gcm", sealing, bytes.subarray(0, NONCE_BYTES));
      decipher.setAuthTag(bytes.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES));
      const secret = decipher.update(bytes.subarray(NONCE_BYTES + TAG_BYTES));
      return Buffer.concat([secret, decipher.final()]).toString("utf8");
    } catch {
      return null;
    }
  };
  return { seal, unseal, asKept: (secret) => [seal(secret), secret] };
}
