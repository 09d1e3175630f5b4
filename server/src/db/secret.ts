import { randomBytes } from "node:crypto";

/** The last part of a public address, which nobody guesses. */
export const newSecret = (): string => randomBytes(18).toString("base64url");
