/**
 * The header that every answer of the studio's server carries. What comes without it, from a hall's sign-in page or a
 * proxy that found nobody, is no answer of ours.
 */
export const OURS = "map-step";

/**
 * What that header says: how many times as long as usual the studio asks to be waited for, where its machine or its line
 * is slow (`PATIENCE` in its settings).
 */
export const oursWith = (patience: number): string => (patience > 1 ? `here;patience=${patience}` : "here");

/** How many times as long as usual to wait, as an answer of ours says. */
export const patienceIn = (said: string | null): number =>
  Number(/patience=([\d.]+)/.exec(said ?? "")?.[1] ?? 1);
