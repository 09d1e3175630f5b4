import { z } from "zod";

const KINDS: Readonly<Record<string, string>> = {
  string: "Write something here",
  number: "A number",
  int: "A whole number",
  boolean: "Yes or no",
  array: "A list",
};

/** What is counted where a text or a list is too short or too long. */
const UNITS: Readonly<Record<string, string>> = { string: " characters", array: " entries" };

type Issue = Parameters<NonNullable<ReturnType<typeof z.config>["customError"]>>[0];

/** What is said where a rule has no words of its own: people never read the schema's. */
function inPlainWords(issue: Issue): string {
  switch (issue.code) {
    case "invalid_type":
      return KINDS[issue.expected] ?? "This is missing";
    case "invalid_format":
      return issue.format === "uuid"
        ? "This is not there. It may have been removed, or its address mistyped."
        : "This is not written as expected";
    case "invalid_value":
      return `One of ${issue.values.map(String).join(", ")}`;
    case "unrecognized_keys":
      return `There is no field called ${issue.keys.join(", ")}`;
    case "too_small":
      return `At least ${issue.minimum}${UNITS[issue.origin] ?? ""}`;
    case "too_big":
      return `At most ${issue.maximum}${UNITS[issue.origin] ?? ""}`;
    default:
      return "This is not as expected";
  }
}
z.config({ customError: inPlainWords });

/** Text that has something in it, without spaces at its ends. */
export const words = (most: number) =>
  z.string().trim().min(1, "Write something here").max(most, `At most ${most} characters`);

/** A list of short texts, each with something in it, none twice. */
export const phrases = z
  .array(words(300))
  .max(40, "At most 40 entries")
  .refine((list) => new Set(list).size === list.length, "The same entry stands here twice");

/** A date of the studio's calendar, such as 2027-02-01, that exists. */
export const localDate = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, "A date such as 2027-03-15")
  .refine(
    (date) => !Number.isNaN(Date.parse(date)) && new Date(date).toISOString().startsWith(date),
    "There is no such day",
  )
  .refine((date) => date >= "1900" && date < "2201", "A year from 1900 to 2200");

/** A whole number within bounds. */
export const wholeNumber = (least: number, most: number) =>
  z.int("A whole number").min(least, `At least ${least}`).max(most, `At most ${most}`);

/** The largest whole number that a column of the database takes. */
const MOST_COUNTED = 2_147_483_647;

/** The number of something that is counted up from nothing. */
export const ordinal = wholeNumber(0, MOST_COUNTED);

/**
 * The number of an edit. An edit names the version it was made on; another one in between is a conflict. There is
 * always a next one.
 */
export const version = wholeNumber(0, MOST_COUNTED - 1);

/** What every stored thing carries. */
export const stored = z.object({ id: z.uuid(), version });

/** A change to one of the stored things: its new content and the version it was made on. */
export const changeOf = <T extends z.ZodRawShape>(content: z.ZodObject<T>) => content.extend({ version });
