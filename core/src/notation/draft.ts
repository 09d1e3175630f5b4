import type { PlacedUse } from "./parse-use.ts";
import type { RoleRow } from "./row.ts";
import type { Token } from "./scan.ts";
import type { Comment, FollowerBy } from "./types.ts";
import type { Role } from "./words.ts";

/** One role of a text: its header, and what is written below. */
export interface RoleDraft {
  readonly header: Token;
  readonly row: RoleRow;
  readonly by: FollowerBy | null;
}

/** A text as it is read, before its steps are on their feet. */
export interface TextDraft {
  readonly roles: Map<Role, RoleDraft>;
  readonly uses: PlacedUse[];
  /** Comments before the first role. */
  readonly head: Comment[];
  current: Role | null;
  beats: number | null;
  /** Where the length stands. */
  beatsAt: Token | null;
  free: boolean;
}
