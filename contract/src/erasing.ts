import { z } from "zod";
import { localDate } from "./common.ts";

/** What stands where a name stood, and in the place of who was erased. */
export const ERASED = "(name erased)";

/** A place where what is written may be about a student. The same words in the same class are one place. */
export const namePlace = z.object({
  id: z.string(),
  /** What it stands in, and what that is about: `Comment`, `Monday section`. */
  what: z.string(),
  about: z.string(),
  /** Who wrote it, empty where that is not known, and when. */
  by: z.string(),
  day: localDate,
  /** The name as it stands there, with what is written around it. */
  before: z.string(),
  name: z.string(),
  after: z.string(),
  /** How often the same stands elsewhere, as in earlier versions. */
  copies: z.int().min(0),
  /** Why it may be about somebody else; `null` where it is surely about them. */
  doubt: z
    .discriminatedUnion("kind", [
      z.object({ kind: z.literal("another"), name: z.string() }),
      z.object({ kind: z.literal("word") }),
      z.object({ kind: z.literal("elsewhere") }),
    ])
    .nullable(),
});
/** A place where what is written may be about a student. */
export type NamePlace = z.infer<typeof namePlace>;

/** Everywhere that a student may be named, sure places first. */
export const namePlaces = z.object({
  name: z.string(),
  places: z.array(namePlace),
  /** How many doubtful ones are not shown, because they are too many. */
  more: z.int().min(0),
  /** Tells this list from a later one. */
  basis: z.string(),
});
/** Everywhere that a student may be named. */
export type NamePlaces = z.infer<typeof namePlaces>;
