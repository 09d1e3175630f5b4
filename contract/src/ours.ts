/**
 * The header that every answer of the studio's server carries. What comes without it, from a hall's sign-in page or a
 * proxy that found nobody, is no answer of ours.
 */
export const OURS = "map-step";
