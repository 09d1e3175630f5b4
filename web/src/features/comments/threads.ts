import type { Comment } from "@map-step/contract";

/** A comment that begins, and what was answered to it. */
export interface ThreadOfComments {
  readonly root: Comment;
  readonly answers: readonly Comment[];
}

/** Comments as threads: those that are open first, the latest word first; answers whose beginning was taken away stay. */
export function threadsOf(comments: readonly Comment[]): ThreadOfComments[] {
  const ids = new Set(comments.map(({ id }) => id));
  const roots = comments.filter(({ replyTo }) => replyTo === null || !ids.has(replyTo));
  const lastOf = ({ root, answers }: ThreadOfComments) => answers.at(-1)?.at ?? root.at;
  return roots
    .map((root) => ({ root, answers: comments.filter(({ replyTo }) => replyTo === root.id) }))
    .sort(
      (a, b) =>
        Number(a.root.resolvedAt !== null) - Number(b.root.resolvedAt !== null) ||
        lastOf(b).localeCompare(lastOf(a)),
    );
}
