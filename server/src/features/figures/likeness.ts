import { danceFacts } from "@map-step/contract";
import type { LikePair } from "@map-step/core/likeness";
import type { Database } from "../../db/connection.ts";
import { threads } from "../../http/request.ts";
import { type DanceLibrary, readLibrary } from "./library.ts";

/** What the figures of a dance have in common, worked out in this thread. */
export async function compareDance(db: Database, danceId: string): Promise<readonly LikePair[]> {
  const { figures, dance } = await readLibrary(db, danceId);
  return danceFacts(figures, dance).alike();
}

/** Answers by the library as it was read; gone with it. */
const compared = new WeakMap<DanceLibrary, Promise<readonly LikePair[]>>();

/**
 * What the figures of a library have in common. A server lets a thread work it out, once for a library as it is; a
 * program without threads does it itself.
 */
export function alikeIn(library: DanceLibrary): Promise<readonly LikePair[]> {
  const known = compared.get(library);
  if (known !== undefined) return known;
  const { dance, figures } = library;
  const found =
    threads()?.run("compareDance", dance.id) ?? Promise.resolve(danceFacts(figures, dance).alike());
  compared.set(library, found);
  // One that failed is asked for again.
  found.catch(() => compared.delete(library));
  return found;
}
