import { z } from "zod";
import { words } from "./common.ts";

/**
 * What a field holds, and so how it is written in a form, told in a difference, and kept in a column: a name, a line
 * that may be empty, a whole number, one that may be missing, a yes or no, a day, a list of small records with names.
 * `own` is what only its form knows.
 */
export type PlainSort = "name" | "line" | "whole" | "maybe" | "tick" | "day" | "records" | "own";

/** What somebody writes freely, beyond the form: from it follow erasing, search, and what a copy begins with. */
export interface TextFacts {
  /** It may name a dancer, so it is looked through when one is erased. */
  readonly mayName: boolean;
  /** The search finds the thing by it, beside its name. */
  readonly searched: boolean;
}

interface AnyField {
  readonly label: string;
  /** A word beside it in the form. */
  readonly help?: string;
  readonly schema: z.ZodType;
  /** What a new one begins with. */
  readonly start: unknown;
  /** Whether a copy in another term begins with it. */
  readonly goesOn?: true;
}

/** Sorts in which somebody writes. */
type WrittenSort = "name" | "line" | "records";

/** One field of a thing that the studio keeps. What is written says what it may hold. */
export type PlainField = AnyField &
  (
    | { readonly sort: WrittenSort; readonly text: TextFacts }
    | { readonly sort: Exclude<PlainSort, WrittenSort>; readonly text?: never }
  );
/** Fields by their names, in the order of the form. */
export type PlainFields = Readonly<Record<string, PlainField>>;

/** What fields hold together. */
export type ValuesOf<F extends PlainFields> = { [K in keyof F]: z.output<F[K]["schema"]> };

/** A line of text that may be empty; where an older page does not send it, it is. */
export const line = (most: number) => z.string().trim().max(most, `At most ${most} characters`).default("");

/** The name of a thing, which may be a dancer's. */
export const nameField = (label: string, most: number) =>
  ({
    label,
    sort: "name",
    schema: words(most),
    start: "",
    text: { mayName: true, searched: false },
  }) as const;

/** The schemas of fields by their names. */
export const schemasOf = <F extends PlainFields>(fields: F): { [K in keyof F]: F[K]["schema"] } =>
  Object.fromEntries(Object.entries(fields).map(([name, { schema }]) => [name, schema])) as {
    [K in keyof F]: F[K]["schema"];
  };

/** A new thing, before anything is written into it. */
export const startOf = <F extends PlainFields>(fields: F): ValuesOf<F> =>
  Object.fromEntries(Object.entries(fields).map(([name, { start }]) => [name, start])) as ValuesOf<F>;

type NamesOf<F extends PlainFields, S extends PlainSort> = {
  [K in keyof F & string]: F[K]["sort"] extends S ? K : never;
}[keyof F & string];

/** The names of the fields of some sorts, in order. */
export const namesOf = <F extends PlainFields, S extends PlainSort>(
  fields: F,
  ...sorts: readonly S[]
): readonly NamesOf<F, S>[] =>
  Object.entries(fields).flatMap(([name, { sort }]) =>
    (sorts as readonly PlainSort[]).includes(sort) ? [name as NamesOf<F, S>] : [],
  );

/** Names of the fields whose text says something: where a dancer may be named, or what is searched. */
export const textsOf = (
  fields: Readonly<Record<string, { readonly label: string; readonly text?: TextFacts }>>,
  fact: keyof TextFacts,
): readonly string[] => Object.entries(fields).flatMap(([name, { text }]) => (text?.[fact] ? [name] : []));

type GoingOn<F extends PlainFields> = {
  [K in keyof F]: F[K] extends { readonly goesOn: true } ? K : never;
}[keyof F];

/** What a copy in another term begins with. */
export const goingOn = <F extends PlainFields>(
  fields: F,
  thing: ValuesOf<F>,
): Pick<ValuesOf<F>, GoingOn<F>> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, { goesOn }]) =>
      goesOn ? [[name, thing[name as keyof ValuesOf<F>]]] : [],
    ),
  ) as Pick<ValuesOf<F>, GoingOn<F>>;
