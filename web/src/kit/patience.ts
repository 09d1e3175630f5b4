/**
 * How many times as long as usual a page waits for the studio: the studio says so where its machine or its line is slow
 * (`PATIENCE` in its settings).
 * @param cookies as the document has them
 */
export const patienceIn = (cookies: string): number =>
  Number(/(?:^|; )patience=([\d.]+)/.exec(cookies)?.[1] ?? 1);
