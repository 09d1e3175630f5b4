import { createCipheriv, createDecipheriv, hkdfSync } from "node:crypto";

/** So many bytes has what makes one sealing differ from another, and what tells that nothing of it was changed. */
export const NONCE_BYTES = 12;
const TAG_BYTES = 16;

/** A key of its own for each purpose, from the server's own secret. */
export const keyFor = (secret: string, purpose: string): Buffer =>
  Buffer.from(hkdfSync("sha256", secret, "map-step", purpose, 32));

/** Seals a text with AES-256-GCM, so that the database alone gives nothing away. */
export function sealText(key: Buffer, nonce: Buffer, text: string): string {
  const cipher = createCipheriv("aes-256-gcm", key, nonce);
  const sealed = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString("base64url");
}

/** @throws when it was sealed with another key, or changed since */
export function openText(key: Buffer, sealed: string): string {
  const bytes = Buffer.from(sealed, "base64url");
  const decipher = createDecipheriv("aes-256-gcm", key, bytes.subarray(0, NONCE_BYTES));
  decipher.setAuthTag(bytes.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES));
  const opened = decipher.update(bytes.subarray(NONCE_BYTES + TAG_BYTES));
  return Buffer.concat([opened, decipher.final()]).toString("utf8");
}
