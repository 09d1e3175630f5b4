import fc from "fast-check";

const USUAL = 100;

/**
 * So many runs of a property, more or fewer as this run of the tests goes deep or is quick; few are always all made.
 * @example
 * fc.assert(property, runs(500))
 */
export function runs(asked: number): { readonly numRuns: number } {
  const factor = (fc.readConfigureGlobal()?.numRuns ?? USUAL) / USUAL;
  return { numRuns: Math.max(Math.min(asked, 8), Math.round(asked * factor)) };
}
