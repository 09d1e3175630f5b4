import { inject } from "vitest";
import { newDatabaseBeside } from "../../scripts/lib/copies.ts";

declare module "vitest" {
  interface ProvidedContext {
    /** A migrated database that tests copy and leave as it is. */
    template: string;
    /** The database of the demo studio, which tests copy and leave as it is. */
    demoTemplate: string;
  }
}

/** The address of a new database on the throwaway server: a copy of the migrated template, or empty. */
export const newDatabase = (copy: boolean): Promise<string> =>
  newDatabaseBeside(inject("template"), copy ? "copy" : "empty");
