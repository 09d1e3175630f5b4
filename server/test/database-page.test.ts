import { afterAll, beforeAll, expect, it } from "vitest";
import { databasePage } from "./database-page.ts";
import { openStudio, type TestStudio } from "./studio.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openStudio();
});
afterAll(() => studio.close());

it("the page of the database says what the migrations made", async () => {
  await expect(await databasePage(studio.db)).toMatchFileSnapshot("../../docs/database.md");
});
