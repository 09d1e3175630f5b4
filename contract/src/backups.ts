import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** Hours after which a nightly backup is missed. */
export const BACKUP_MISSED_HOURS = 36;

/** How the nightly backups are doing. */
export const backupState = z.object({
  /** The last one that was read back and found whole. */
  good: z.object({ at: z.iso.datetime(), file: z.string(), bytes: z.int() }).nullable(),
  /** Why the last try failed; `null` where it did not. */
  problem: z.object({ at: z.iso.datetime(), words: z.string() }).nullable(),
  /** Whether one should have been made by now and was not. Never where none was ever made. */
  missed: z.boolean(),
});
/** How the nightly backups are doing. */
export type BackupState = z.infer<typeof backupState>;

/** Endpoints of the nightly backups, which the machine makes. */
export const backupsApi = {
  read: endpoint({
    method: "GET",
    path: "/backups",
    access: "settings.write",
    reads: anyOf("backups", "settings"),
    response: backupState,
  }),
};
