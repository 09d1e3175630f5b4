import type { PlainField, PlainFields, PlainSort } from "@map-step/contract";
import type { z } from "zod";
import { longDay } from "./dates.ts";
import type { Shown } from "./merge.ts";

/** How a value of each sort is told beside another. */
const TEXTS: Readonly<Record<Exclude<PlainSort, "own" | "records">, (value: never) => string>> = {
  name: String,
  line: (text: string) => (text === "" ? "nothing" : text),
  whole: String,
  maybe: (value: number | null) => String(value ?? "none"),
  tick: (on: boolean) => (on ? "yes" : "no"),
  day: longDay,
};

/** What a record says beside its name: every field that says something, by the field's name. */
const recordText = (record: Readonly<Record<string, unknown>>): string =>
  Object.entries(record)
    .filter(([field, value]) => field !== "name" && value !== false && String(value) !== "")
    .map(([field, value]) => {
      const words = field.replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`);
      return value === true ? words : `${words}: ${Array.isArray(value) ? value.join(", ") : String(value)}`;
    })
    .join("; ") || "nothing but its name";

type ShownOf<F extends PlainFields> = Shown<{ [K in keyof F]: z.input<F[K]["schema"]> }>;

/**
 * How the fields of a thing are named and told where two people changed it; those that only their form knows are told
 * as it says, or not at all.
 */
export const shownBy = <F extends PlainFields>(
  fields: F,
  own?: Readonly<Partial<Record<keyof F & string, (value: never) => string>>>,
): ShownOf<F> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, { label, sort }]): [string, unknown][] => {
      const text = own?.[name] ?? (sort === "own" || sort === "records" ? null : TEXTS[sort]);
      if (text) return [[name, [label, text]]];
      return sort === "records" ? [[name, { label, each: recordText }]] : [];
    }),
  ) as unknown as ShownOf<F>;

/** What stands beside a field in its form. */
export function labelled<F extends PlainFields>(
  fields: F,
  name: keyof F & string,
): { readonly label: string; readonly help?: string | undefined } {
  const { label, help } = fields[name] as PlainField;
  return { label, help };
}

/** A number field of a form that may stay empty. */
export const MAYBE_NUMBER = {
  setValueAs: (value: unknown) => (value === "" || value === null ? null : Number(value)),
} as const;
