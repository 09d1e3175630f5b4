import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** The sorts of things that are found by their words. */
export const FOUND_KINDS = [
  "figure",
  "level",
  "section",
  "lesson",
  "recap",
  "sequence",
  "check",
  "dancer",
  "staff",
  "room",
  "term",
] as const;

/** Something that can be found by its words. */
export const findable = z.object({
  kind: z.enum(FOUND_KINDS),
  id: z.uuid(),
  name: z.string(),
  /** What it belongs to. */
  of: z.string(),
  /** Other words by which it is known. */
  words: z.string(),
  /** Where it is found, as far as it has these. */
  levelId: z.uuid().nullable(),
  sectionId: z.uuid().nullable(),
  week: z.int().nullable(),
});
/** Something that can be found by its words. */
export type Findable = z.infer<typeof findable>;

/** Endpoints of the search over everything. */
export const searchApi = {
  /** All that whoever asks may see; students only of their own sections. */
  list: endpoint({
    method: "GET",
    path: "/search",
    access: "read",
    reads: anyOf(
      "dances",
      "figures",
      "approaches",
      "levels",
      "sections",
      "students",
      "enrolments",
      "plans",
      "lessons",
      "sequences",
      "recaps",
      "checks",
      "rooms",
      "terms",
      "staff",
      "comments",
    ),
    response: z.array(findable),
  }),
};
