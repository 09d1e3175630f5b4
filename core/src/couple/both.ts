/** One of the two who partner. */
export type Partner = "leader" | "follower";

/** The same of both partners. */
export type OfBoth<T> = Readonly<Record<Partner, T>>;

/** Asks the same of both partners. */
export const both = <T>(of: (role: Partner) => T): OfBoth<T> => ({
  leader: of("leader"),
  follower: of("follower"),
});
