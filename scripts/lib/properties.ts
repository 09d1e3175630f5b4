import fc from "fast-check";

/*
 * Properties run a quarter as often by default as they ask for, and four times as often by `npm run test:deep`. The seed
 * is the same in every run, so that what fails once fails again; PROPERTY_SEED gives another.
 */
fc.configureGlobal({
  numRuns: process.env.PROPERTIES === "deep" ? 400 : 25,
  seed: Number(process.env.PROPERTY_SEED ?? 31),
});
